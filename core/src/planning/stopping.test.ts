import type { Feature } from '../jobs';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { stoppingInput } from '../water';
import { Planner, USUAL_CREW, USUAL_HOUSE, placingOptions, planJob, programmeJob, workInZones } from './index';

const NOW = Date.parse('2026-06-01T06:00:00Z');
/** On `north` and `east`, which meet at a corner with the same ground water behind them. */
const leak = (id: string, faceId: string, xM: number, wetState: Feature['wetState']): Feature =>
  crack({ id, mark: id, faceId, kind: 'leak', path: [[xM, 0.3]], wetState });
const LEAKS = [
  leak('strong', 'east', 0.5, 'gushing'),
  leak('mid', 'north', 3.5, 'running'),
  leak('weak', 'east', 2, 'weeping'),
  leak('far', 'north', 0.5, 'dripping'),
];
const job = (features: Feature[]) => ({ ...sampleJob(), features, buildUps: [buildUp('north'), buildUp('east')] });

function stops(features: Feature[]) {
  const model = job(features);
  const plan = planJob(model, USUAL_CREW, USUAL_HOUSE);
  const { workItems } = plan;
  const options = placingOptions({
    ...{ model, plan, workItems, house: USUAL_HOUSE, bookings: [], today: '2026-05-18' },
    tool: undefined,
    wallsC: new Map(),
  });
  const { tasks, conflicts } = programmeJob(workItems, { done: new Map() }, { ...options, nowMs: NOW });
  const plugs = tasks.filter(({ id }) => id.endsWith(':plug')).sort((a, b) => a.startMs - b.startMs);
  return { plan, conflicts, order: plugs.map(({ id }) => id.split(':')[0]) };
}

// common practice, no source: towards the strongest, which bleeds until the others have set, whatever wall it is on
test('the strongest of two walls that share one water is stopped last, in the programme too', () => {
  const { plan, order, conflicts } = stops(LEAKS);
  for (const id of ['north', 'east'])
    expect(plan.faces.find(({ faceId }) => faceId === id)!.stopping).toEqual({ faceIds: ['north', 'east'], order });
  expect([...order].sort()).toEqual(['far', 'mid', 'strong', 'weak']);
  expect(order.at(-1)).toBe('strong');
  expect(conflicts).toEqual([]);
});
test('also where the strongest is on the wall that comes first', () => {
  const turned = LEAKS.map((each) => ({ ...each, wetState: { strong: 'weeping', far: 'gushing' }[each.id] ?? each.wetState }) as Feature);
  expect(stops(turned).order.at(-1)).toBe('far');
});

test('without a corner between them, each wall has its own order, and waits for no other', () => {
  const model = job(LEAKS);
  const apart = { ...model, faces: model.faces.map((face) => (face.id === 'east' ? { ...face, spaceId: 'next' } : face)) };
  const { faces, workItems } = planJob(apart, USUAL_CREW, USUAL_HOUSE);
  expect(faces.find(({ faceId }) => faceId === 'north')!.stopping).toMatchObject({ faceIds: ['north'], order: ['far', 'mid'] });
  expect(workItems.filter(({ step }) => step === 'plug').flatMap(({ waits }) => waits)).toEqual([]);
});

test('a leak that is stronger today puts the other wall’s work in another order', () => {
  const planner = new Planner();
  const before = planner.plan(job(LEAKS), USUAL_CREW, USUAL_HOUSE);
  const now = planner.plan(
    job(LEAKS.map((each) => (each.id === 'far' ? { ...each, wetState: 'gushing' } : each))),
    USUAL_CREW,
    USUAL_HOUSE,
  );
  const orderOn = ({ faces }: typeof now) => faces.find(({ faceId }) => faceId === 'east')!.stopping!.order;
  expect(orderOn(before)).not.toEqual(orderOn(now));
  expect(now).toEqual(
    planJob(job(LEAKS.map((each) => (each.id === 'far' ? { ...each, wetState: 'gushing' } : each))), USUAL_CREW, USUAL_HOUSE),
  );
});

test('a wall beside a leak that changed keeps its plan but for the order, and one that shares no water keeps all of it', () => {
  const planner = new Planner();
  const apart: Feature = crack({ id: 'floor leak', mark: 'F1', faceId: 'floor', kind: 'leak', path: [[2, 1.5]], wetState: 'running' });
  const model = job([...LEAKS, apart]);
  const features = model.features.map((each) => (each.id === 'far' ? { ...each, wetState: 'gushing' as const } : each));
  const before = planner.plan(model, USUAL_CREW, USUAL_HOUSE);
  const now = planner.plan({ ...model, features }, USUAL_CREW, USUAL_HOUSE);
  const on = ({ faces }: typeof now, id: string) => faces.find(({ faceId }) => faceId === id)!;
  expect(on(now, 'east').treatments).toBe(on(before, 'east').treatments);
  expect(on(now, 'east').stopping).not.toEqual(on(before, 'east').stopping);
  expect(on(now, 'floor')).toBe(on(before, 'floor'));
});

test('each wall is fed as it would be alone: put side by side, none runs dry for the others', () => {
  const lone = stoppingInput([sampleJob().faces[0]!], { leaks: [] }, -0.5);
  const two = stoppingInput(sampleJob().faces.slice(0, 2), { leaks: [] }, -0.5);
  expect(two.wallBacking.sourceConductanceM2S).toBeCloseTo(2 * lone.wallBacking.sourceConductanceM2S, 12);
  expect([two.faceWidthM, two.faceHeightM, two.bottomLevelM]).toEqual([7, 2.5, -2.5]);
});

test('and so it is when the faces are tried in strips', () => {
  const model = job(LEAKS);
  const { faces: plans, junctions, workItems } = planJob(model, USUAL_CREW, USUAL_HOUSE);
  const setting = { model, junctions, plans, house: USUAL_HOUSE, conditions: USUAL_CREW };
  const waitsOf = (items: typeof workItems) => items.filter(({ step }) => step === 'plug').map(({ id, waits }) => [id, waits]);
  expect(waitsOf(workInZones(setting, new Map()))).toEqual(waitsOf(workItems));
});

test('orders are found a stretch of walls at a step, so that a page answers in between', () => {
  const apart = { ...sampleJob().faces[0]!, id: 'apart', mark: 'P', order: 9, placement: { ...sampleJob().faces[0]!.placement, yM: 40 } };
  const model = job([...LEAKS, leak('alone', 'apart', 1, 'running')]);
  const planner = new Planner();
  const both = { ...model, faces: [...model.faces, apart] };
  const shares = [...planner.prepare(both, USUAL_CREW, USUAL_HOUSE)];
  expect(shares.filter((share) => share === 0)).toHaveLength(2);
  expect(shares.filter((share) => share > 0)).toHaveLength(both.faces.length);
  const plans = planner.plan(both, USUAL_CREW, USUAL_HOUSE).faces;
  expect(plans.find(({ faceId }) => faceId === 'apart')!.stopping).toEqual({ faceIds: ['apart'], order: ['alone'] });
});
