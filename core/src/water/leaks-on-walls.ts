import { COMMON_PRACTICE, type Source } from '../fields/index.js';
import { type Face, type Feature, type WetState, extentOf, levelRange } from '../jobs/index.js';
import { lowestPoint } from './loads.js';

/** What lies behind a wall, by how easily water runs along it and comes to it. A soil report's own figures go before these. */
export interface Backing {
  readonly id: 'tight-clay' | 'silt' | 'sand' | 'open-fill';
  readonly transmissivityM2S: number;
  readonly sourceConductanceM2S: number;
  readonly source: Source;
}

/**
 * Orders of magnitude: hydraulic conductivity of the soil (Freeze & Cherry 1979, Groundwater, table 2.2, from memory: clay 1e-9,
 * silt 1e-7, sand 1e-4, gravel 1e-2 m/s) times half a metre of disturbed backfill; the source feeds a face tenfold more easily.
 */
const SOIL: Source = { kind: 'memory', title: 'Freeze & Cherry 1979, Groundwater, table 2.2' };
export const BACKINGS: readonly Backing[] = [
  { id: 'tight-clay', transmissivityM2S: 5e-9, sourceConductanceM2S: 5e-8, source: SOIL },
  { id: 'silt', transmissivityM2S: 5e-8, sourceConductanceM2S: 5e-7, source: SOIL },
  { id: 'sand', transmissivityM2S: 5e-5, sourceConductanceM2S: 5e-4, source: SOIL },
  { id: 'open-fill', transmissivityM2S: 5e-3, sourceConductanceM2S: 5e-2, source: COMMON_PRACTICE },
];

/** Where a leak was not caught in a bucket: the middle of its state on the project's own scale, mL/min. Common practice. */
export const USUAL_ML_PER_MIN: Readonly<Partial<Record<WetState, number>>> = {
  weeping: 0.5,
  dripping: 20,
  running: 500,
  gushing: 3000,
};
const L_H_PER_ML_MIN = 0.06;
const DROP_ML = 0.05;

export interface LeaksOnWalls {
  /** as `sealing-order` takes them: metres from the lower left corner of the walls side by side */
  leaks: { id: string; xM: number; yM: number; flowLPerH: number }[];
  /** ids of those whose flow is only taken from how they look */ assumed: string[];
}

/**
 * The running leaks of walls side by side, left to right, each at its lowest point with its flow. Those above the water are left out:
 * the wall does not feed them.
 */
export function leaksOnWalls(walls: readonly Face[], features: readonly Feature[], waterLevelM: number): LeaksOnWalls {
  const footM = footOf(walls);
  const out: LeaksOnWalls = { leaks: [], assumed: [] };
  let leftM = 0;
  for (const wall of walls) {
    const { minU, maxU, minV } = extentOf(wall.outline);
    for (const feature of features) {
      const flow = feature.faceId === wall.id ? flowLPerH(feature) : undefined;
      if (!flow) continue;
      const { point, levelM } = lowestPoint(wall, feature.path);
      if (levelM >= waterLevelM) continue;
      if (flow.assumed) out.assumed.push(feature.id);
      const upM = point[1] - minV + (levelRange(wall).bottomM - footM);
      out.leaks.push({ id: feature.id, xM: leftM + point[0] - minU, yM: upM, flowLPerH: flow.lPerH });
    }
    leftM += maxU - minU;
  }
  return out;
}

/** Level of the lowest foot of walls, m. */
export const footOf = (walls: readonly Face[]): number => Math.min(...walls.map((wall) => levelRange(wall).bottomM));

/** What comes out of a leak, L/h, as measured or as it looks; undefined for what does not run. */
export function flowLPerH({ wetState, flow }: Pick<Feature, 'wetState' | 'flow'>): { lPerH: number; assumed: boolean } | undefined {
  const usual = wetState && USUAL_ML_PER_MIN[wetState];
  if (usual === undefined) return undefined;
  const measured = measuredMlPerMin(flow);
  return { lPerH: (measured ?? usual) * L_H_PER_ML_MIN, assumed: measured === null };
}

function measuredMlPerMin(flow: Feature['flow']): number | null {
  if (!flow) return null;
  const { dripsPerMin, volumeMl, seconds } = flow;
  const mlPerMin = dripsPerMin !== undefined ? dripsPerMin * DROP_ML : volumeMl !== undefined && seconds ? (volumeMl * 60) / seconds : 0;
  return mlPerMin > 0 ? mlPerMin : null;
}
