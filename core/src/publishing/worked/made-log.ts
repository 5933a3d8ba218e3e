import { PULL_FAILURES, type TestKind, type TestResult, WET_STATES } from '../../jobs/index.js';
import type { PlanRevision } from '../../planning/index.js';
import type { PlannedTest } from '../../proof/index.js';
import type { Programme } from '../../programme/index.js';
import { HOUR_MS, MINUTE_MS } from '../../quantities/index.js';
import { CURE_WAYS, type EntryBody, FIRST_LINK, GASES, type LogLine, sealEntry, sealReceipt } from '../../site-log/index.js';
import { Dice } from './dice.js';
import { MADE_UP_NOW_MS, MADE_UP_ROOM } from './made-job.js';

interface Written {
  atMs: number;
  by: number;
  body: EntryBody;
}

const PEOPLE = ['Ada Made', 'Bo Made', 'Cy Made'];
/** A test looks at the finished work, weeks after it. */
const TESTED_AFTER_H = 700;

/** What a crew might have written of a programme that it kept, near enough: some work in other air than it should, some too late, some not at all. */
export function madeLog(seed: number, revision: PlanRevision, { tasks }: Programme): LogLine[] {
  const dice = new Dice(seed + 5_000);
  const written: Written[] = [];
  const write = (atMs: number, body: EntryBody) => void written.push({ atMs, by: dice.whole(0, PEOPLE.length - 1), body });
  const planRevisionId = revision.id;
  const begun = new Map(tasks.map(({ id, startMs, endMs }) => [id, [startMs, endMs] as const]));
  let lastMs = MADE_UP_NOW_MS;
  for (const { id: workItemId, step, faceId } of revision.workItems) {
    const [fromMs, toMs] = begun.get(workItemId) ?? [NaN, NaN];
    if (!Number.isFinite(fromMs) || !Number.isFinite(toMs) || dice.is(6)) continue;
    const work = { workItemId, planRevisionId };
    const atMs = fromMs + dice.whole(0, 40) * MINUTE_MS;
    if (dice.is(8)) write(atMs - MINUTE_MS, { kind: 'care', spaceId: MADE_UP_ROOM, checks: ['skin', 'light'] });
    write(atMs, {
      ...{ kind: 'start', ...work },
      ...dice.maybe(70, 'conditions', () => ({
        ...{ airTemperatureC: dice.figure(2, 30, 1), surfaceTemperatureC: dice.figure(1, 28, 1), relativeHumidityPct: dice.whole(35, 97) },
        ...dice.maybe(40, 'coldestAheadC', () => dice.figure(-3, 12, 1)),
        ...dice.maybe(40, 'rainInH', () => dice.whole(0, 48)),
        ...dice.maybe(40, 'windMS', () => dice.figure(0, 14, 1)),
      })),
      ...dice.maybe(50, 'batchNumber', () => `B-${dice.whole(1, 9)}`),
      ...dice.maybe(20, 'breachReason', () => 'no other day'),
    });
    if (dice.is(40)) write(atMs + 5 * MINUTE_MS, { kind: 'mix', ...work, batchNumber: 'B-1', kg: dice.whole(5, 40) });
    if (dice.is(30))
      write(atMs + 20 * MINUTE_MS, {
        ...{ kind: 'film', ...work },
        readings: Array.from({ length: dice.whole(1, 6) }, () => ({
          wetMm: dice.figure(0.2, 2),
          uM: dice.figure(0, 2),
          vM: dice.figure(0, 2),
        })),
      });
    const doneMs = toMs + dice.whole(0, 90) * MINUTE_MS;
    if (step === 'cure')
      for (let i = 1; i < 6; i++) if (dice.is(70)) write(atMs + i * 7 * HOUR_MS, { kind: 'round', ...work, how: dice.of(CURE_WAYS) });
    if (step.startsWith('hold')) write(atMs, { kind: 'hold', ...work, verdict: dice.is(80) ? 'released' : 'refused', reason: 'seen' });
    write(doneMs, {
      kind: 'finish',
      ...work,
      ...dice.maybe(50, 'batchNumber', () => `B-${dice.whole(1, 9)}`),
      ...dice.maybe(60, 'usedKg', () => dice.figure(1, 60)),
    });
    if (dice.is(10))
      write(doneMs, {
        kind: 'reading',
        faceId,
        conditions: { airTemperatureC: 14, surfaceTemperatureC: dice.figure(2, 18, 1), relativeHumidityPct: 70 },
      });
    if (dice.is(5))
      write(doneMs, {
        kind: 'gas',
        spaceId: MADE_UP_ROOM,
        reading: Object.fromEntries(GASES.map((gas) => [gas, dice.figure(0, 22, 1)])) as never,
      });
    lastMs = Math.max(lastMs, doneMs);
  }
  for (const { faceId, proof = [] } of revision.decided?.faces ?? [])
    for (const planned of proof)
      // a slab is shown dry by its readings, and by no entry of the log
      if (planned.test !== 'slab-moisture' && dice.is(75))
        write(lastMs + dice.whole(1, TESTED_AFTER_H) * HOUR_MS, {
          ...{ kind: 'test', faceId, planRevisionId, testId: planned.id, result: madeResult(dice, planned.test, planned) },
          ...dice.maybe(70, 'instrument', () => 'Gauge 4'),
          ...dice.maybe(70, 'calibratedOn', () => '2026-01-15'),
          ...dice.maybe(60, 'witness', () => dice.of([...PEOPLE, 'Dee Made'])),
        });
  return sealed(written.sort((a, b) => a.atMs - b.atMs));
}

