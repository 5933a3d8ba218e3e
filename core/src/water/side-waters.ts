import { type Face, type JobModel, levelRange } from '../jobs/index.js';
import { FRESH_WATER_KG_M3 } from '../quantities/index.js';
import { type DesignCase } from './design-cases.js';
import { faceCases } from './face-cases.js';
import { watersOn } from './loads.js';

/** The water that pushes on one side of a face, as seen from its coat. */
export interface SideWater {
  side: 'positive' | 'negative';
  /** at the foot, m; undefined: earth or a tank stands there and nobody has found its level */ headM?: number;
  densityKgM3: number;
  /** in which case it stands highest, where the face has water on both sides */ designCase?: DesignCase;
}

/**
 * What pushes on each side of a face. A side in the ground or in a tank whose level nobody found is water that may press
 * (BS 8102:2022, from memory): it is listed without a head. Where water stands on both sides, each is taken in the case that is
 * worst for it, because they do not always stand there together.
 */
export function sideWaters(face: Face, model: Pick<JobModel, 'waterBodies' | 'waterLevels'>): SideWater[] {
  const footM = levelRange(face).bottomM;
  const known = watersOn(face, model);
  const wet = SIDES.filter(([, of]) => face[of].kind === 'ground' || face[of].kind === 'tank');
  const cases = wet.length === 2 ? faceCases(face, model) : [];
  return wet.map(([side, of]) => {
    const governing = known.find((water) => water.side === side);
    const body = model.waterBodies.find(({ id }) => id === face[of].waterBodyId);
    const densityKgM3 = body?.densityKgM3 ?? FRESH_WATER_KG_M3;
    const heads = cases.flatMap(({ designCase, sides }) =>
      sides.filter(({ water }) => water.side === side).map(({ headAtFoot }) => ({ headM: headAtFoot.output.headM, designCase })),
    );
    const worst = heads.reduce<(typeof heads)[number] | undefined>((a, b) => (a && a.headM >= b.headM ? a : b), undefined);
    const governingM = governing && Math.max(0, governing.level.levelM - footM);
    if (worst && worst.headM >= (governingM ?? 0)) return { side, densityKgM3, ...worst };
    return { side, densityKgM3, ...(governingM === undefined ? {} : { headM: governingM }) };
  });
}

const SIDES = [
  ['positive', 'near'],
  ['negative', 'far'],
] as const;
