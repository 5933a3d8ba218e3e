import type { Face, Substrate } from '../jobs/index.js';
import { risingDamp } from '../physics/index.js';
import { type Working, workSurely } from '../fields/index.js';

/** How hard a material sucks, mm/√min: Hall & Hoff 2002, Water transport in brick, stone and concrete (from memory, mid-range). */
const SORPTIVITY: Readonly<Partial<Record<Substrate, number>>> = { brick: 1.5, rubble: 1, block: 0.9, render: 0.8 };
/** Of a wall's face in a cellar without much draught, mm of water a day; common practice. */
const EVAPORATION_MM_DAY = 0.5;
const FREE_WATER = 0.2;

/**
 * How high damp would rise in a wall that stands in wet ground, and how much higher once the near face is sealed.
 * Undefined for what hardly sucks: concrete and screed.
 */
export function risingReach(
  face: Pick<Face, 'kind' | 'substrate' | 'thicknessMm' | 'far'>,
): Working<{ heightMm: number; heightIfOneSideSealedMm: number | null }> | undefined {
  const sorptivityMmPerSqrtMin = SORPTIVITY[face.substrate];
  if (face.kind !== 'wall' || sorptivityMmPerSqrtMin === undefined) return undefined;
  return workSurely(risingDamp, {
    sorptivityMmPerSqrtMin,
    wallThicknessMm: face.thicknessMm,
    evaporationMmPerDay: EVAPORATION_MM_DAY,
    freeWaterFraction: FREE_WATER,
    // against the ground it dries to the room alone; with a room or air behind, to both
    evaporatingSides: face.far.kind === 'ground' || face.far.kind === 'tank' ? 1 : 2,
  });
}
