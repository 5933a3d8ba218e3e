import type { Face, JobModel } from '@caulkhorn/core/jobs';
import fc from 'fast-check';
import { sampleJob } from '../../../core/src/testing/sample-job';
import { LabelPlacer } from './labels';
import { fromSheet, layOut, toSheet } from './layout';
import { newFeature, nextMark } from './new-feature';
import { walkScale } from './paint-walk';
import { STAFF_PX, fitAll, fitFace, fromScreen, panBy, toScreen, zoomAt } from './view';

const pipe: Face = {
  ...sampleJob().faces[0]!,
  id: 'pipe',
  kind: 'lining',
  order: 3,
  placement: { kind: 'cylinder', axis: 'horizontal', xM: 0, yM: 0, zM: -3, headingDeg: 0, radiusM: 0.9, startAngleDeg: -90 },
  outline: [
    [0, 0],
    [18, 0],
    [18, 5.65],
    [0, 5.65],
  ],
};
const job: JobModel = { ...sampleJob(), faces: [...sampleJob().faces, pipe] };

describe('layout', () => {
  const layout = layOut(job, null);

  test('walls stand side by side on their true level, the floor hangs under them, a lining under its crown', () => {
    const of = (id: string) => layout.byId.get(id)!;
    expect(of('north')).toMatchObject({ as: 'upright', x: 0, width: 4, top: 0, bottom: -2.5 });
    expect(of('east')).toMatchObject({ as: 'upright', x: 4, width: 3 });
    expect(of('floor').as).toBe('plate');
    expect(of('floor').top).toBeLessThan(-2.5);
    expect(of('pipe')).toMatchObject({ as: 'lining', top: expect.closeTo(-2.1, 9) });
  });

  test('a point of a face comes back from the sheet', () => {
    for (const open of [null, 'floor'])
      for (const placed of layOut(job, open).faces)
        fc.assert(
          fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: 0, max: 1, noNaN: true }), (a, b) => {
            const { minU, maxU, minV, maxV } = placed.extent;
            const point = [minU + a * (maxU - minU), minV + b * (maxV - minV)] as const;
            const back = fromSheet(placed, ...toSheet(placed, point))!;
            expect(back[0]).toBeCloseTo(point[0], 6);
            expect(back[1]).toBeCloseTo(point[1], 6);
          }),
          { numRuns: 40 },
        );
  });

  test('a face opened in true plan stands alone', () =>
    expect(layOut(job, 'floor').faces.map((f) => [f.face.id, f.as])).toEqual([['floor', 'plan']]));

  test('an empty job has a sheet too', () => {
    const { bounds } = layOut({ ...job, faces: [], waterLevels: [] }, null);
    expect(Object.values(bounds).every(Number.isFinite)).toBe(true);
  });
});

describe('view', () => {
  const size = { width: 800, height: 500 };
  const view = fitAll(layOut(job, null).bounds, size);

  test('everything fits', () => {
    const { minX, maxX, minY, maxY } = layOut(job, null).bounds;
    for (const [x, y] of [
      [minX, minY],
      [maxX, maxY],
    ] as const) {
      const [px, py] = toScreen(view, x, y);
      expect(px).toBeGreaterThanOrEqual(0);
      expect(px).toBeLessThanOrEqual(size.width);
      expect(py).toBeGreaterThanOrEqual(0);
      expect(py).toBeLessThanOrEqual(size.height);
    }
  });

  test('one face is never stretched, and takes half of the height or the whole width', () => {
    const side = fc.double({ min: 0.3, max: 60, noNaN: true });
    const px = (min: number, max: number) => fc.integer({ min, max });
    fc.assert(
      fc.property(
        side,
        side,
        fc.double({ min: -30, max: 30, noNaN: true }),
        px(320, 1600),
        px(140, 1000),
        (wide, high, minX, width, height) => {
          const bounds = { minX, maxX: minX + wide, minY: -high, maxY: 0 };
          const face = fitFace(bounds, { width, height });
          expect(face.scaleY).toBe(face.scale);
          const [left, top] = toScreen(face, minX, 0);
          const [right, bottom] = toScreen(face, minX + wide, -high);
          const share = (bottom - top) / height;
          const across = (right - left) / (width - STAFF_PX);
          expect(share > 0.499 || across > 0.8 || height < 200).toBe(true);
          for (const [from, to, room] of [
            [left - STAFF_PX, right, width],
            [top, bottom, height],
          ] as const) {
            expect(from).toBeGreaterThan(-0.01);
            expect(to).toBeLessThan(room + 0.01);
          }
        },
      ),
    );
  });

  test('the walk line holds the whole walk, and a press on it comes back to its place', () => {
    const layout = layOut(job, null);
    const { toPx, toM } = walkScale(layout, 600);
    expect(toPx(layout.bounds.minX)).toBeGreaterThanOrEqual(0);
    expect(toPx(layout.bounds.maxX)).toBeLessThanOrEqual(600);
    for (const x of [layout.bounds.minX, 3.3, layout.bounds.maxX]) expect(toM(toPx(x))).toBeCloseTo(x, 9);
  });

  test('zooming keeps what is under the pointer, panning moves by what it says', () => {
    const under = fromScreen(view, 300, 200);
    const [px, py] = toScreen(zoomAt(view, 300, 200, 1.7), ...under);
    expect([px, py]).toEqual([expect.closeTo(300, 6), expect.closeTo(200, 6)]);
    const [qx, qy] = toScreen(panBy(view, 10, -5), ...under);
    expect([qx, qy]).toEqual([expect.closeTo(310, 6), expect.closeTo(195, 6)]);
  });
});

test('no label covers another', () => {
  const box = fc.record({
    x: fc.integer({ min: -50, max: 500 }),
    y: fc.integer({ min: -50, max: 500 }),
    width: fc.integer({ min: 1, max: 120 }),
    height: fc.integer({ min: 1, max: 20 }),
  });
  fc.assert(
    fc.property(fc.array(box, { maxLength: 60 }), (boxes) => {
      const placer = new LabelPlacer();
      const placed = boxes.flatMap((each) => placer.place([each]) ?? []);
      if (boxes.length > 0) expect(placed.length).toBeGreaterThan(0);
      placed.forEach((a, i) =>
        placed
          .slice(i + 1)
          .forEach((b) => expect(a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height).toBe(false)),
      );
    }),
  );
});

test('new features take the next free mark, and numbers to the millimetre', () => {
  const first = newFeature(
    'crack',
    'north',
    [
      [1.23456, 1],
      [1, 2],
    ],
    { features: [] },
  );
  expect([first.mark, first.path[0]]).toEqual(['K1', [1.235, 1]]);
  expect(
    nextMark('crack', [
      { ...first, mark: 'K7' },
      { ...first, mark: 'old' },
    ]),
  ).toBe('K8');
});
