import type { JobModel } from '../jobs';
import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { USUAL_HOUSE, WHAT_IFS, materialFor, pieceCards, planJob, programmeJob, sumByProduct, workInZones, zonesWanted } from './index';

const CREW = { people: 2, temperatureC: 20 };
const NOW = Date.parse('2026-05-18T05:00:00Z');

/** The north wall of the sample, so long, in so many strips. */
function longWall(lengthM: number, zones?: number, part: Partial<JobModel> = {}): JobModel {
  const job = sampleJob();
  const [north] = job.faces;
  const outline: (typeof north & object)['outline'] = [
    [0, 0],
    [lengthM, 0],
    [lengthM, 2.5],
    [0, 2.5],
  ];
  return {
    ...job,
    faces: [{ ...north!, outline }],
    buildUps: [{ ...buildUp('north'), ...(zones === undefined ? {} : { zones }) }],
    ...part,
  };
}
const workOf = (model: JobModel) => planJob(model, CREW, USUAL_HOUSE).workItems;
const place = (model: JobModel) =>
  programmeJob(workOf(model), { done: new Map() }, { nowMs: NOW, timeZone: 'UTC', temperatureC: CREW.temperatureC });
const asked = { temperatureOfC: () => 20, shiftH: 10, isBegun: () => false };

test('a face in strips is laid strip by strip, with the same square metres, and is made ready and kept wet as a whole', () => {
  const [whole, inThree] = [workOf(longWall(60)), workOf(longWall(60, 3))];
  const ids = (items: typeof whole) => items.map(({ id, zone }) => [id, zone?.no]);
  expect(ids(inThree).filter(([, no]) => no === 1)).toEqual([
    ['north:z1:coat-1', 1],
    ['north:z1:coat-2', 1],
  ]);
  expect(ids(inThree).filter(([, no]) => no === 3)).toEqual([
    ['north:z3:coat-1', 3],
    ['north:z3:coat-2', 3],
  ]);
  const m2 = (items: typeof whole, step: string) => items.filter((item) => item.step === step).map(({ quantity }) => quantity.value);
  expect(m2(inThree, 'coat-1')).toEqual([50, 50, 50]);
  expect(m2(inThree, 'prepare')).toEqual(m2(whole, 'prepare'));
  // what follows the coats waits for every strip
  const cure = inThree.find(({ step }) => step === 'cure')!;
  expect(cure.waits.map(({ taskId }) => taskId)).toEqual(['north:z1:coat-2', 'north:z2:coat-2', 'north:z3:coat-2']);
  expect(inThree.map(({ id }) => id).indexOf(cure.id)).toBe(inThree.length - 1);
});

test('each strip waits for its own coat and says where it lies', () => {
  const second = workOf(longWall(60, 3)).find(({ id }) => id === 'north:z2:coat-2')!;
  expect(second.waits.map(({ taskId }) => taskId)).toEqual(['north:z2:coat-1']);
  expect(second.zone).toEqual({ no: 2, of: 3, fromM: expect.closeTo(20, 4), toM: expect.closeTo(40, 4), share: 1 / 3 });
});

test('a wall whose coat takes longer than its window is wanted in strips, and keeps every window in them', () => {
  // 3 to 6 h: what takes longer than three hours closes behind itself
  const model = longWall(120);
  expect(place(model).conflicts.map(({ code }) => code)).toContain('window-missed');
  const wanted = zonesWanted(workOf(model), asked);
  const zones = wanted.get('north')!;
  const coatH = workOf(model).find(({ step }) => step === 'coat-1')!.durationMin / 60;
  expect(coatH / zones).toBeLessThanOrEqual(3);
  expect(place(longWall(120, zones)).conflicts).toEqual([]);
  expect(zonesWanted(workOf(longWall(120, zones)), asked).size).toBe(0);
});

test('a wall whose coat fits is left in one piece, and so is one that is being coated', () => {
  expect(zonesWanted(workOf(longWall(4)), asked).size).toBe(0);
  expect(zonesWanted(workOf(longWall(120)), { ...asked, isBegun: (id) => id === 'north:z1:coat-1' }).size).toBe(0);
});

test('in the cold a window opens later, so that the strips are narrower; where it closes before it opens, strips are no help', () => {
  const at = (celsius: number) => zonesWanted(workOf(longWall(120)), { ...asked, temperatureOfC: () => celsius }).get('north') ?? 1;
  expect(at(15)).toBeGreaterThan(at(20));
  expect(at(5)).toBe(at(10));
});