function sealed(written: readonly Written[]): LogLine[] {
  const lines: LogLine[] = [];
  for (const { atMs, by, body } of written) {
    const before = lines.at(-1);
    const seq = lines.length + 1;
    const at = new Date(atMs).toISOString();
    const entry = sealEntry({
      ...{
        id: `entry-${seq}`,
        jobId: 'job',
        deviceId: 'phone',
        deviceSeq: seq,
        prevHash: before?.entry.hash ?? FIRST_LINK,
      },
      ...{ personId: `person-${by}`, personName: PEOPLE[by]!, occurredAt: at, writtenAt: at, body },
    });
    const receivedAt = new Date(atMs + MINUTE_MS).toISOString();
    lines.push({
      entry,
      receipt: sealReceipt(entry, { receiptSeq: seq, receivedAt, prevReceiptHash: before?.receipt.receiptHash ?? FIRST_LINK }),
    });
  }
  return lines;
}

function madeResult(dice: Dice, test: TestKind, { places = 3, targetIds = [] }: PlannedTest): TestResult {
  const count = Math.max(1, Math.min(12, places - dice.whole(0, 1)));
  const at = () => ({ uM: dice.figure(0, 3), vM: dice.figure(0, 2) });
  const each = <T>(value: () => T) => Array.from({ length: count }, value);
  const targets = <T>(value: () => T) => (targetIds.length > 0 ? targetIds.map((targetId) => ({ targetId, ...value() })) : each(value));
  const levels = () => {
    const fall = dice.figure(0, 3);
    return Array.from({ length: 8 }, (_, i) => ({
      h: 6 * i,
      levelMm: 100 - fall * i,
      ...(i > 0 && dice.is(50) ? { evaporationMm: 0.3 * i, rainMm: dice.is(20) ? 2 : 0 } : {}),
    }));
  };
  switch (test) {
    case 'leak-look':
      return { kind: test, waterUp: dice.is(80), looks: targets(() => ({ saw: dice.is(70) ? ('dry' as const) : dice.of(WET_STATES) })) };
    case 'water-drop':
      return {
        kind: test,
        drops: each(() => ({ saw: dice.of(['drinks', 'beads'] as const), ...dice.maybe(20, 'powder', () => true), ...at() })),
      };
    case 'hammer':
      return {
        kind: test,
        soundedM2: dice.whole(1, 60),
        hollows: dice.is(50) ? [] : each(() => ({ areaM2: dice.figure(0.01, 0.4), atEdge: dice.is(30), ...at() })),
      };
    case 'pull-off':
      return { kind: test, dollyMm: 50, pulls: each(() => ({ loadN: dice.whole(400, 5_000), failure: dice.of(PULL_FAILURES), ...at() })) };
    case 'film-dry':
      return {
        kind: test,
        how: dice.of(['gauge', 'cut', 'probe', 'pins'] as const),
        readings: each(() => ({ mm: dice.figure(0.3, 4), ...at() })),
      };
    case 'pinhole':
      return {
        kind: test,
        how: dice.of(['look', 'wet-sponge', 'spark'] as const),
        ...dice.maybe(70, 'volts', () => dice.whole(60, 9_000)),
        coveredM2: dice.whole(1, 60),
        holes: dice.is(60) ? [] : [at()],
      };
    case 'ponding':
      return { kind: test, depthMm: dice.whole(20, 80), outletsShut: dice.is(85), dripBelow: dice.is(15), levels: levels() };
    case 'tank-fill':
      return {
        kind: test,
        depthM: dice.figure(1, 4),
        fillMPerDay: dice.figure(0.5, 3),
        soakDays: dice.whole(1, 9),
        ...dice.maybe(40, 'crackWidthMm', () => 0.15),
        levels: levels(),
      };
    case 'penetration-air':
      return {
        kind: test,
        with: dice.of(['soap', 'smoke'] as const),
        underKPa: dice.figure(0.1, 2),
        looks: targets(() => ({ saw: dice.is(85) ? ('tight' as const) : ('leaks' as const) })),
      };
    case 'inflow':
      return { kind: test, litres: dice.figure(0, 3), hours: dice.whole(6, 48), overM2: dice.whole(5, 80), agreedClass: dice.whole(1, 4) };
    case 'manhole-water':
      return { kind: test, soakH: dice.whole(1, 30), minutes: dice.whole(10, 60), litres: dice.figure(0, 6), wettedM2: dice.whole(4, 20) };
    case 'manhole-vacuum':
      return {
        kind: test,
        startMmHg: 254,
        endMmHg: dice.whole(220, 254),
        seconds: dice.whole(30, 120),
        deepM: dice.figure(1, 6, 1),
        diameterM: 1.2,
        acceptedBy: 'Engineer',
        filledRound: dice.is(20),
      };
    case 'adhesion':
      return { kind: test, cuts: each(() => ({ rate: dice.whole(0, 5), ...at() })) };
    case 'cavity-run':
      return {
        kind: test,
        lPerMin: dice.whole(2, 40),
        minutes: dice.whole(5, 60),
        showed: dice.some(['reaches-sump', 'pump-1-alone', 'pump-2-alone', 'on-battery', 'alarm-heard', 'ports-open'] as const, 85),
      };
    case 'core':
      return { kind: test, cores: each(() => ({ filledPct: dice.whole(40, 100), ...at() })) };
  }
}
