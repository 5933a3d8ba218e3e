import { USUAL_LEAST_SHARE, type PlannedTest, proofPlanOf } from '../proof/index.js';
import { type Face, type JobModel, MASONRY, isFloorFinish, isLevelFace, levelRange } from '../jobs/index.js';
import { FINISHES, carbideLimit, slabAsked } from '../survey/index.js';
import type { FacePlan } from './face-plan.js';
import type { Treatment } from '../materials/index.js';

/** How a face will be proven, by what was chosen for it; nothing before something was. */
export function facesProof(face: Face, plan: FacePlan, around: Pick<JobModel, 'job' | 'faces' | 'buildUps'>): PlannedTest[] {
  const { family, buildUp, products = {}, layers, treatments } = plan;
  if (!family || !buildUp) return [];
  const demands = { ...around.job.demands, ...face.demands };
  const finish = FINISHES.find(({ id }) => id === demands.finish);
  const isLevel = isLevelFace(face) && face.kind === 'slab';
  const limits = finish?.limits;
  const cmPct = finish && carbideLimit(face, finish);
  return proofPlanOf({
    ...{ family: family.id, areaM2: plan.areaM2, isLevel, demands },
    isLining: face.kind === 'lining',
    isMasonry: MASONRY.includes(face.substrate),
    answersForTank: answersForTank(face, around),
    hasFloorFinish: isLevel && isFloorFinish(demands.finish),
    layers: layers.map(({ layer, dryMm, counts }) => ({ layer, counts, ...(dryMm === undefined ? {} : { dryMm }) })),
    ...(products.coat ? { coat: products.coat } : {}),
    leastFilmShare: family.leastFilmShare ?? USUAL_LEAST_SHARE,
    ...(isLevel
      ? {
          slab: {
            asked: slabAsked(face),
            ...(limits
              ? { limits: { rhPct: limits.rhPct, mverLb: limits.mverLb, ph: limits.ph, ...(cmPct === undefined ? {} : { cmPct }) } }
              : {}),
          },
        }
      : {}),
    // what the system cannot carry is looked at as well: it may leak first
    wetPlaces: treatments
      .filter(({ of, rule: { verdict } }) => LEAKS_FIRST.has(of) || verdict === 'refuse' || verdict === 'undecided')
      .map(({ targetId }) => targetId),
    penetrations: treatments.filter(({ of }) => of === 'penetration' || of === 'drain').map(({ targetId }) => targetId),
  });
}

/** Old leaks, joints and the foot: where water comes in first. */
const LEAKS_FIRST: ReadonlySet<Treatment['of']> = new Set([
  'crack',
  'leak',
  'joint',
  'mortar-joint',
  'honeycomb',
  'construction',
  'movement',
  'wall-floor',
]);

/** The lowest face that is coated against the water of a tank: one filling proves them all. */
function answersForTank(face: Face, { faces, buildUps }: Pick<JobModel, 'faces' | 'buildUps'>): boolean {
  const { kind, waterBodyId } = face.near;
  if (kind !== 'tank') return false;
  const coated = new Set(buildUps.map(({ faceId }) => faceId));
  const same = faces.filter(({ id, near }) => near.kind === 'tank' && near.waterBodyId === waterBodyId && coated.has(id));
  const lowest = [...same].sort((a, b) => levelRange(a).bottomM - levelRange(b).bottomM || (a.id < b.id ? -1 : 1))[0];
  return lowest?.id === face.id;
}
