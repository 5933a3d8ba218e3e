import { crack, sampleJob } from '../../../core/src/testing/sample-job';
import { faceAt, featureAt, handleAt } from './hit';
import { layOut, toSheet } from './layout';
import { fitAll, toScreen } from './view';

const job = { ...sampleJob(), features: [crack(), crack({ id: 'n1', kind: 'penetration', path: [[3, 1]] })] };
const layout = layOut(job, null);
const view = fitAll(layout.bounds, { width: 900, height: 600 });
const on = (faceId: string, u: number, v: number) => toScreen(view, ...toSheet(layout.byId.get(faceId)!, [u, v]));
const at = ([px, py]: readonly [number, number], reachPx: number) => ({ px, py, reachPx });

test('a press finds the face under it, and where on it', () => {
  const hit = faceAt(layout, view, ...on('east', 1, 2))!;
  expect(hit.placed.face.id).toBe('east');
  expect(hit.point).toEqual([expect.closeTo(1, 6), expect.closeTo(2, 6)]);
  expect(faceAt(layout, view, 2, 2)).toBeUndefined();
});

test('a press finds the nearest feature within reach: a line along its length, a pipe at its centre', () => {
  const [x, y] = on('north', 1, 1.2);
  expect(featureAt(job, layout, view, { px: x + 6, py: y, reachPx: 9 })?.id).toBe('k1');
  expect(featureAt(job, layout, view, { px: x + 20, py: y, reachPx: 9 })).toBeUndefined();
  expect(featureAt(job, layout, view, { px: x + 20, py: y, reachPx: 22 })?.id).toBe('k1');
  expect(featureAt(job, layout, view, at(on('north', 3, 1), 9))?.id).toBe('n1');
});

test('the end of a line is a handle, its middle is not', () => {
  const placed = layout.byId.get('north')!;
  expect(handleAt(job.features[0]!, placed, view, at(on('north', 1, 2), 9))).toBe(0);
  expect(handleAt(job.features[0]!, placed, view, at(on('north', 1, 0.5), 9))).toBe(1);
  expect(handleAt(job.features[0]!, placed, view, at(on('north', 1, 1.2), 9))).toBe(-1);
});
