import fc from 'fast-check';
import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import { type BuildUp, type FamilyId, type JobModel, REMEDY_WAYS, type Remedy, type RemedyWay } from '../jobs';
import { productOfWork } from '../proof';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import {
  type PlanRevision,
  USUAL_HOUSE,
  type WorkItem,
  hazardsOf,
  materialFor,
  planJob,
  programmeJob,
  remedyWays,
  revisionContent,
} from './index';

const CREW = { people: 2, temperatureC: 20 };
const NOW = Date.parse('2026-05-18T05:00:00Z');
const remedy = (workItemId: string, way: RemedyWay): Remedy => ({
  ...{ workItemId, way, reason: 'rain', decidedAt: '2026-05-18T05:00:00Z' },
});

function withSystem(family: FamilyId, remedies: Remedy[] = [], part: Partial<JobModel> = {}): JobModel {
  const [coat] = SHIPPED_CATALOGUE.choices('coat', family);
  const products = pinProducts(coat!, family, SHIPPED_CATALOGUE);
  return {
    ...sampleJob(),
    buildUps: [{ ...buildUp('north', { family, products }), ...(remedies.length > 0 ? { remedies } : {}) }],
    ...part,
  };
}
const planned = (model: JobModel) => planJob(model, CREW, USUAL_HOUSE);
const byId = (items: readonly WorkItem[], id: string) => items.find((item) => item.id === id)!;
const SECOND = 'north:z1:coat-2';

test('a late cement coat is laid into a slurry that was scrubbed in just before, and no longer asks for the window that it missed', () => {
  const [before, after] = [
    planned(withSystem('crystalline-slurry')),
    planned(withSystem('crystalline-slurry', [remedy(SECOND, 'wet-and-slurry')])),
  ];
  const ids = after.workItems.map(({ id }) => id);
  expect(ids.filter((id) => !before.workItems.some((item) => item.id === id))).toEqual([`${SECOND}:slurry-in`]);
  expect(ids.indexOf(`${SECOND}:slurry-in`)).toBe(ids.indexOf(SECOND) - 1);
  const [slurry, late] = [byId(after.workItems, `${SECOND}:slurry-in`), byId(after.workItems, SECOND)];
  expect(slurry.waits).toEqual([
    { taskId: 'north:z1:coat-1', minH: byId(before.workItems, SECOND).waits[0]!.minH, maxH: null, referenceC: 20 },
  ]);
  // 10 m² at 6 person-minutes, two people: half an hour
  expect([slurry.durationMin, slurry.quantity]).toEqual([30, { value: 10, unit: 'm²' }]);
  expect(late.waits).toEqual([{ taskId: slurry.id, minH: 0, maxH: expect.any(Number), referenceC: 20, atOnce: true }]);
  expect(late.rewet).toBe(false);
  expect(hazardsOf(slurry, after.faces[0]!.lines)).toEqual(expect.arrayContaining(['silica-dust', 'caustic-cement']));
});

test('a late film is sanded and primed by what it is bound with, and follows the primer in its time; without its sheet in the usual one', () => {
  const [primed, other] = (['moisture-cure-pu', 'elastomeric-and-wear-coat'] as const).map((family) => {
    const { workItems } = planned(withSystem(family));
    const late = workItems.findLast(({ step, waits }) => step.startsWith('coat-') && waits.some(({ maxH }) => maxH !== null))!;
    const next = planned(withSystem(family, [remedy(late.id, 'abrade-and-prime')]));
    return { late: byId(next.workItems, late.id), abrade: byId(next.workItems, `${late.id}:abrade`), plan: next.faces[0]! };
  });
  const primer = primed!.plan.products!['epoxy-primer']!;
  expect(primed!.late.waits.slice(-1)).toEqual([{ taskId: primed!.abrade.id, ...primer.coat!.recoat, referenceC: primer.referenceC }]);
  expect(materialFor(primed!.abrade, primed!.plan.lines)).toEqual({ product: primer, amount: 10 * primer.coat!.kgPerM2PerCoat });
  expect(primed!.abrade.machines).toEqual(['grinder']);
  expect(materialFor(other!.abrade, other!.plan.lines)!.product.role).toBe('acrylic-primer');
  const { 'epoxy-primer': _, ...products } = primed!.plan.products!;
  const pins = Object.fromEntries(Object.entries(products).map(([role, { id, version }]) => [role, { id, version }]));
  const bare = withSystem('moisture-cure-pu', [remedy(primed!.late.id, 'abrade-and-prime')]);
  const unprimed = planned({ ...bare, buildUps: bare.buildUps.map((each) => ({ ...each, products: pins })) });
  expect(byId(unprimed.workItems, primed!.late.id).waits.at(-1)).toMatchObject({ minH: 1, maxH: 24 });
});

test('what is started over is taken off and laid anew, coat by coat in its windows, and takes its material once more', () => {
  const before = planned(withSystem('crystalline-slurry'));
  const after = planned(withSystem('crystalline-slurry', [remedy(SECOND, 'start-over')]));
  const off = byId(after.workItems, `${SECOND}:take-off`);
  const anew = byId(after.workItems, 'north:z1:coat-1:again');
  expect(anew).toMatchObject({ step: 'coat-1', again: 1, waits: [{ taskId: off.id, minH: 0, maxH: null }] });
  expect(byId(after.workItems, SECOND).waits).toEqual(byId(before.workItems, SECOND).waits.map((wait) => ({ ...wait, taskId: anew.id })));
  const kg = (plan: typeof before) => {
    const [{ lines }] = plan.faces as [(typeof plan.faces)[number]];
    return lines.filter(({ what }) => what === 'coat').reduce((sum, { amount }) => sum + amount, 0);
  };
  // two coats planned, three laid
  expect(kg(after) / kg(before)).toBeCloseTo(1.5);
  expect(materialFor(anew, after.faces[0]!.lines)!.amount).toBeCloseTo(kg(before) / 2);
});