test('a corner that is striped with the coat belongs to the strip at its end; its stripe and that strip keep one window', () => {
  const job = longWall(60, 3);
  const east = sampleJob().faces[1]!;
  const placement = { ...east.placement, xM: 60 } as typeof east.placement;
  const work = workOf({ ...job, faces: [...job.faces, { ...east, placement }] });
  const stripes = work.filter(({ step, targetId }) => step === 'stripe' && targetId?.startsWith('east'));
  expect(stripes.map(({ zone }) => [zone!.no, zone!.share])).toEqual([[3, 1]]);
  const first = (no: number) => work.find((item) => item.step === 'coat-1' && item.zone!.no === no)!;
  expect(first(3).waits).toContainEqual(expect.objectContaining({ taskId: stripes[0]!.id, maxH: 6 }));
  expect([1, 2].flatMap((no) => first(no).waits).every(({ maxH }) => maxH === null)).toBe(true);
});

test('a long crack is striped with each strip that it crosses, a pipe with the one that it comes through', () => {
  const pipe = crack({ id: 'p', kind: 'penetration', diameterMm: 110, path: [[10, 1]], widthMm: undefined, movement: undefined });
  const path: [number, number][] = [
    [15, 1],
    [55, 1],
  ];
  const coat = SHIPPED_CATALOGUE.choices('coat', 'liquid-rubber')[0]!;
  const products = pinProducts(coat, 'liquid-rubber', SHIPPED_CATALOGUE);
  const buildUps = [buildUp('north', { family: 'liquid-rubber', products, zones: 2 })];
  const work = workOf(longWall(60, 2, { features: [pipe, crack({ id: 'k', path })], buildUps }));
  const of = (targetId: string) => work.filter((item) => item.targetId === targetId && item.zone);
  expect(of('p').map(({ id, zone }) => [id, zone!.no])).toEqual([
    ['p:lap-pipe', 1],
    ['p:lap-pipe-2', 1],
  ]);
  expect(of('k').map(({ id, zone, quantity }) => [id, zone!.no, quantity.value])).toEqual([
    ['k:stripe:z1', 1, 20],
    ['k:stripe:z2', 2, 20],
  ]);
});

test('material is asked for by the strip: the card, the batch of each, and whole kits', () => {
  const [one, three] = [longWall(60), longWall(60, 3)].map((model) => planJob(model, CREW, USUAL_HOUSE));
  const lines = three!.faces[0]!.lines;
  const coat = three!.workItems.find(({ id }) => id === 'north:z2:coat-1')!;
  const whole = one!.workItems.find(({ step }) => step === 'coat-1')!;
  expect(materialFor(coat, lines)!.amount).toBeCloseTo(materialFor(whole, one!.faces[0]!.lines)!.amount / 3, 9);
  const times = (plan: typeof one) =>
    pieceCards(plan!.faces[0]!.lines, CREW, { wallsC: new Map() }).cards.find(({ what }) => what === 'coat')!;
  expect(times(three).times).toBe(3 * times(one).times);
  expect(times(three).totalKg).toBeCloseTo(times(one).totalKg / 3, 9);
  // of kits that are used up in their own strip none is shared
  const kits = lines.map((line) => ({
    ...line,
    product: { ...line.product, mix: { ...line.product.mix!, wholePacksOnly: true as const } },
  }));
  const [inOne, inThree] = [kits.map(({ zones: _, ...line }) => line), kits].map((each) => [...sumByProduct(each, 0).values()]);
  inOne!.forEach((kg, i) => expect(inThree![i]).toBeGreaterThanOrEqual(kg));
});

test('what if it were laid in strips: asked where it helps, of the work as it would be planned', () => {
  const model = longWall(120);
  const plan = planJob(model, CREW, USUAL_HOUSE);
  const options = { nowMs: NOW, timeZone: 'UTC', temperatureC: 20 };
  const inStrips = (countOf: ReadonlyMap<string, number>) => ({
    workItems: workInZones({ model, junctions: plan.junctions, plans: plan.faces, house: USUAL_HOUSE, conditions: CREW }, countOf),
  });
  const asked = WHAT_IFS.strips({ workItems: plan.workItems, options, people: 2, inStrips })!;
  const zones = asked.strips!.get('north')!;
  expect(asked.workItems).toEqual(workOf(longWall(120, zones)));
  expect(WHAT_IFS.strips({ ...asked, inStrips })).toBeUndefined();
});
