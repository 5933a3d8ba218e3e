import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { USUAL_HOUSE, planJob, workBetween } from './index';

const workOf = (part = {}) =>
  planJob({ ...sampleJob(), buildUps: [buildUp('north')], ...part }, { people: 2, temperatureC: 20 }, USUAL_HOUSE).workItems;

test('a leak that was found is work that nobody has released, and the coat then waits for what stops it', () => {
  const leak = workOf({ features: [crack({ wetState: 'running', widthMm: 0.6 })] });
  const { added, gone, changed } = workBetween(workOf(), leak);
  expect(added.map(({ step }) => step)).toContain('plug');
  expect(gone).toEqual([]);
  expect(changed.map(({ step }) => step)).toEqual(['coat-1']);
  const back = workBetween(leak, workOf());
  expect(back.gone.map(({ id }) => id)).toEqual(added.map(({ id }) => id));
});

test('work that was read back from a file, its fields in another order, is the same', () => {
  const turned = workOf().map((item) => Object.fromEntries(Object.entries(item).reverse()) as typeof item);
  expect(workBetween(workOf(), turned)).toEqual({ added: [], gone: [], changed: [] });
});
