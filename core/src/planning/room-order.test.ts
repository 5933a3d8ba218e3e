import fc from 'fast-check';
import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import type { BuildUp, FamilyId, JobModel } from '../jobs';
import { HOUR_MS } from '../quantities';
import { type foldLog } from '../site-log';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { USUAL_CREW, USUAL_HOUSE, type WorkItem, planJob, programmeJob, walkH } from './index';

const NOW = Date.parse('2026-05-18T05:00:00Z');
const AT = { nowMs: NOW, timeZone: 'UTC', temperatureC: 20 };
const on = (faceId: string, family: FamilyId): BuildUp =>
  buildUp(faceId, { family, products: pinProducts(SHIPPED_CATALOGUE.choices('coat', family)[0]!, family, SHIPPED_CATALOGUE) });

const ROOM: JobModel = {
  ...sampleJob(),
  features: [crack({ wetState: 'running' }), crack({ id: 'k2', faceId: 'east', wetState: 'dry', widthMm: 2 })],
  buildUps: [on('north', 'crystalline-slurry'), on('east', 'rigid-slurry'), on('floor', 'epoxy-vapour-barrier')],
};
const { workItems } = planJob(ROOM, USUAL_CREW, USUAL_HOUSE);

function placed(items: readonly WorkItem[], done: ReturnType<typeof foldLog>['done'] = new Map(), now = NOW) {
  const { tasks, conflicts } = programmeJob(items, { done }, { ...AT, nowMs: now });
  const of = (id: string) => tasks.find((task) => task.id === id)!;
  return { tasks, conflicts, of };
}

describe('one room, three faces (common practice, no source)', () => {
  const { of } = placed(workItems);
  const ends = (pick: (item: WorkItem) => boolean) => Math.max(...workItems.filter(pick).map(({ id }) => of(id).endMs));
  const starts = (pick: (item: WorkItem) => boolean) => Math.min(...workItems.filter(pick).map(({ id }) => of(id).startMs));
  const isClearing = ({ step }: WorkItem) => ['prepare', 'open', 'clean', 'chamfer'].includes(step);
  const isCoat = ({ step }: WorkItem) => step.startsWith('coat-');

  test('dusty and wet work on all of them before the first coat on any', () =>
    expect(starts(isCoat)).toBeGreaterThanOrEqual(ends(isClearing)));
  test('the leak that runs on one wall is plugged before the other wall is coated', () =>
    expect(starts((item) => isCoat(item) && item.faceId === 'east')).toBeGreaterThanOrEqual(ends(({ step }) => step === 'plug')));
  test('the floor is prepared before a wall laps onto it', () =>
    expect(starts(({ step }) => step === 'floor-lap')).toBeGreaterThanOrEqual(of('floor:z1:prepare').endMs));
  test('walls before the floor', () =>
    expect(starts((item) => isCoat(item) && item.faceId === 'floor')).toBeGreaterThanOrEqual(
      ends((item) => isCoat(item) && item.faceId !== 'floor'),
    ));
});

test('nobody walks on epoxy that is two hours old: what is left on the walls waits for its foot-traffic time', () => {
  const coat = workItems.find(({ id }) => id === 'floor:z1:coat-1')!;
  const laidAt = NOW + 2 * HOUR_MS;
  // every wall still to do, the floor laid out of turn
  const done = new Map([[coat.id, { startedAt: NOW, finishedAt: laidAt, firstLaidAt: NOW, lastLaidAt: laidAt }]]) as unknown as ReturnType<
    typeof foldLog
  >['done'];
  const { tasks } = placed(workItems, done, laidAt);
  const waitH = walkH(SHIPPED_CATALOGUE.choices('coat', 'epoxy-vapour-barrier')[0]!)!;
  expect(waitH).toBeGreaterThanOrEqual(12);
  for (const task of tasks)
    if (task.state === 'planned' && task.chain !== 'floor') expect(task.startMs).toBeGreaterThanOrEqual(laidAt + waitH * HOUR_MS);
});

