import type { FitFacts } from '../build-up/index.js';
import {
  type Demands,
  type Face,
  type Feature,
  type JobHead,
  type Reading,
  isFloorFinish,
  isLevelFace,
  mayLeak,
  wettest,
} from '../jobs/index.js';
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
  const moving = plan.treatments.filter(({ moves }) => moves);
  const asked = <K extends keyof Demands>(name: K) => demandOf(face, { job }, name);
  const isOld = face.substrate === 'brick' || face.substrate === 'rubble';
  return {
    kind: face.kind,
    isLevel: isLevelFace(face),
    substrate: face.substrate,
    strengthMPa: latest('strength') ?? face.strengthMPa,
    near: face.near.kind,
    isDeck: isLevelFace(face) && face.kind === 'slab' && face.near.kind === 'open-air',
    loads: plan.loads,
    isBelowGrade: sides.some(({ kind }) => kind === 'ground' || kind === 'tank'),
    wet: wettest(features),
    leaks: features.filter(mayLeak).length,
    moving: moving.length,
    movementMm: moving.length === 0 ? undefined : Math.max(...moving.map(({ geometry }) => geometry.movementMm ?? Infinity)),
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
    traffic: asked('traffic') ?? 'none',
    potable: asked('potable') ?? false,
    mustBreathe: (asked('mustBreathe') ?? false) || (isOld && plan.schools['old-masonry'].school === 'B'),
    coverWithinH: asked('coverWithinH'),
    finish: isFloorFinish(asked('finish')),
    finishKind: asked('finish'),
    standing: asked('standing'),
    attack: asked('attack'),
    sewerGas: asked('sewerGas') ?? false,
    chlorine: asked('chlorine') ?? false,
    saltWater: asked('saltWater') ?? false,
    fuel: asked('fuel') ?? false,
    sun: asked('sun') ?? false,
    frostSoaked: asked('frostSoaked') ?? false,
    grade: asked('grade'),
    undoable: asked('undoable') ?? false,
    groundGas: asked('groundGas') ?? false,
    blastAlways: plan.schools['slab-preparation'].school === 'A',
  };
}

function latestOf(readings: readonly Reading[], kind: Reading['kind']): Reading | undefined {
  return readings.reduce<Reading | undefined>(
    (last, next) => (next.kind === kind && (!last || Date.parse(next.at) > Date.parse(last.at)) ? next : last),
    undefined,
  );
}

/** The strength last measured on each face, MPa. */
export function measuredStrengths(readings: readonly Reading[]): Map<string, number> {
  const strengths = readings.filter(({ kind }) => kind === 'strength').sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
  return new Map(strengths.map(({ faceId, value }) => [faceId, value]));
}
