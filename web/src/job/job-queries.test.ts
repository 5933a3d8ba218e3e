import { sampleJob } from '../../../core/src/testing/sample-job';
import { withAllLists } from './job-queries';

test('an answer from before there was a kind of thing has an empty list of it; a whole one stays the same object', () => {
  const whole = { model: sampleJob(), versions: {} };
  expect(withAllLists(whole)).toBe(whole);
  const { keptProgrammes: _, ...model } = sampleJob();
  const old = { model: model as never, versions: {} };
  expect(withAllLists(old).model.keptProgrammes).toEqual([]);
  expect(withAllLists(old).model.faces).toBe(model.faces);
});
