import { type Stack, type Trap, trapsIn } from '../build-up/index.js';
import { type Face, type Feature, type JobHead, wettest } from '../jobs/index.js';
import { type FacePlan, demandOf } from './face-plan.js';
import { bridgesHard } from '../materials/index.js';

/** Traps that the chosen build-up of a face would spring. Whether damp rises in it, the diagnosis says. */
export function trapsOf(
  plan: FacePlan,
  face: Face,
  { features, job, isRising }: { features: readonly Feature[]; job: JobHead; isRising: boolean },
): Trap[] {
  if (!plan.family) return [];
  const stack: Stack = {
    family: plan.family.id,
    substrate: face.substrate,
    oldLayers: face.oldLayers ?? [],
    wet: wettest(features),
    ponds: features.some(({ kind }) => kind === 'ponding'),
    traffic: demandOf(face, { job }, 'traffic') ?? 'none',
    isBuried: face.near.kind === 'ground',
    isRising,
    layers: plan.layers
      .filter(({ embedded }) => !embedded)
      .map(({ layer, product, after }) => ({
        layer,
        binder: product.binder,
        sdM: product.coat?.sdM,
        traffic: product.coat?.traffic,
        afterMinH: after?.minH,
      })),
    bridgesMoving: plan.treatments.some(({ rule, moves }) => moves && bridgesHard(rule)),
    footLeft: plan.treatments.some(({ of, rule }) => of === 'wall-floor' && rule.id === 'leave'),
  };
  return trapsIn(stack);
}
