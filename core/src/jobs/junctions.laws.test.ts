import fc from 'fast-check';
import { sampleJob } from '../testing/sample-job';
import { type Face, findJunctions, shaftShapes } from './index';

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

test('whatever order the faces come in, their junctions are the same, names and all; a wall answers for its foot', () => {
  fc.assert(
    fc.property(fc.shuffledSubarray(room, { minLength: room.length }), (faces) =>
      expect(findJunctions(faces)).toEqual(findJunctions(room)),
    ),
  );
  expect(findJunctions(room).flatMap(({ kind, faceIds }) => (kind === 'wall-floor' ? [faceIds[1]] : []))).toEqual(['floor', 'floor']);
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
  expect(findJunctions(seen({ angleDeg: 120 }))[0]).toEqual({ ...corner, angleDeg: 120 });
  expect(findJunctions(seen({ isAbsent: true }))).toEqual(others);
  // one that is no longer there, because the faces were moved apart, does no harm
  expect(findJunctions([{ ...room[0]!, junctionEdits: [{ junctionId: 'gone', isAbsent: true }] }])).toEqual([]);
});

const shaft = (footM: number, diameterM: number): Face[] =>
  shaftShapes({ xM: 12, yM: -3, footM, heightM: 4, diameterM }).map((shape, i) => ({ ...room[0]!, ...shape, id: `shaft${i}` }));

test('a shaft meets its floor all round: the circumference, by its own formula', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.8, max: 12, noNaN: true }), shift, (diameterM, footM) => {
      const [ring, ...more] = findJunctions(shaft(footM, diameterM));
      expect(more).toEqual([]);
      expect(ring).toMatchObject({ id: 'shaft0.foot~shaft1.ring', kind: 'wall-floor', faceIds: ['shaft0', 'shaft1'], angleDeg: 90 });
      expect(ring!.lengthM).toBeCloseTo(Math.PI * diameterM, 2);
      expect(ring!.from[1]).toBe(0);
    }),
  );
});

test('half a floor meets half the shaft; one at another level, beside it, or square within it, none of it', () => {
  const [wall, floor] = shaft(-4, 3) as [Face, Face];
  const half = findJunctions([wall, { ...floor, outline: [...floor.outline.slice(0, 19)] }]);
  expect(half).toHaveLength(1);
  expect(half[0]!.lengthM / (Math.PI * 3)).toBeCloseTo(0.5, 2);
  const at = floor.placement as Extract<Face['placement'], { kind: 'plane' }>;
  const moved = (part: object): Face => ({ ...floor, placement: { ...at, ...part } });
  expect(findJunctions([wall, moved({ zM: -3.9 })])).toEqual([]);
  expect(findJunctions([wall, moved({ xM: at.xM + 3 })])).toEqual([]);
  const square: Face = { ...floor, outline: [[0.44, 0.44], [2.56, 0.44], [2.56, 2.56], [0.44, 2.56]] }; // prettier-ignore
  expect(findJunctions([wall, square])).toEqual([]);
});
