import { buildUp, crack, sampleJob } from '../testing/sample-job';
import type { JobModel } from '../jobs';
import { foldLog } from '../site-log';
import { modelHash, planJob, programmeJob, zoneOf } from './index';

const CREW = { people: 2, temperatureC: 20 };

function wetRoom(change: Partial<JobModel> = {}): JobModel {
  const job = sampleJob();
  return { ...job, features: [crack({ wetState: 'weeping' })], buildUps: [buildUp('north')], ...change };
}

describe('a plan', () => {
  const plan = planJob(wetRoom(), CREW);
  const north = plan.faces.find((face) => face.faceId === 'north')!;

  // by hand: 2 m of water on 4 m of wall: ½ · 9.80665 · 2² · 4 = 78.45 kN, a third of 2 m above the foot
  test('loads the wall', () => {
    expect(north.force!.forceKN).toBeCloseTo(78.45, 2);
    expect(north.force!.resultantLevelM).toBeCloseTo(-2.5 + 2 / 3, 9);
    expect(north.water!.side).toBe('negative');
    expect(north.rating!.output.utilisation).toBeCloseTo((1.5 * 9.80665 * 2) / 700, 6);
  });

  test('treats the crack under the head at its lowest point', () => {
    const treatment = north.treatments.find((each) => each.targetId === 'k1')!;
    expect(treatment.rule.id).toBe('crack-leaking');
    expect(treatment.head!.output.headM).toBeCloseTo(1.5, 9);
    expect(treatment.slot!.output.cutLengthM).toBeCloseTo(1.5 + 0.6, 9);
  });

  // by hand, common practice rates: 10 m² · 0.8 · 2 · 1.1 · 1.05 = 18.48 kg
  test('takes off coats, plug, mortar and fillets', () => {
    const kg = Object.fromEntries(north.lines.map((line) => [line.id, line.kg]));
    expect(kg['north:coats']).toBeCloseTo(18.48, 9);
    // trapezium 25/32 × 25 mm over 2.1 m; lower half of it plug at 1.9 kg/L
    expect(kg['k1:plug']).toBeCloseTo((((32 + 28.5) / 2) * 12.5 * 2.1 * 1.9) / 1000, 9);
    expect(kg['k1:mortar']).toBeCloseTo((((25 + 28.5) / 2) * 12.5 * 2.1 * 1.8) / 1000, 9);
    expect(Object.keys(kg).filter((id) => id.endsWith(':fillet'))).toHaveLength(2);
  });

  test('buys at least what is needed and mixes by the working life', () => {
    for (const { requiredKg, packs } of plan.supply.orders) expect(packs.output.totalKg).toBeGreaterThanOrEqual(requiredKg);
    const slurry = plan.supply.cards.find((card) => card.product.role === 'slurry')!;
    expect(slurry.batch.output.minutesPerBatch).toBeLessThanOrEqual(25);
    expect(slurry.mix.output.parts[0]!.volumeL).toBeCloseTo(slurry.batch.output.batchKg * 0.4, 9);
  });

  test('lists the work in order, with stable ids', () => {
    expect(plan.workItems.map((item) => item.step)).toEqual(['prepare', 'open', 'plug', 'fill', 'fillet', 'fillet', 'coat-1', 'coat-2']);
    const again = planJob(wetRoom({ features: [crack({ wetState: 'weeping', widthMm: 3 })] }), { people: 3, temperatureC: 5 });
    expect(again.workItems.map((item) => item.id)).toEqual(plan.workItems.map((item) => item.id));
  });

  test('a moving crack is refused and said', () => {
    const refused = planJob(wetRoom({ features: [crack({ movement: 'moving' })] }), CREW);
    expect(refused.findings).toEqual([{ code: 'refused-crack-moving', path: 'features.k1' }]);
    expect(refused.workItems.some((item) => item.targetId === 'k1')).toBe(false);
  });

  test('no governing level is said, and loads nothing', () => {
    const job = wetRoom();
    delete job.waterBodies[0]!.governingLevelId;
    const dry = planJob(job, CREW);
    expect(dry.findings.map((found) => found.code)).toContain('no-governing-level');
    expect(dry.faces.every((face) => face.force === undefined)).toBe(true);
  });

  test('a product version that the catalogue does not know is said', () => {
    const unknown = planJob(wetRoom({ buildUps: [buildUp('north', { slurry: { id: 'tarnwick-veil', version: 99 } })] }), CREW);
    expect(unknown.findings).toContainEqual({ code: 'product-version-unknown', path: 'faces.north' });
  });

  test('a frozen mixing pail is refused, not divided by', () => {
    const hot = planJob(wetRoom(), { people: 2, temperatureC: 60 });
    expect(hot.supply.findings.map((found) => found.code)).toContain('life-spent-mixing');
  });
});

describe('the programme of a job', () => {
  const now = Date.parse('2026-05-18T05:00:00Z');
  const at = { nowMs: now, timeZone: 'Europe/Oslo', temperatureC: 20 };

  test('school A opens touch-dry, school B at three hours', () => {
    const opens = (school: 'A' | 'B') => {
      const plan = planJob(wetRoom({ buildUps: [buildUp('north', { secondCoatSchool: school })] }), CREW);
      const { tasks } = programmeJob(plan.workItems, foldLog([]), at);
      const [first, second] = tasks.slice(-2) as [(typeof tasks)[number], (typeof tasks)[number]];
      return (second.window!.opensMs - first.endMs) / 3_600_000;
    };
    expect(opens('A')).toBeCloseTo(1.5, 9);
    expect(opens('B')).toBeCloseTo(3, 9);
  });

  test('what the log says is done is not planned again', () => {
    const { workItems } = planJob(wetRoom(), CREW);
    const done = new Map([
      [`${zoneOf('north')}:prepare`, { startedAt: now - 7_200_000, finishedAt: now - 3_600_000, batchNumbers: [], people: [] }],
    ]);
    const { tasks } = programmeJob(workItems, { done }, at);
    expect(tasks[0]).toMatchObject({ state: 'done', startMs: now - 7_200_000 });
    expect(tasks.slice(1).every((task) => task.state === 'planned' && task.startMs >= now)).toBe(true);
  });
});

test('the fingerprint of a model changes with what is surveyed, not with the order of rows', () => {
  const job = wetRoom();
  expect(modelHash({ ...job, faces: [...job.faces].reverse() })).toBe(modelHash(job));
  expect(modelHash(wetRoom({ features: [crack({ wetState: 'running' })] }))).not.toBe(modelHash(job));
});