test('a wall that has been begun keeps its window, whatever the rest of the room waits for', () => {
  const first = 'north:z1:coat-1';
  const [startedAt, finishedAt] = [NOW, NOW + HOUR_MS];
  const done = new Map(
    workItems
      .filter(({ faceId, id }) => faceId === 'north' && (id === first || !id.includes(':coat-')))
      .map(({ id }) => [id, { startedAt, finishedAt, firstLaidAt: startedAt, lastLaidAt: finishedAt }]),
  ) as unknown as ReturnType<typeof foldLog>['done'];
  const { conflicts } = placed(workItems, done, finishedAt);
  expect(conflicts.filter(({ taskId }) => taskId.startsWith('north:'))).toEqual([]);
});

const FAMILIES: readonly FamilyId[] = ['crystalline-slurry', 'rigid-slurry', 'flexible-cementitious', 'lime-base-coat'];
test('in any room, at any hour, phase follows phase and nothing starts on a fresh floor', () => {
  fc.assert(
    fc.property(
      fc.array(fc.constantFrom(...FAMILIES), { minLength: 3, maxLength: 3 }),
      fc.integer({ min: 0, max: 60 }),
      (families, hours) => {
        const [north, east, floor] = families as [FamilyId, FamilyId, FamilyId];
        const model = { ...ROOM, buildUps: [on('north', north), on('east', east), on('floor', floor)] };
        const items = planJob(model, USUAL_CREW, USUAL_HOUSE).workItems;
        const { of } = placed(items, new Map(), NOW + hours * HOUR_MS);
        for (const item of items)
          for (const other of items) {
            const [a, b] = [item.room, other.room];
            if (!a || !b || item.faceId === other.faceId) continue;
            if (a.phase === 'clear' && b.phase !== 'clear') expect(of(other.id).startMs).toBeGreaterThanOrEqual(of(item.id).endMs);
            if (a.isFloor && a.freshH !== undefined && of(other.id).startMs >= of(item.id).endMs)
              expect(of(other.id).startMs).toBeGreaterThanOrEqual(of(item.id).endMs + a.freshH * HOUR_MS);
          }
      },
    ),
    { numRuns: 30 },
  );
});

describe('what goes over a fresh filling waits for it', () => {
  const waitsOf = (family: FamilyId, model: JobModel = ROOM) =>
    planJob({ ...model, buildUps: [on('east', family)] }, USUAL_CREW, USUAL_HOUSE).workItems.find(
      ({ id, waits }) => id.startsWith('east:z1:') && waits.length > 0,
    )!.waits;
  const fill = (family: FamilyId) => waitsOf(family).find(({ taskId }) => taskId === 'k2:fill')!;
  test('slurry after 2 h, a film after 24 h', () => {
    expect(fill('rigid-slurry').minH).toBe(2);
    const filled = waitsOf('elastomeric-and-wear-coat').find(({ taskId }) => taskId.startsWith('k2:'));
    expect(filled!.minH).toBeGreaterThanOrEqual(24);
  });
  test('a stripe of the coat itself is followed inside the coat’s own window', () => {
    const coat = SHIPPED_CATALOGUE.choices('coat', 'liquid-rubber')[0]!.coat!;
    const stripe = waitsOf('liquid-rubber').find(({ taskId }) => taskId.endsWith(':stripe'))!;
    expect(stripe).toMatchObject(coat.recoat);
  });
  test('a render over slurry may wait as long as it takes', () => {
    const block: JobModel = { ...ROOM, faces: ROOM.faces.map((face) => ({ ...face, substrate: 'block' as const })) };
    const { workItems: items } = planJob({ ...block, buildUps: [on('east', 'block-wall-crystalline')] }, USUAL_CREW, USUAL_HOUSE);
    expect(items.find(({ step }) => step === 'render')!.waits).toEqual([expect.objectContaining({ minH: 12, maxH: null })]);
  });
});
