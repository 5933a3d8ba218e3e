import { buildUp, sampleJob } from '../testing/sample-job';
import { USUAL_HOUSE, planJob } from './index';

test('a corner that the second of its faces answers for has the head of its own foot, not that of the first face’s corners', () => {
  const job = sampleJob();
  const [north, east] = job.faces;
  // drawn from half a metre further down, with the same edge beside the east wall
  const deeper = { ...north!.placement, zM: -3 } as NonNullable<typeof north>['placement'];
  const outline: [number, number][] = [
    [0, 0],
    [4, 0.5],
    [4, 3],
    [0, 3],
  ];
  const model = { ...job, faces: [{ ...north!, placement: deeper, outline }, east!], buildUps: [buildUp('north')] };
  const corner = planJob(model, { people: 2, temperatureC: 20 }, USUAL_HOUSE).faces[0]!.treatments.find(({ of }) => of !== 'crack')!;
  expect(corner.faceIds).toEqual(['east', 'north']);
  // water at −0.5 m, the corner's foot at −2.5 m
  expect(corner.head!.output.headM).toBeCloseTo(2, 9);
});
