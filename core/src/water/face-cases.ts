import { type Face, type FacePoint, type JobModel, isLevelFace, levelRange, outlineAreaM2 } from '../jobs/index.js';
import { type DesignCase, knownCases, watersInCase } from './design-cases.js';
import { type WaterOnFace, lowestPoint, watersOn } from './loads.js';
import { hydrostaticHead } from './hydrostatic-head.js';
import { selfHealingLimit } from './self-healing-limit.js';
import { slabUplift } from './slab-uplift.js';
import { type FaceForce, faceForce } from './face-force.js';
import { type Working, workSurely } from '../fields/index.js';

/** One side of a face in a case. */
export interface SideLoad {
  water: WaterOnFace;
  headAtFoot: Working<{ headM: number; pressureKPa: number }>;
  /** of a wall */ force?: FaceForce;
}

export interface FaceCase {
  designCase: DesignCase;
  sides: SideLoad[];
  /** what drives water through the wall at its foot: head behind less head before, m */ drivingHeadM: number;
  gradient: Working<{ gradient: number; widthLimitMm: number }>;
  /** ground slabs under water only */ uplift?: Working<{ upliftKN: number; factor: number | null; passes: boolean }>;
}

/** Unreinforced normal-weight concrete, EN 1991-1-1 Table A.1; from memory. */
const CONCRETE_KN_M3 = 24;
const REQUIRED_FACTOR = 1.1;

/** What each known case does to a face, in the order of the cases. */
export function faceCases(face: Face, model: Pick<JobModel, 'waterBodies' | 'waterLevels'>): FaceCase[] {
  const { bottomM } = levelRange(face);
  return knownCases(model).map((designCase) => {
    const sides = watersOn(face, { ...model, waterBodies: watersInCase(model, designCase) }).map((water) => sideLoad(face, water));
    const drivingHeadM = drivingHead(sides.map(({ water, headAtFoot }) => ({ side: water.side, headM: headAtFoot.output.headM })));
    const gradient = workSurely(selfHealingLimit, { headM: Math.abs(drivingHeadM), wallThicknessMm: face.thicknessMm });
    const under = sides.find(({ water }) => water.side === 'negative');
    const uplift = face.kind === 'slab' && under ? upliftOf(face, under.water, bottomM) : undefined;
    return { designCase, sides, drivingHeadM, gradient, uplift };
  });
}

/** Head behind less head before. */
function drivingHead(heads: readonly { side: WaterOnFace['side']; headM: number }[]): number {
  return heads.reduce((sum, { side, headM }) => sum + (side === 'negative' ? headM : -headM), 0);
}

function sideLoad(face: Face, water: WaterOnFace): SideLoad {
  const headAtFoot = workSurely(hydrostaticHead, {
    waterLevelM: water.level.levelM,
    pointLevelM: levelRange(face).bottomM,
    densityKgM3: water.body.densityKgM3,
  });
  return { water, headAtFoot, force: faceForce(face, water) };
}

/** Its own weight and what rests on it for good; walls, friction and water in a tank above do not count. */
function upliftOf(face: Face, water: WaterOnFace, topM: number): FaceCase['uplift'] {
  if (!isLevelFace(face)) return undefined;
  const areaM2 = outlineAreaM2(face.outline);
  const thicknessM = face.thicknessMm / 1000;
  return workSurely(slabUplift, {
    waterLevelM: water.level.levelM,
    undersideLevelM: topM - thicknessM,
    areaM2,
    deadLoadKN: areaM2 * (CONCRETE_KN_M3 * thicknessM + (face.deadLoadKPa ?? 0)),
    requiredFactor: REQUIRED_FACTOR,
  });
}

export interface CaseAtPoint {
  designCase: DesignCase;
  /** head behind less head before, m */ drivingHeadM: number;
}

/** What each known case drives through a thing on a face, at its lowest point; the hardest first: that one governs. */
export function featureCases(path: readonly FacePoint[], face: Face, model: Pick<JobModel, 'waterBodies' | 'waterLevels'>): CaseAtPoint[] {
  const { levelM } = lowestPoint(face, path);
  return knownCases(model)
    .map((designCase) => ({
      designCase,
      drivingHeadM: drivingHead(
        watersOn(face, { ...model, waterBodies: watersInCase(model, designCase) }).map(({ side, level }) => ({
          side,
          headM: Math.max(0, level.levelM - levelM),
        })),
      ),
    }))
    .sort((a, b) => Math.abs(b.drivingHeadM) - Math.abs(a.drivingHeadM));
}
