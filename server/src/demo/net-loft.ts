import { JOB_FILE_FORMAT, JOB_FILE_VERSION, type JobFileDto } from '@caulkhorn/contract';
import type { TestResult } from '@caulkhorn/core/jobs';
import { type PlanRevision, USUAL_HOUSE, planJob, revisionContent } from '@caulkhorn/core/planning';
import { productOfWork } from '@caulkhorn/core/proof';
import { wantsAir } from '@caulkhorn/core/site-log';
import { DEMO_PEOPLE } from './demo-people.js';
import { DemoLogWriter } from './log-writer.js';
import { DemoSurvey, demoId, rectangle } from './survey.js';

const HOUR_MS = 3_600_000;
const DAYS_AGO = 52;

/** The one at its end: coated seven weeks ago, and now it has to show that it holds. Some does, some does not yet, one crack drips again. */
export function netLoft(now: Date): JobFileDto {
  const s = surveyNetLoft(now);
  const conditions = { people: 2, temperatureC: 15 };
  const [planner, foreman, inspector, apprentice] = DEMO_PEOPLE;
  const at = (daysAgo: number, hour: number) => new Date(midnight(now) - daysAgo * 24 * HOUR_MS + hour * HOUR_MS);
  const revision: PlanRevision = {
    ...{ id: demoId('net-loft revision 1'), number: 1, madeAt: at(DAYS_AGO + 2, 15).toISOString(), madeBy: planner!.name },
    ...revisionContent(s.model, planJob(s.model, conditions, USUAL_HOUSE), conditions, USUAL_HOUSE),
  };
  const log = new DemoLogWriter(s.model.job.id, demoId('net-loft phone'));
  const planRevisionId = revision.id;
  const air = { airTemperatureC: 16.8, surfaceTemperatureC: 15.4, relativeHumidityPct: 58 };
  let from = at(DAYS_AGO, 7).getTime();
  for (const item of revision.workItems) {
    const measured = wantsAir(productOfWork(revision, item.id)) ? { conditions: air } : {};
    log.write(new Date(from), foreman!, { kind: 'start', workItemId: item.id, planRevisionId, ...measured });
    const lastMs = from + item.durationMin * 60_000;
    const done = { firstLaidAt: new Date(from).toISOString(), lastLaidAt: new Date(lastMs).toISOString() };
    log.write(new Date(lastMs), foreman!, { kind: 'finish', workItemId: item.id, planRevisionId, ...done });
    from = morningAfter(lastMs + 4 * HOUR_MS);
  }
  const endMs = from;
  const test = (mark: string, testId: string, result: TestResult, days: number, more: object = {}, by = foreman!) => {
    const when = new Date(midnight(new Date(endMs)) + days * 24 * HOUR_MS + 10 * HOUR_MS);
    log.write(when, by, {
      ...{ kind: 'test', faceId: s.id(`face ${mark}`), planRevisionId, testId, result, witness: planner!.name, weather: 'dry, 15 °C' },
      ...('instrument' in more ? { calibratedOn: when.toISOString().slice(0, 10) } : {}),
      ...more,
    });
  };
  const grid = (i: number) => ({ uM: 0.4 + (i % 7) * 0.7, vM: 0.4 + Math.floor(i / 7) * 0.8 });
  const looks = (mark: string, testId: string, saw: Record<string, 'dry' | 'damp' | 'dripping'>): TestResult => {
    const face = revision.decided!.faces.find(({ faceId }) => faceId === s.id(`face ${mark}`))!;
    const ids = face.proof!.find(({ id }) => id === testId)!.targetIds!;
    return { kind: 'leak-look', waterUp: true, looks: ids.map((targetId) => ({ targetId, saw: saw[targetId] ?? 'dry' })) };
  };
  const crack = s.id('feature K1');
  test('A', 'leak-look-1', looks('A', 'leak-look-1', { [crack]: 'damp' }), 2, { weather: 'rain since the day before, 13 °C' });
  test('A', 'leak-look-7', looks('A', 'leak-look-7', {}), 8, { weather: 'rain, 12 °C' });
  test('A', 'hammer', { kind: 'hammer', soundedM2: 15, hollows: [] }, 9, {}, apprentice!);
  test('A', 'leak-look-28', looks('A', 'leak-look-28', { [crack]: 'dripping' }), 29, { weather: 'spring tide, 14 °C' }, inspector!);
  const film = [2.3, 2.2, 2.4, 2.1, 2.3, 2.5, 2.2, 2.3, 2.1, 2.2, 2.4, 2.3, 2.2, 2.1, 2.3, 2.4, 2.2, 2.3, 2.2, 2.1];
  test('B', 'film', { kind: 'film-dry', how: 'gauge', readings: film.map((mm, i) => ({ mm, ...grid(i) })) }, 6, {
    instrument: 'Gauge G-3',
  });
  test('B', 'pinhole', { kind: 'pinhole', how: 'look', coveredM2: 12.5, holes: [] }, 6, {}, apprentice!);
  const pulls = [
    [1.31, 'substrate'],
    [1.12, 'coat'],
    [0.46, 'between-coats'],
    [0.6, 'glue'],
    [1.24, 'substrate'],
  ] as const;
  const newton = (mPa: number) => Math.round((mPa * Math.PI * 50 * 50) / 4);
  test(
    'B',
    'pull-off',
    { kind: 'pull-off', dollyMm: 50, pulls: pulls.map(([mPa, failure], i) => ({ loadN: newton(mPa), failure, ...grid(3 * i) })) },
    9,
    { instrument: 'Rig R-1', calibratedOn: at(120, 8).toISOString().slice(0, 10) },
    inspector!,
  );
  const hourly = Array.from({ length: 49 }, (_, h) => ({
    ...{ h, levelMm: round(52 - 0.075 * h - 0.35 * Math.max(0, Math.sin(((h - 4) / 24) * 2 * Math.PI))) },
    ...{ evaporationMm: round(0.07 * h + 0.35 * Math.max(0, Math.sin(((h - 4) / 24) * 2 * Math.PI))), rainMm: 0 },
  }));
  test('D', 'ponding', { kind: 'ponding', depthMm: 52, outletsShut: true, dripBelow: false, levels: hourly }, 12, {
    instrument: 'Level logger L-2',
    calibratedOn: new Date(endMs + 10 * 24 * HOUR_MS).toISOString().slice(0, 10),
  });
  return { format: JOB_FILE_FORMAT, formatVersion: JOB_FILE_VERSION, ...s.model, planRevisions: [revision], log: log.lines } as JobFileDto;
}

