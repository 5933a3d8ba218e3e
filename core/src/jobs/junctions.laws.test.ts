import fc from 'fast-check';
import { sampleJob } from '../testing/sample-job';
import { type Face, findJunctions } from './index';

const room = sampleJob().faces;

/** The same room elsewhere and turned: every plane placement moved by the same rigid motion of the plan. */
function moved(faces: readonly Face[], turnDeg: number, dx: number, dy: number, dz: number): Face[] {
  const a = (turnDeg * Math.PI) / 180;
  return faces.map((face) => {
    const p = face.placement;
    if (p.kind !== 'plane') return face;
    const [xM, yM] = [p.xM * Math.cos(a) - p.yM * Math.sin(a) + dx, p.xM * Math.sin(a) + p.yM * Math.cos(a) + dy];
    return { ...face, placement: { ...p, xM, yM, zM: p.zM + dz, headingDeg: p.headingDeg + turnDeg } };
  });
}

const summary = (faces: readonly Face[]) =>
  findJunctions(faces).map(
    ({ kind, faceIds, lengthM, angleDeg }) => `${kind} ${faceIds.join('~')} ${lengthM.toFixed(3)} ${angleDeg.toFixed(1)}`,
  );
const shift = fc.double({ min: -500, max: 500, noNaN: true });

test('how faces meet does not depend on where the room stands or which way it looks', () => {
  fc.assert(
    fc.property(fc.double({ min: 0, max: 360, noNaN: true }), shift, shift, shift, (turn, dx, dy, dz) =>
      expect(summary(moved(room, turn, dx, dy, dz))).toEqual(summary(room)),
    ),
  );
});

test('the order of the faces changes names, not junctions', () => {
  const kinds = (faces: readonly Face[]) =>
    findJunctions(faces)
      .map(({ kind, lengthM }) => `${kind} ${lengthM.toFixed(3)}`)
      .sort();
  fc.assert(fc.property(fc.shuffledSubarray(room, { minLength: room.length }), (faces) => expect(kinds(faces)).toEqual(kinds(room))));
});

test('a tape’s error of a centimetre does not part what meets; ten do', () => {
  const [north, east] = room as [Face, Face];
  const apart = (byM: number): Face => ({
    ...east,
    placement: { ...(east.placement as Extract<Face['placement'], { kind: 'plane' }>), xM: 4 + byM },
  });
  expect(findJunctions([north, apart(0.01)])).toHaveLength(1);
  expect(findJunctions([north, apart(0.1)])).toHaveLength(0);
});

test('a wall that stands on half a floor meets just that half', () => {
  const [north, , floor] = room as [Face, Face, Face];
  const short: Face = {
    ...north,
    outline: [
      [0, 0],
      [2, 0],
      [2, 2.5],
      [0, 2.5],
    ],
  };
  expect(findJunctions([short, floor]).map((j) => [j.kind, j.lengthM])).toEqual([['wall-floor', expect.closeTo(2, 9)]]);
});

test('two walls in one line meet in a joint', () => {
  const [north] = room as [Face];
  const next: Face = { ...north, id: 'next', placement: { ...(north.placement as Extract<Face['placement'], { kind: 'plane' }>), xM: 4 } };
  expect(findJunctions([north, next]).map((j) => [j.kind, Math.round(j.angleDeg)])).toEqual([['in-line', 180]]);
});

test('a hundred rooms are gone through in the blink of an eye', () => {
  const many = Array.from({ length: 100 }, (_, i) =>
    moved(room, 0, 20 * i, 0, 0).map((face) => ({ ...face, id: `${face.id}${i}` })),
  ).flat();
  expect(findJunctions(many)).toHaveLength(300);
});

test('what someone saw of a junction goes before what the outlines say', () => {
  const [corner, ...others] = findJunctions(room);
  const seen = (edit: object): Face[] =>
    room.map((face) => (face.id === corner!.faceIds[0] ? { ...face, junctionEdits: [{ junctionId: corner!.id, ...edit }] } : face));
  expect(findJunctions(seen({ kind: 'movement' }))[0]).toEqual({ ...corner, kind: 'movement' });
  expect(findJunctions(seen({ kind: 'construction', lengthM: 1.8 }))[0]).toEqual({ ...corner, kind: 'construction', lengthM: 1.8 });
  expect(findJunctions(seen({ isAbsent: true }))).toEqual(others);
  // one that is no longer there, because the faces were moved apart, does no harm
  expect(findJunctions([{ ...room[0]!, junctionEdits: [{ junctionId: 'gone', isAbsent: true }] }])).toEqual([]);
});
