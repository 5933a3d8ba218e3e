import fc from 'fast-check';
import { accepted, refusals } from '../testing/results';
import { sampleJob } from '../testing/sample-job';
import {
  type Face,
  facesInWalk,
  findJunctions,
  levelAt,
  levelRange,
  outlineAreaM2,
  type PlacedShape,
  roomShapes,
  shaftShapes,
  tapedWalls,
  sitePoint,
  tunnelShapes,
  walkWalls,
} from './index';

const at = { xM: 10, yM: 5, footM: -3, heightM: 2.4, soffit: true };
const L_SHAPED = [
  { lengthM: 6, turnRightDeg: 90 },
  { lengthM: 4, turnRightDeg: 90 },
  { lengthM: 2, turnRightDeg: -90 },
  { lengthM: 1, turnRightDeg: 90 },
  { lengthM: 4, turnRightDeg: 90 },
  { lengthM: 5, turnRightDeg: 90 },
];
const asFaces = (shapes: PlacedShape[]): Face[] => shapes.map((shape, i) => ({ ...sampleJob().faces[0]!, ...shape, id: `f${i}` }));

test('an L of six walls: areas, levels, and its junctions found with their angles', () => {
  const shapes = accepted(roomShapes(L_SHAPED, at));
  expect(shapes.map(({ kind }) => kind)).toEqual(['wall', 'wall', 'wall', 'wall', 'wall', 'wall', 'slab', 'soffit']);
  expect(outlineAreaM2(shapes[6]!.outline)).toBeCloseTo(6 * 5 - 2 * 1, 9);
  expect(outlineAreaM2(shapes[7]!.outline)).toBeCloseTo(28, 9);
  const faces = asFaces(shapes);
  expect(levelRange(faces[0]!)).toEqual({ bottomM: -3, topM: expect.closeTo(-0.6, 12) });
  expect(levelAt(faces[7]!, [1, 1])).toBeCloseTo(-0.6, 12);
  const junctions = findJunctions(faces);
  const kinds = (kind: string) => junctions.filter((junction) => junction.kind === kind);
  expect(kinds('internal-corner')).toHaveLength(5);
  expect(kinds('external-corner')).toHaveLength(1);
  // the perimeter, once along the floor and once along the soffit
  expect(kinds('wall-floor').reduce((sum, { lengthM }) => sum + lengthM, 0)).toBeCloseTo(2 * 22, 6);
});

test('walls lie where the walk leads, from the corner given', () => {
  const [first, second] = asFaces(accepted(roomShapes(L_SHAPED, at)));
  expect(sitePoint(first!.placement, [6, 0])).toEqual([16, 5, -3]);
  sitePoint(second!.placement, [4, 2.4]).forEach((value, i) => expect(value).toBeCloseTo([16, 1, -0.6][i]!, 9));
});

test('what cannot be a room is refused with its reason', () => {
  const walls = (...pairs: [number, number][]) => pairs.map(([lengthM, turnRightDeg]) => ({ lengthM, turnRightDeg }));
  expect(refusals(roomShapes(walls([4, 90], [3, 90]), at))).toEqual(['too-few-walls at walls']);
  expect(refusals(roomShapes(walls([4, 90], [3, 90], [4, 90], [2, 90]), at))).toEqual(['walls-do-not-close at walls']);
  expect(refusals(roomShapes(walls([4, -90], [3, -90], [4, -90], [3, -90]), at))).toEqual(['walk-clockwise at walls']);
  expect(refusals(roomShapes(walls([4, 90], [2, 90], [2, 90], [4, -90], [2, -90], [2, 90]), at))[0]).toMatch(/walls/);
  // a tape is never quite true
  accepted(roomShapes(walls([4, 90], [3.04, 90], [4, 90], [3, 90]), at));
});

test('any rectangle closes, and its floor has its area', () => {
  const side = fc.double({ min: 0.5, max: 60, noNaN: true });
  fc.assert(
    fc.property(side, side, (a, b) => {
      const walls = [a, b, a, b].map((lengthM) => ({ lengthM, turnRightDeg: 90 }));
      expect(walkWalls(walls).gapM).toBeLessThan(1e-9);
      const floor = accepted(roomShapes(walls, at)).find(({ kind }) => kind === 'slab')!;
      expect(outlineAreaM2(floor.outline)).toBeCloseTo(a * b, 1);
    }),
  );
});

test('a shaft: its wall is π d h, its floor π d²/4; a tunnel is lowest at its invert', () => {
  const [wall, floor] = shaftShapes({ xM: 0, yM: 0, footM: -6, heightM: 5, diameterM: 2 });
  expect(outlineAreaM2(wall!.outline)).toBeCloseTo(Math.PI * 2 * 5, 2);
  expect(outlineAreaM2(floor!.outline)).toBeCloseTo(Math.PI, 3);
  const [lining] = tunnelShapes({ xM: 0, yM: 0, invertM: -7, lengthM: 18, diameterM: 1.8 });
  expect(levelRange(lining!)).toEqual({ bottomM: expect.closeTo(-7, 9), topM: expect.closeTo(-5.2, 9) });
});

test('a plan that is drawn and the same plan taped are one', () => {
  const corners = fc.tuple(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 1, max: 9 }), fc.double({ min: 0.2, max: 0.8, noNaN: true }));
  fc.assert(
    fc.property(corners, fc.boolean(), ([wide, high, notch], clockwise) => {
      // an L: one corner turns left
      const plan: [number, number][] = [[0, 0], [0, high], [wide, high], [wide, high * notch], [wide * notch, high * notch], [wide * notch, 0]]; // prettier-ignore
      const walls = tapedWalls(clockwise ? plan : plan.toReversed());
      const { corners: walked, gapM } = walkWalls(walls);
      expect(gapM).toBeLessThan(1e-3);
      expect(outlineAreaM2(walked)).toBeCloseTo(outlineAreaM2(plan), 2);
      expect(walls.reduce((sum, { turnRightDeg }) => sum + turnRightDeg, 0)).toBeCloseTo(360, 3);
      accepted(roomShapes(walls, at));
    }),
  );
});

test('one walks past the faces room by room, whatever order they were added in', () => {
  const { faces } = sampleJob();
  const spaces = [
    { id: 'room', name: 'Room', order: 1 },
    { id: 'porch', name: 'Porch', order: 0 },
  ];
  const porch: Face = { ...faces[0]!, id: 'porch', spaceId: 'porch', order: 5 };
  fc.assert(
    fc.property(fc.shuffledSubarray([...faces, porch], { minLength: 4 }), (shuffled) => {
      expect(facesInWalk({ spaces, faces: shuffled }).map(({ id }) => id)).toEqual(['porch', 'north', 'east', 'floor']);
    }),
  );
});
