import fc from 'fast-check';
import { USUAL_CREW, USUAL_HOUSE, planJob } from '../planning';
import { buildUp, sampleJob } from '../testing/sample-job';
import { type Face, type FacePoint, findJunctions, keepEdgeIds } from './index';

const start = { ...sampleJob(), buildUps: [buildUp('north'), { ...buildUp('north'), id: 'b2', faceId: 'east' }] };

/** A way in which somebody changes an outline on the pad. */
type Edit =
  | { how: 'corner-on-edge'; face: number; edge: number; share: number }
  | { how: 'pull-corner'; face: number; corner: number; du: number; dv: number }
  | { how: 'drop-corner'; face: number; corner: number };

const edit: fc.Arbitrary<Edit> = fc.oneof(
  fc.record({
    how: fc.constant('corner-on-edge' as const),
    face: fc.nat(2),
    edge: fc.nat(40),
    share: fc.double({ min: 0.1, max: 0.9, noNaN: true }),
  }),
  fc.record({
    how: fc.constant('pull-corner' as const),
    face: fc.nat(2),
    corner: fc.nat(40),
    du: fc.double({ min: -0.3, max: 0.3, noNaN: true }),
    dv: fc.double({ min: -0.3, max: 0.3, noNaN: true }),
  }),
  fc.record({ how: fc.constant('drop-corner' as const), face: fc.nat(2), corner: fc.nat(40) }),
);

function edited(faces: readonly Face[], change: Edit): Face[] {
  const face = faces[change.face]!;
  const n = face.outline.length;
  const outline: FacePoint[] = [...face.outline];
  if (change.how === 'corner-on-edge') {
    const i = change.edge % n;
    const [a, b] = [outline[i]!, outline[(i + 1) % n]!];
    outline.splice(i + 1, 0, [a[0] + (b[0] - a[0]) * change.share, a[1] + (b[1] - a[1]) * change.share]);
  } else if (change.how === 'pull-corner') {
    const i = change.corner % n;
    outline[i] = [outline[i]![0] + change.du, outline[i]![1] + change.dv];
  } else if (n > 4) outline.splice(change.corner % n, 1);
  return faces.map((each) => (each === face ? keepEdgeIds(face, { ...face, outline }) : each));
}

const homes = (faces: readonly Face[]) => new Map(findJunctions(faces).map((junction) => [junction.id, junction]));
const before = homes(start.faces);

test('a corner added anywhere leaves every junction its name, on the same two faces', () => {
  fc.assert(
    fc.property(
      fc.array(
        edit.filter(({ how }) => how === 'corner-on-edge'),
        { minLength: 1, maxLength: 8 },
      ),
      (edits) => {
        const after = homes(edits.reduce(edited, start.faces));
        for (const [id, { kind, faceIds }] of before) expect(after.get(id)).toMatchObject({ kind, faceIds });
        // and no two have one name
        expect(after.size).toBe(findJunctions(edits.reduce(edited, start.faces)).length);
      },
    ),
    { numRuns: 300 },
  );
});

test('corners pulled about and let go again: what meets again is called as it was', () => {
  fc.assert(
    fc.property(fc.array(edit, { minLength: 1, maxLength: 6 }), (edits) => {
      const changed = edits.reduce(edited, start.faces);
      // undone by drawing the old outline again, not by taking the change back
      const redrawn = start.faces.map((face, i) => keepEdgeIds(changed[i]!, { ...face, edgeIds: undefined }));
      const pulledAway = edits.some(({ how }) => how !== 'corner-on-edge');
      const after = homes(redrawn);
      if (!pulledAway) expect([...after.keys()].sort()).toEqual([...before.keys()].sort());
      expect(after.size).toBe(before.size);
    }),
    { numRuns: 300 },
  );
});

test('every override and every entry of the log is still at home, whatever corners were added', () => {
  const overrides = [...before.keys()].map((targetId) => ({ targetId, ruleId: 'leave', reason: 'seen dry' }));
  const decided = { ...start, buildUps: start.buildUps.map((each) => ({ ...each, overrides })) };
  const plan = (faces: Face[], of = start) => planJob({ ...of, faces }, USUAL_CREW, USUAL_HOUSE);
  const logged = plan(start.faces).workItems.map(({ id }) => id);
  fc.assert(
    fc.property(
      fc.array(
        edit.filter(({ how }) => how === 'corner-on-edge'),
        { minLength: 1, maxLength: 5 },
      ),
      (edits) => {
        const faces = edits.reduce(edited, start.faces);
        const work = new Set(plan(faces).workItems.map(({ id }) => id));
        expect(logged.filter((id) => !work.has(id))).toEqual([]);
        const left = plan(faces, decided).faces.flatMap(({ treatments }) =>
          treatments.filter(({ instead }) => instead).map(({ targetId }) => targetId),
        );
        expect([...before.keys()].filter((id) => !left.includes(id))).toEqual([]);
      },
    ),
    { numRuns: 100 },
  );
});

test('a number is never given twice to what was never one edge', () => {
  const face = start.faces[0]!;
  const grown = keepEdgeIds(face, { ...face, outline: [...face.outline.slice(0, 3), [1, 4], ...face.outline.slice(3)] });
  const shrunk = keepEdgeIds(grown, { ...grown, outline: face.outline });
  const again = keepEdgeIds(shrunk, { ...shrunk, outline: [[0, 0], [2, -1], ...face.outline.slice(1)] });
  expect(keepEdgeIds(face, face)).toEqual(face);
  expect(again.edgeIds === undefined || again.edgeIds.length === again.outline.length).toBe(true);
  expect(shrunk.outline).toEqual(face.outline);
});
