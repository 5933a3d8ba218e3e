import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import type { BuildUp, Face, FamilyId, Feature, JobModel, SchoolChoices } from '../jobs';
import { HOUR_MS } from '../quantities';
import { foldLog } from '../site-log';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { USUAL_CREW, USUAL_HOUSE, planJob, programmeJob } from './index';

const NOW = Date.parse('2026-05-18T05:00:00Z');

interface Case {
  change?: Partial<Face>;
  faceId?: string;
  features?: Feature[];
  schools?: SchoolChoices;
}

/** One face of the room, planned and placed at 20 °C. */
function worked(family: FamilyId, { change = {}, faceId = 'north', features = [], schools = {} }: Case = {}) {
  const products = pinProducts(SHIPPED_CATALOGUE.choices('coat', family)[0]!, family, SHIPPED_CATALOGUE);
  const built: BuildUp = buildUp(faceId, { family, products, schools });
  const sample = sampleJob();
  const faces = sample.faces.filter(({ id }) => id === faceId).map((face) => ({ ...face, ...change }));
  const model: JobModel = { ...sample, faces, features, buildUps: [built] };
  const { workItems, faces: plans } = planJob(model, USUAL_CREW, USUAL_HOUSE);
  const { tasks, conflicts } = programmeJob(workItems, foldLog([]), { nowMs: NOW, timeZone: 'UTC', temperatureC: 20 });
  const placed = workItems.map((item, i) => ({ ...item, ...tasks[i]! }));
  return {
    placed,
    conflicts,
    plan: plans[0]!,
    steps: workItems.map(({ step }) => step),
    of: (step: string) => placed.find((each) => each.step === step)!,
  };
}
const hours = (from: number, to: number) => (to - from) / HOUR_MS;

describe('what preparing takes in time (common practice, no source)', () => {
  test('a face that was jetted dries a day before a film lies on it', () => {
    const { of, steps } = worked('liquid-rubber');
    expect(steps.indexOf('dry')).toBe(steps.indexOf('prepare') + 1);
    expect(hours(of('dry').startMs, of('coat-1').startMs)).toBeGreaterThanOrEqual(24);
  });
  test('cement goods want it wet: nothing dries', () => expect(worked('rigid-slurry').steps).not.toContain('dry'));
  test('spatter hardens a day before lime is thrown on it', () => {
    const { of } = worked('lime-base-coat');
    expect(hours(of('prepare').endMs, of('coat-1').startMs)).toBeGreaterThanOrEqual(24);
  });
  test('salts are looked for again after a day', () => {
    const [none, strong] = (['none', 'strong'] as const).map((salts) => worked('rigid-slurry', { change: { salts } }).of('coat-1').startMs);
    expect(hours(none!, strong!)).toBeGreaterThanOrEqual(20);
  });
  test('a repellent sealer goes on an hour after the wall was wetted, not a day', () => {
    const { placed, steps } = worked('pore-sealer', { change: { substrate: 'brick' } });
    expect(steps).not.toContain('dry');
    expect(placed[1]!.waits).toContainEqual({ taskId: placed[0]!.id, minH: 1, maxH: null, referenceC: 20 });
  });
  test('where the school soaks floors for a day, that day is in the plan; walls are only dampened', () => {
    const schools: SchoolChoices = { wetting: { school: 'B', reason: 'dense old concrete' } };
    const { of, steps } = worked('crystalline-slurry', { faceId: 'floor', schools });
    expect(steps.indexOf('wet')).toBeLessThan(steps.indexOf('coat-1'));
    expect(hours(of('wet').startMs, of('coat-1').startMs)).toBeGreaterThanOrEqual(24);
    expect(worked('crystalline-slurry', { schools }).steps).not.toContain('wet');
    expect(worked('crystalline-slurry', { faceId: 'floor' }).steps).not.toContain('wet');
  });
  test('precast drinks slowly: it soaks overnight by either school', () =>
    expect(worked('rigid-slurry', { change: { substrate: 'precast' } }).of('wet').restH).toBe(12));
  test('what is cut open is washed out again: it takes longer by that', () => {
    const long: Feature['path'] = [
      [0.2, 0.3],
      [3.8, 0.3],
    ];
    const { of, placed } = worked('crystalline-slurry', { features: [crack({ wetState: 'weeping', widthMm: 3, path: long })] });
    const metres = of('open').quantity.value;
    // 4.2 m; 36 min of cutting a metre and 2 of washing out, two people, to five minutes: 80, where cutting alone is 75
    expect(of('open').durationMin).toBe(Math.max(15, Math.round((metres * 38) / 2 / 5) * 5));
    expect(placed.findIndex(({ step }) => step === 'prepare')).toBeLessThan(placed.findIndex(({ step }) => step === 'open'));
  });
});

describe('cure is work with a place in time', () => {
  test('crystals are kept wet by their sheet from when a mist no longer washes them off, over nights, with nobody standing by', () => {
    const { of, plan } = worked('crystalline-slurry');
    const cure = plan.products!.coat!.coat!.cure!;
    expect(of('cure')).toMatchObject({ durationMin: 0, restH: cure.days * 24, roundsPerDay: cure.mistsPerDay });
    expect(hours(of('coat-2').endMs, of('cure').startMs)).toBeCloseTo(2, 6);
    expect(hours(of('cure').startMs, of('cure').endMs)).toBeCloseTo(cure.days * 24, 6);
  });
  test('a film is kept dry, and has none', () => expect(worked('thick-film').steps).not.toContain('cure'));
  test('a flexible coat only where the school keeps it wet', () => {
    expect(worked('flexible-cementitious').steps).not.toContain('cure');
    expect(worked('flexible-cementitious', { schools: { 'flexible-curing': { school: 'A', reason: 'deck' } } }).steps).toContain('cure');
  });
  test('the board comes when the cure is over', () => {
    const { of } = worked('rigid-slurry', { change: { near: { kind: 'ground', waterBodyId: 'ground' } } });
    expect(of('board').startMs).toBeGreaterThanOrEqual(of('cure').endMs);
  });
});

