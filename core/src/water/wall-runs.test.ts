import { findJunctions } from '../jobs';
import type { Face } from '../jobs';
import { inParts, partOfRun, wallRuns } from './index';

const wall = (id: string, [xM, yM, headingDeg]: readonly [number, number, number], widthM: number, more: Partial<Face> = {}): Face => ({
  ...{ id, spaceId: 'room', mark: id, name: id, kind: 'wall', thicknessMm: 300, substrate: 'cast-concrete', strengthMPa: 30 },
  outline: [
    [0, 0],
    [widthM, 0],
    [widthM, 2.5],
    [0, 2.5],
  ],
  placement: { kind: 'plane', xM, yM, zM: -2.5, headingDeg, tiltDeg: 90 },
  ...{ roughnessFactor: 1.1, near: { kind: 'room' }, far: { kind: 'ground', waterBodyId: 'ground' }, order: 0 },
  ...more,
});
/** Four walls of a room, 6 × 3 m, seen from inside: each ends on the left where the next begins. */
const SOUTH = wall('s', [6, 0, 180], 6);
const WEST = wall('w', [0, 0, 90], 3);
const NORTH = wall('n', [0, 3, 0], 6);
const EAST = wall('e', [6, 3, 270], 3);
const idsOf = (runs: readonly (readonly Face[])[]) => runs.map((run) => run.map(({ id }) => id).join(''));
const runsOf = (faces: Face[]) => idsOf(wallRuns(faces, findJunctions(faces)));

test('walls that meet at a corner make one, left to right, in whatever order they were drawn', () => {
  expect(runsOf([WEST, NORTH, EAST])).toEqual(['wne']);
  expect(runsOf([EAST, WEST, NORTH])).toEqual(['wne']);
});
test('four walls round a room are a ring that begins with the first drawn', () => {
  expect(runsOf([NORTH, EAST, SOUTH, WEST])).toEqual(['nesw']);
  expect(runsOf([SOUTH, EAST, NORTH, WEST])).toEqual(['swne']);
});
test('another water, another room or no common edge parts them', () => {
  expect(runsOf([WEST, wall('n', [0, 3, 0], 6, { far: { kind: 'ground' } }), EAST])).toEqual(['w', 'n', 'e']);
  expect(runsOf([WEST, { ...NORTH, spaceId: 'next' }])).toEqual(['w', 'n']);
  expect(runsOf([WEST, EAST])).toEqual(['w', 'e']);
});
test('floors are no walls', () => {
  const floor = {
    ...NORTH,
    id: 'f',
    kind: 'slab' as const,
    placement: { ...NORTH.placement, yM: 0, headingDeg: 0, tiltDeg: 0 } as Face['placement'],
  };
  expect(runsOf([NORTH, floor])).toEqual(['n']);
});

const part = (leaking: string, isRing: boolean) =>
  partOfRun([NORTH, EAST, SOUTH, WEST], ({ id }) => leaking.includes(id), isRing)
    .map(({ id }) => id)
    .join('');
test('only what lies between the first and the last leak counts', () => {
  expect(part('es', false)).toBe('es');
  expect(part('nw', false)).toBe('nesw');
  expect(part('', false)).toBe('');
});
test('round a ring, across the corner where it was begun', () => {
  expect(part('nw', true)).toBe('wn');
  expect(part('es', true)).toBe('es');
  expect(part('sw', true)).toBe('sw');
  expect(part('s', true)).toBe('s');
});

test('so many leaks are put together as can all be weighed, wall by wall', () => {
  const parts = (counts: readonly number[]) => {
    const walls = [NORTH, EAST, SOUTH, WEST].slice(0, counts.length);
    return idsOf(inParts(walls, (face) => counts[walls.indexOf(face)]!));
  };
  expect(parts([3, 4, 5])).toEqual(['nes']);
  expect(parts([3, 4, 6, 1])).toEqual(['ne', 'sw']);
  // a wall that has more than that by itself is weighed by itself
  expect(parts([2, 30, 2])).toEqual(['n', 'e', 's']);
  expect(parts([])).toEqual([]);
});