/** What would begin at night begins at seven. */
function morningAfter(ms: number): number {
  const hour = new Date(ms).getUTCHours();
  if (hour >= 7 && hour < 15) return ms;
  return midnight(new Date(ms)) + (hour < 7 ? 7 : 31) * HOUR_MS;
}

const round = (mm: number): number => Math.round(mm * 10) / 10;
const midnight = (now: Date): number => Math.floor(now.getTime() / (24 * HOUR_MS)) * 24 * HOUR_MS;

function surveyNetLoft(now: Date): DemoSurvey {
  const s = new DemoSurvey('net-loft', {
    ...{ name: 'Net loft, brine cellar', site: 'Skarne Haven, Fish Steps 2', timeZone: 'Europe/Oslo', currency: 'EUR' },
    datum: 'harbour datum',
    demands: { grade: '2' },
  });
  const ground = s.water(
    'Ground water, quay side',
    'ground',
    [
      { at: new Date(now.getTime() - 70 * 24 * HOUR_MS).toISOString(), levelM: -0.9, kind: 'dip' },
      { at: new Date(now.getTime() - 60 * 24 * HOUR_MS).toISOString(), levelM: -0.4, kind: 'seasonal-high' },
    ],
    1,
  );
  s.room(
    s.space('Brine cellar'),
    { xM: 0, yM: 0, lengthM: 6, depthM: 5, floorM: -2.5, topM: 0 },
    [
      { mark: 'A', name: 'Quay side', substrate: 'cast-concrete', strengthMPa: 32 },
      { mark: 'B', name: 'Smoke house side', substrate: 'cast-concrete', strengthMPa: 32 },
      null,
      null,
    ],
    { mark: 'G', name: 'Cellar floor', substrate: 'cast-concrete', strengthMPa: 32, thicknessMm: 250, roughnessFactor: 1 },
    { kind: 'room' },
    { kind: 'ground', waterBodyId: ground.id },
  );
  s.face(
    s.space('Drying deck'),
    { mark: 'D', name: 'Drying deck over the cellar', substrate: 'cast-concrete', strengthMPa: 35, thicknessMm: 220, roughnessFactor: 1 },
    'slab',
    { kind: 'plane', xM: 10, yM: 0, zM: 0.4, headingDeg: 0, tiltDeg: 0 },
    rectangle(6, 5),
    { kind: 'open-air' },
    { kind: 'room' },
  );
  s.feature('A', 'K1', {
    kind: 'crack',
    path: [
      [2.4, 2],
      [2.6, 1.1],
      [2.5, 0.2],
    ],
    ...{ widthMm: 0.6, movement: 'static', wetState: 'dripping' },
  });
  s.coat('A', 'osmere-deep', { reason: 'Pressed by the tide from behind.' });
  s.coat('B', 'fennick-supple', { family: 'flexible-cementitious', reason: 'Hairline cracks that open a little with the smoke house.' });
  s.coat('D', 'fennick-ramp', { family: 'deck-membrane', reason: 'Carts of wet nets above, the cellar below.' });
  return s;
}
