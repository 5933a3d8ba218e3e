import { type Face, type Feature, levelAt, pathLengthM } from '../jobs/index.js';
import { leakRate } from '../survey/index.js';
import { crackFlow } from './crack-flow.js';
import { type Working, work } from '../fields/index.js';

/** What a crack could pass as a smooth slot of its width, beside what was caught. */
export interface CrackCheck {
  could: Working<{ flowLPerDay: number }>;
  caught?: Working<{ lPerDay: number }>;
  /** ten times apart or more, one way or the other */ says?: 'far-less' | 'far-more' | 'alike';
}

const FAR_APART = 10;
/** Ground water the year round, and a drop; common practice. */
const GROUND_C = 10;
const DROP_ML = 0.05;
/** Points at which the head along a segment is taken. */
const SAMPLES = 8;

/** Undefined for what is no crack of known width under water. */
export function checkCrackFlow(feature: Feature, face: Face, waterLevelM: number): CrackCheck | undefined {
  const headM = meanHeadM(feature, face, waterLevelM);
  if (feature.kind !== 'crack' || feature.widthMm === undefined || headM <= 0) return undefined;
  const slot = {
    widthMm: feature.widthMm,
    lengthM: pathLengthM(feature.path),
    wallThicknessMm: face.thicknessMm,
    headM,
    temperatureC: GROUND_C,
    roughnessFactor: 1,
  };
  const slotFlow = work(crackFlow, slot, 'crack');
  if (!slotFlow.ok) return undefined;
  const could = slotFlow.value;
  if (!feature.flow) return { could };
  const { dripsPerMin, volumeMl, seconds } = feature.flow;
  const caughtFlow = work(leakRate, { dripsPerMin, volumeMl, seconds, dropMl: DROP_ML }, 'flow');
  if (!caughtFlow.ok) return { could };
  const caught = caughtFlow.value;
  const ratio = caught.output.lPerDay / could.output.flowLPerDay;
  return { could, caught, says: ratio <= 1 / FAR_APART ? 'far-less' : ratio >= FAR_APART ? 'far-more' : 'alike' };
}

/** Pressure head along the crack, mean over its length; none where it stands above the water. */
function meanHeadM({ path }: Feature, face: Face, waterLevelM: number): number {
  const total = pathLengthM(path);
  if (total === 0) return 0;
  let sum = 0;
  path.slice(1).forEach(([u, v], i) => {
    const [fromU, fromV] = path[i]!;
    const length = Math.hypot(u - fromU, v - fromV);
    for (let k = 0; k < SAMPLES; k++) {
      const share = (k + 0.5) / SAMPLES;
      const level = levelAt(face, [fromU + (u - fromU) * share, fromV + (v - fromV) * share]);
      sum += (Math.max(0, waterLevelM - level) * length) / SAMPLES;
    }
  });
  return sum / total;
}
