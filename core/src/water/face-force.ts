import { type Face, extentOf, levelRange, netAreaM2 } from '../jobs/index.js';
import { type WaterOnFace } from './loads.js';
import { faceLoad } from './face-load.js';
import { outlineLoad } from './outline-load.js';
import { type Working, workSurely } from '../fields/index.js';

export interface FaceForce {
  /** square to the face */ forceKN: number;
  resultantLevelM: number | null;
  /** of an upright rectangle, for which a handbook formula stands; other outlines are integrated */ working?: Working;
}

const LEAST_SHARE = 1e-9;

/** Force of one water on a wall and the level at which it acts. None on a curved face: a ring carries it in itself. */
export function faceForce(face: Face, { level, body }: WaterOnFace): FaceForce | undefined {
  const { bottomM: bottomLevelM, topM: topLevelM } = levelRange(face);
  if (face.kind !== 'wall' || face.placement.kind !== 'plane' || topLevelM <= bottomLevelM) return undefined;
  const { minU, maxU } = extentOf(face.outline);
  const widthM = maxU - minU;
  const isUprightRectangle = Math.abs(netAreaM2(face) / (widthM * (topLevelM - bottomLevelM)) - 1) < LEAST_SHARE;
  if (!isUprightRectangle) return outlineLoad(face, level.levelM, body.densityKgM3);
  const working = workSurely(faceLoad, { topLevelM, bottomLevelM, widthM, waterLevelM: level.levelM, densityKgM3: body.densityKgM3 });
  return { forceKN: working.output.forceKN, resultantLevelM: working.output.resultantLevelM, working };
}
