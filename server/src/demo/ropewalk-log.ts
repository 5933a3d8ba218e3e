import { type PlanRevision, zoneOf } from '@caulkhorn/core/planning';
import type { Conditions, LogLine } from '@caulkhorn/core/site-log';
import { DEMO_PEOPLE } from './demo-people.js';
import { DemoLogWriter } from './log-writer.js';
import { type DemoSurvey, demoId } from './survey.js';

const HOUR_MS = 3_600_000;

/** Four days of work as the foreman's phone wrote them: a breach with its reason, a thin spot, a correction, a window about to open. */
export function ropewalkLog(s: DemoSurvey, revision: PlanRevision, now: Date, daysAgo: (days: number, hour: number) => Date): LogLine[] {
  const [, foreman, , apprentice] = DEMO_PEOPLE as [
    (typeof DEMO_PEOPLE)[number],
    (typeof DEMO_PEOPLE)[number],
    unknown,
    (typeof DEMO_PEOPLE)[number],
  ];
  const log = new DemoLogWriter(s.model.job.id, demoId('foreman phone'));
  const planRevisionId = revision.id;
  const cool: Conditions = { airTemperatureC: 18.2, surfaceTemperatureC: 16.6, relativeHumidityPct: 62 };
  const steps = (mark: string) => revision.workItems.filter((item) => item.faceId === s.id(`face ${mark}`));
  const zone = (mark: string) => zoneOf(s.id(`face ${mark}`));
  const addMin = (at: Date, min: number) => new Date(at.getTime() + min * 60_000);

  /** Everything up to the coats, one thing after the other. */
  const prepareFace = (mark: string, from: Date): void => {
    let at = from;
    for (const item of steps(mark)) {
      if (item.step === 'coat-1' || item.step === 'coat-2' || item.step === 'cure') continue;
      const measured = item.targetId === undefined ? {} : { conditions: cool };
      log.write(at, foreman, { kind: 'start', workItemId: item.id, planRevisionId, ...measured });
      at = addMin(at, item.durationMin);
      log.write(at, foreman, {
        kind: 'finish',
        workItemId: item.id,
        planRevisionId,
        ...(item.step === 'plug' ? { batchNumber: 'TS-0417' } : {}),
      });
      at = addMin(at, 5);
    }
  };
  const coat = (
    mark: string,
    n: 1 | 2,
    from: Date,
    durationMin: number,
    batchNumber: string,
    measured: Conditions,
    more: { breachReason?: string; note?: string } = {},
  ): string => {
    const workItemId = `${zone(mark)}:coat-${n}`;
    log.write(from, foreman, { kind: 'start', workItemId, planRevisionId, conditions: measured, batchNumber, ...more });
    const end = addMin(from, durationMin);
    return log.write(end, foreman, {
      kind: 'finish',
      workItemId,
      planRevisionId,
      firstLaidAt: from.toISOString(),
      lastLaidAt: end.toISOString(),
      batchNumber,
      usedKg: n === 1 ? 27.5 : 26,
    });
  };

  prepareFace('A', daysAgo(3, 7));
  coat('A', 1, daysAgo(2, 7), 130, 'TV-1182', cool);
  coat(
    'A',
    2,
    daysAgo(2, 14),
    120,
    'TV-1182',
    { airTemperatureC: 6.4, surfaceTemperatureC: 1.6, relativeHumidityPct: 74, coldestAheadC: 3 },
    {
      breachReason: 'Wall was 1.6 °C when we opened; heater and tent for forty minutes first, then 4.8 °C measured.',
    },
  );
  log.write(daysAgo(2, 18), apprentice, { kind: 'start', workItemId: `${zone('A')}:cure`, planRevisionId });
  // the round of the afternoon was forgotten
  for (const at of [daysAgo(2, 21), daysAgo(1, 7), daysAgo(1, 12), daysAgo(1, 21)])
    log.write(at, apprentice, { kind: 'round', workItemId: `${zone('A')}:cure`, planRevisionId, how: 'mist' });
  log.write(daysAgo(1, 7), apprentice, {
    kind: 'note',
    faceId: s.id('face A'),
    note: 'Dark spots at 1.5 m height near the corner: coat looks thin there.',
  });
  prepareFace('C', daysAgo(1, 8));
  const tooLate = coat('C', 1, daysAgo(1, 12), 110, 'TV-1183', cool);
  log.write(
    addMin(daysAgo(1, 14), 0),
    foreman,
    {
      kind: 'finish',
      workItemId: `${zone('C')}:coat-1`,
      planRevisionId,
      firstLaidAt: daysAgo(1, 12).toISOString(),
      lastLaidAt: addMin(daysAgo(1, 12), 95).toISOString(),
      batchNumber: 'TV-1184',
      usedKg: 27.5,
      note: 'Wrong pail noted: it was TV-1184.',
    },
    tooLate,
  );
  prepareFace('B', addMin(now, -9 * 60));
  const liveStart = new Date(Math.floor((now.getTime() - 4 * HOUR_MS) / 600_000) * 600_000);
  coat('B', 1, liveStart, 70, 'TV-1184', cool);
  log.write(addMin(liveStart, 75), apprentice, {
    kind: 'film',
    workItemId: `${zone('B')}:coat-1`,
    planRevisionId,
    readings: [0.6, 0.65, 0.55, 0.6, 0.5, 0.6].map((wetMm, i) => ({ wetMm, uM: 0.4 + 0.7 * i, vM: i % 2 === 0 ? 0.8 : 2.1 })),
  });
  log.write(addMin(now, -12), apprentice, {
    kind: 'reading',
    faceId: s.id('face E'),
    conditions: { airTemperatureC: 17.6, surfaceTemperatureC: 15.9, relativeHumidityPct: 76 },
  });
  return log.lines;
}
