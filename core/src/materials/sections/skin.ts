import type { SectionPoint } from './sketch.js';

/**
 * A corner as it is followed by what is laid round it: along one arm, round the bend, along the other. `level` is the distance from the
 * ground, mm; `at` the distance from the corner along the arm, mm.
 */
export interface Corner {
  first(level: number, at: number): SectionPoint;
  /** from the first arm to the second, everywhere at `level` from what fills or breaks the corner */ bend(level: number): SectionPoint[];
  second(level: number, at: number): SectionPoint;
}

/** How far it reaches along each arm, mm. */
type Reach = readonly [first: number, second: number];

/** A layer on the ground itself, as thick round the bend as along the arms. */
export function skin(corner: Corner, thick: number, reach: Reach): SectionPoint[] {
  return [...contour(corner, thick, reach), ...contour(corner, 0, reach).reverse()];
}

/** A layer that runs on beyond what lies under it in the corner, and there lies on the ground. */
export function skinOver(corner: Corner, thick: number, reach: Reach, under: { thick: number; reach: Reach }): SectionPoint[] {
  const stepped = (level: number): SectionPoint[] => [
    corner.first(level, Math.max(reach[0], under.reach[0])),
    corner.first(level, under.reach[0]),
    ...contour(corner, level + under.thick, under.reach),
    corner.second(level, under.reach[1]),
    corner.second(level, Math.max(reach[1], under.reach[1])),
  ];
  return [...stepped(thick), ...stepped(0).reverse()];
}

/** The line at a level, from the end of the first arm to that of the second. */
export function contour(corner: Corner, level: number, reach: Reach): SectionPoint[] {
  return [corner.first(level, reach[0]), ...corner.bend(level), corner.second(level, reach[1])];
}

/** Half of what an eighth of a turn shortens a line by at each unit of distance: tan 22.5°. */
const EIGHTH = Math.SQRT2 - 1;

/** Wall on the left, floor below, with a fillet of this leg between them; 0: none. */
export function insideCorner(leg: number, shape: 'triangle' | 'cove'): Corner {
  return {
    first: (level, at) => [level, -at],
    second: (level, at) => [at, -level],
    bend(level) {
      // so far from the ground nothing of the fillet shows any more
      const isSquare = shape === 'cove' ? leg <= level : leg <= level * (2 - Math.SQRT2);
      if (isSquare) return [[level, -level]];
      if (shape === 'cove') return quarter(leg, leg - level);
      return [
        [level, -leg - level * EIGHTH],
        [leg + level * EIGHTH, -level],
      ];
    },
  };
}

/** Wall to the left and down, air above and to the right; its arris broken by this leg; 0: sharp, and what goes round it is broken. */
export function outsideCorner(leg: number): Corner {
  return {
    first: (level, at) => [-at, -level],
    second: (level, at) => [level, at],
    bend: (level) => [
      [-leg + level * EIGHTH, -level],
      [level, leg - level * EIGHTH],
    ],
  };
}

/** Hollow quarter of a circle of this radius about a point `leg` from wall and floor, from the wall to the floor. */
function quarter(leg: number, radius: number): SectionPoint[] {
  return Array.from({ length: 13 }, (_, i): SectionPoint => {
    const angle = (i / 12) * (Math.PI / 2);
    return [leg - radius * Math.cos(angle), -leg + radius * Math.sin(angle)];
  });
}
