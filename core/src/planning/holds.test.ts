import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import type { FamilyId, HoldKind } from '../jobs';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { USUAL_HOUSE, planJob, revisionContent, workBetween, workItemsBefore } from './index';

const CREW = { people: 2, temperatureC: 20 };
function jobOf(holds: HoldKind[], zones?: number, family: FamilyId = 'crystalline-slurry') {
  const job = sampleJob();
  const [coat] = SHIPPED_CATALOGUE.choices('coat', family);
  const products = pinProducts(coat!, family, SHIPPED_CATALOGUE);
  return {
    ...job,
    job: { ...job.job, ...(holds.length > 0 ? { holds } : {}) },
    features: [crack({ wetState: 'weeping', widthMm: 0.6 })],
    buildUps: [{ ...buildUp('north', { family, products }), ...(zones === undefined ? {} : { zones }) }],
  };
}
const heldIn = (...of: Parameters<typeof jobOf>) =>
  planJob(jobOf(...of), CREW, USUAL_HOUSE).workItems.flatMap(({ id, hold }) => (hold ? [`${hold} ${id}`] : []));

test('without a word about it nothing is held; before the first layer of every strip, and before what covers the coat', () => {
  expect(heldIn([])).toEqual([]);
  expect(heldIn(['ready'])).toEqual(['ready north:z1:coat-1']);
  expect(heldIn(['ready'], 2)).toEqual(['ready north:z1:coat-1', 'ready north:z2:coat-1']);
  expect(heldIn(['cover'], undefined, 'hot-rubber')).toEqual(['cover north:z1:board']);
  expect(heldIn(['ready', 'cover'], undefined, 'hot-rubber')).toEqual(['ready north:z1:bitumen-primer', 'cover north:z1:board']);
});

test('a hold point is part of what is released: the plan is another with it', () => {
  const content = (holds: HoldKind[]) => {
    const model = jobOf(holds);
    return revisionContent(model, planJob(model, CREW, USUAL_HOUSE), CREW, USUAL_HOUSE);
  };
  expect(content(['ready']).fingerprint).not.toBe(content([]).fingerprint);
  const { changed } = workBetween(content([]).workItems, content(['ready']).workItems);
  expect(changed.map(({ id }) => id)).toEqual(['north:z1:coat-1']);
});

test('what is done on the face before it is all before it in order, and nothing of other faces', () => {
  const { workItems } = planJob({ ...jobOf([]), buildUps: [buildUp('north'), buildUp('east')] }, CREW, USUAL_HOUSE);
  const coat = workItems.find(({ id }) => id === 'north:z1:coat-1')!;
  const before = workItemsBefore(workItems, coat);
  expect(before[0]).toBe('north:z1:prepare');
  expect(before).not.toContain(coat.id);
  expect(before.some((id) => id.startsWith('east'))).toBe(false);
  const strips = planJob(jobOf(['ready'], 2), CREW, USUAL_HOUSE).workItems;
  const second = strips.find(({ id }) => id === 'north:z2:coat-1')!;
  const beforeSecond = workItemsBefore(strips, second);
  expect(beforeSecond).toContain('north:z1:prepare');
  expect(beforeSecond.filter((id) => id.startsWith('north:z1:coat'))).toEqual([]);
});
