import { crack, sampleJob } from '../../../core/src/testing/sample-job';
import { snap, snapTargets } from './snap';

const face = sampleJob().faces[0]!;
/** heights are drawn four times as large */
const toPx = ([u, v]: readonly [number, number]) => [u * 50, -v * 200] as const;
const targets = snapTargets(face, [crack(), crack({ id: 'n', kind: 'tie-hole', path: [[3, 1]] }), crack({ id: 'x', faceId: 'east' })]);
const at = (u: number, v: number, reach = 9) => snap([u, v], targets, toPx, reach);

test('a corner of the face, the end of a crack and a hole draw a point to themselves', () => {
  expect(at(0.05, 0.02)).toEqual({ point: [0, 0], snapped: true });
  expect(at(1.1, 1.98)).toEqual({ point: [1, 2], snapped: true });
  expect(at(3.1, 1.01).point).toEqual([3, 1]);
});

test('an end goes before the edge it stands on; along an edge the point keeps its place', () => {
  const { point } = at(2.3, 0.03);
  expect(point[0]).toBeCloseTo(2.3, 9);
  expect(point[1]).toBe(0);
  const onCrack = at(1.1, 1.2).point;
  expect(onCrack[0]).toBeCloseTo(1, 9);
});

test('further off than reach, in pixels and not in metres, it stays where it was set', () => {
  expect(at(2, 1.2)).toEqual({ point: [2, 1.2], snapped: false });
  expect(at(2.3, 0.06).snapped).toBe(false);
  expect(at(2.3, 0.06, 22).snapped).toBe(true);
});

test('another face’s features draw nothing', () => {
  expect(snapTargets(face, [crack({ faceId: 'east' })]).points).toHaveLength(4);
});