describe('at once, and at the latest', () => {
  test('the second pour of hot rubber and its protection follow while it is hot, with nothing in between', () => {
    const { placed, conflicts } = worked('hot-rubber', {
      faceId: 'floor',
      change: { near: { kind: 'ground', waterBodyId: 'ground' }, far: { kind: 'room' } },
    });
    const from = placed.findIndex(({ step }) => step === 'coat-1');
    expect(placed.slice(from).map(({ step }) => step)).toEqual(['coat-1', 'coat-2', 'board']);
    expect(placed[from + 1]!.startMs).toBe(placed[from]!.endMs);
    expect(placed[from + 2]!.startMs).toBe(placed[from + 1]!.endMs);
    expect(conflicts).toEqual([]);
    expect(hours(placed[from]!.endMs, placed[from + 1]!.window!.closesMs!)).toBeCloseTo(0.5, 6);
  });
  test('a film is under its board within 14 days; a coat of cement may wait', () => {
    const outside: Case = { change: { near: { kind: 'ground', waterBodyId: 'ground' }, far: { kind: 'room' } } };
    const film = worked('thick-film', outside);
    expect(film.of('board').waits.at(-1)!.maxH).toBe(336);
    expect(worked('rigid-slurry', outside).of('board').waits.at(-1)!.maxH).toBeNull();
  });
});

describe('laps and collars are laid coat by coat', () => {
  const pipe = { kind: 'penetration', diameterMm: 110, path: [[1, 1]], widthMm: undefined, movement: undefined } as Partial<Feature>;
  test.each<[string, FamilyId]>([
    ['a membrane', 'liquid-rubber'],
    ['a thick film', 'thick-film'],
  ])('%s: the second coat of a collar in the window of the first, and the face after both', (_name, family) => {
    const { placed, plan, conflicts } = worked(family, { features: [crack(pipe)] });
    const collars = placed.filter(({ step }) => step === 'lap-pipe');
    const { recoat } = plan.products!.coat!.coat!;
    expect(collars.map(({ coatNo }) => coatNo)).toEqual([1, 2]);
    expect(collars[1]!.waits).toEqual([expect.objectContaining({ taskId: collars[0]!.id, ...recoat })]);
    const coat = placed.find(({ step }) => step === 'coat-1')!;
    expect(coat.waits.map(({ taskId }) => taskId)).toContain(collars[1]!.id);
    expect(coat.waits.map(({ taskId }) => taskId)).not.toContain(collars[0]!.id);
    expect(conflicts).toEqual([]);
  });
});

test('the layers of a deep fill wait for each other, and the crew does something else meanwhile', () => {
  const hollow: Partial<Feature> = {
    kind: 'honeycomb',
    depthMm: 150,
    path: [
      [1, 1],
      [1.4, 1],
      [1.4, 1.4],
      [1, 1.4],
    ],
    widthMm: undefined,
    movement: undefined,
  };
  const { of, plan } = worked('crystalline-slurry', { features: [crack(hollow)] });
  const { maxLayerMm, overcoatH } = plan.treatments.flatMap(({ lines }) => lines).find(({ step }) => step === 'patch')!.product.fill!;
  expect(of('patch').restH).toBe((Math.ceil(150 / maxLayerMm) - 1) * overcoatH);
});

test('a second coat that polymer binds is not wetted before; one of cement is', () => {
  const rewet = (family: FamilyId) =>
    worked(family)
      .plan.layers.filter(({ layer }) => layer === 'coat')
      .map((layer) => layer.rewet);
  expect(rewet('flexible-cementitious')).toEqual([true, false]);
  expect(rewet('rigid-slurry')).toEqual([true, true]);
  expect(rewet('silicate-sealer')).toEqual([false, false]);
});

test('a slot that gets sealant is never wetted', () => {
  const { placed } = worked('crystalline-slurry', { features: [crack({ movement: 'moving', widthMm: 12, movementMm: 4 })] });
  const own = placed.filter(({ targetId }) => targetId === 'k1');
  expect(own.map(({ step }) => step)).toContain('seal-joint');
  expect(own.filter(({ rewet }) => rewet)).toEqual([]);
});

test('leaks are stopped in the one order of the face, whatever the order in which they were found', () => {
  const leak = (id: string, volumeMl: number): Feature =>
    crack({ id, wetState: 'running', path: [[volumeMl / 300, 0.3]], flow: { volumeMl, seconds: 60, at: '2026-05-01T08:00:00Z' } });
  const features = [leak('strong', 900), leak('weak', 60), leak('mid', 300)];
  const { placed, plan } = worked('crystalline-slurry', { features });
  const stops = placed.filter(({ step }) => step === 'plug' || step === 'inject');
  expect(stops.map(({ targetId }) => targetId)).toEqual(plan.stopping!.order);
  expect(plan.stopping!.order.at(-1)).toBe('strong');
  // all is cut open before the first is stopped
  const opened = placed.filter(({ step }) => step === 'open').map(({ endMs }) => endMs);
  expect(Math.min(...stops.map(({ startMs }) => startMs))).toBeGreaterThanOrEqual(Math.max(...opened));
});
