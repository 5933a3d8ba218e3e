import type { FitFacts } from '../build-up/index.js';
import { type Face, type Feature, type JobHead, type Reading, isLevelFace, leaks, wettest } from '../jobs/index.js';
import { MVER_LB_PER_G, slabResults } from '../survey/index.js';
import { type FacePlan, demandOf } from './face-plan.js';
import { DAY_MS } from '../quantities/index.js';

export interface SeenOfFace {
  face: Face;
  plan: FacePlan;
  /** of this face, as the readings */ features: readonly Feature[];
  readings: readonly Reading[];
  job: JobHead;
  /** comes from outside */ today: { ms: number; temperatureC: number };
}

/** What is known of a face for the choice of a system. */
export function faceFacts({ face, plan, features, readings, job, today }: SeenOfFace): FitFacts {
  const sides = [face.near, face.far];
  const slab = slabResults(face, readings);
  const latest = (kind: Reading['kind']) => latestOf(readings, kind)?.value;
  const knife = latest('knife-test');
  const isOld = face.substrate === 'brick' || face.substrate === 'rubble';
  return {
    kind: face.kind,
    isLevel: isLevelFace(face),
    substrate: face.substrate,
    strengthMPa: latest('strength') ?? face.strengthMPa,
    side: plan.water?.side ?? 'none',
    headM: plan.headAtFoot?.output.headM ?? 0,
    isBelowGrade: sides.some(({ kind }) => kind === 'ground' || kind === 'tank'),
    otherSideReachable: face.reach === 'far' || face.reach === 'both',
    wet: wettest(features),
    leaks: features.filter(leaks).length,
    moving: plan.treatments.filter(({ moves }) => moves).length,
    salts: face.salts ?? 'none',
    oldLayers: face.oldLayers ?? [],
    isCoated: (face.coatings ?? '').trim() !== '',
    ageDays: face.castOn === undefined ? undefined : (today.ms - Date.parse(face.castOn)) / DAY_MS,
    csp: latest('profile') ?? face.csp,
    minC: job.ahead?.minC ?? today.temperatureC,
    maxC: job.ahead?.maxC ?? today.temperatureC,
    rhPct: slab.rhPct,
    mverLb: slab.gPerM2Day === undefined ? undefined : slab.gPerM2Day * MVER_LB_PER_G,
    ph: slab.ph,
    powders: knife === undefined ? undefined : knife === 1,
    traffic: demandOf(face, { job }, 'traffic') ?? 'none',
    potable: demandOf(face, { job }, 'potable') ?? false,
    mustBreathe: (demandOf(face, { job }, 'mustBreathe') ?? false) || (isOld && plan.schools['old-masonry'].school === 'B'),
    coverWithinH: demandOf(face, { job }, 'coverWithinH'),
    finish: demandOf(face, { job }, 'finish') !== undefined,
    blastAlways: plan.schools['slab-preparation'].school === 'A',
  };
}

function latestOf(readings: readonly Reading[], kind: Reading['kind']): Reading | undefined {
  return readings.reduce<Reading | undefined>(
    (last, next) => (next.kind === kind && (!last || Date.parse(next.at) > Date.parse(last.at)) ? next : last),
    undefined,
  );
}
