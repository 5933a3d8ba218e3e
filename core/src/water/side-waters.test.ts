import type { JobModel } from '../jobs';
import { sampleJob } from '../testing/sample-job';
import { sideWaters } from './index';

/** The ground behind a wall with its foot at −2.5 m, its water at this level; undefined: nobody found it. */
function behind(levelM: number | undefined) {
  const sample = sampleJob();
  const model: JobModel = {
    ...sample,
    waterLevels: sample.waterLevels.map((level) => (level.id === 'high' ? { ...level, levelM: levelM ?? 0 } : level)),
    waterBodies: sample.waterBodies.map(({ governingLevelId, ...body }) => (levelM === undefined ? body : { ...body, governingLevelId })),
  };
  return sideWaters(model.faces[0]!, model);
}

test('water behind a wall presses with what stands over its foot', () => {
  expect(behind(-0.5)).toEqual([{ side: 'negative', densityKgM3: 1000, headM: 2 }]);
  expect(behind(-2.5)).toEqual([{ side: 'negative', densityKgM3: 1000, headM: 0 }]);
});

test('water below the foot presses with nothing, and never pulls', () => {
  expect(behind(-4)).toEqual([{ side: 'negative', densityKgM3: 1000, headM: 0 }]);
});

test('a level that nobody found is water that may press: listed, without a head (BS 8102:2022, from memory)', () => {
  expect(behind(undefined)).toEqual([{ side: 'negative', densityKgM3: 1000 }]);
});