test('a strip has its own slurry and no other, and a second miss is made good beside the first', () => {
  const [base] = withSystem('crystalline-slurry').buildUps;
  const remedies = [remedy('north:z2:coat-2', 'wet-and-slurry'), remedy('north:z2:coat-2', 'wet-and-slurry')];
  const { workItems, faces } = planned({ ...sampleJob(), buildUps: [{ ...base!, zones: 2, remedies }] });
  const slurries = workItems.filter(({ step }) => step === 'slurry-in');
  expect(slurries.map(({ id, zone }) => [id, zone!.no])).toEqual([
    ['north:z2:coat-2:slurry-in', 2],
    ['north:z2:coat-2:slurry-in-2', 2],
  ]);
  expect(slurries[1]!.waits.map(({ taskId }) => taskId)).toEqual([slurries[0]!.id]);
  expect(materialFor(slurries[0]!, faces[0]!.lines)!.amount).toBeCloseTo(0.5 * 5);
});

test('it is released with its reason, and its own sheet is known by the release', () => {
  const model = withSystem('crystalline-slurry', [remedy(SECOND, 'wet-and-slurry')]);
  const content = revisionContent(model, planned(model), CREW, USUAL_HOUSE);
  expect(content.decided!.faces.find(({ faceId }) => faceId === 'north')!.remedies).toEqual(model.buildUps[0]!.remedies);
  const coat = planned(model).faces[0]!.products!.coat!;
  expect(productOfWork(content as PlanRevision, `${SECOND}:slurry-in`)!.id).toBe(coat.id);
});

test('what has no usual way is started over, or the maker is asked', () => {
  expect(remedyWays({ binder: 'cement' })).toEqual(['wet-and-slurry', 'start-over']);
  expect(remedyWays({ binder: 'mineral' })).toEqual(['start-over']);
});

test.each<RemedyWay>(['start-over', 'wet-and-slurry'])(
  'a coat over one that came late as well (%s) and is started over: every layer under it is laid once more, under a name of its own',
  (below) => {
    const third = SECOND.replace('coat-2', 'coat-3');
    const thick = withSystem('crystalline-slurry');
    const [base] = thick.buildUps;
    const alterations: BuildUp['alterations'] = [{ do: 'coats', layer: 'coat', figure: 3, reason: 'rubble' }];
    const model = { ...thick, buildUps: [{ ...base!, alterations, remedies: [remedy(SECOND, below), remedy(third, 'start-over')] }] };
    const { workItems } = planned(model);
    expect(new Set(workItems.map(({ id }) => id)).size).toBe(workItems.length);
    const coats = workItems.filter(({ step }) => step.startsWith('coat-'));
    const first =
      below === 'start-over'
        ? [
            ['coat-1', undefined],
            ['coat-1', 1],
          ]
        : [['coat-1', undefined]];
    const again = below === 'start-over' ? 2 : 1;
    expect(coats.map((item) => [item.step, item.again])).toEqual([
      ...first,
      ['coat-2', undefined],
      ['coat-1', again],
      ['coat-2', 1],
      ['coat-3', undefined],
    ]);
    expect(coats.at(-1)!.waits.map(({ taskId }) => taskId)).toEqual([coats.at(-2)!.id]);
  },
);

test('whatever is decided for whichever coat: nothing of the log loses its work, and all of it has a place in time', () => {
  const FAMILIES: FamilyId[] = [
    'crystalline-slurry',
    'rigid-slurry',
    'flexible-cementitious',
    'thick-film',
    'silicate-sealer',
    'deck-membrane',
  ];
  const decisions = fc.array(fc.record({ way: fc.constantFrom(...REMEDY_WAYS), at: fc.nat(20) }), { minLength: 1, maxLength: 4 });
  fc.assert(
    fc.property(
      fc.constantFrom(...FAMILIES),
      fc.option(fc.integer({ min: 2, max: 4 }), { nil: undefined }),
      decisions,
      (family, zones, decided) => {
        const [base] = withSystem(family).buildUps;
        const model = (remedies: Remedy[]): JobModel => ({
          ...sampleJob(),
          features: [crack({ wetState: 'weeping', widthMm: 0.6 })],
          buildUps: [{ ...base!, ...(zones === undefined ? {} : { zones }), remedies }],
        });
        const before = planned(model([])).workItems;
        const late = before.filter(({ waits }) => waits.some(({ maxH }) => maxH !== null));
        if (late.length === 0) return;
        const remedies = decided.map(({ way, at }) => remedy(late[at % late.length]!.id, way));
        const after = planned(model(remedies)).workItems;
        const ids = after.map(({ id }) => id);
        expect(new Set(ids).size).toBe(ids.length);
        for (const { id } of before) expect(ids).toContain(id);
        for (const { id, waits } of after) for (const { taskId } of waits) expect(ids.indexOf(taskId)).toBeLessThan(ids.indexOf(id));
        const { tasks } = programmeJob(after, { done: new Map() }, { nowMs: NOW, timeZone: 'UTC', temperatureC: 20 });
        expect(tasks.every(({ endMs }) => Number.isFinite(endMs))).toBe(true);
      },
    ),
    { numRuns: 80 },
  );
});
