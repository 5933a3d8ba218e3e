import { type AnyCalculator, type MustStop, runCalculator } from '../fields/index.js';
import { type Result, issue, refuse } from '../issues.js';
import {
  admixtureDose,
  batchPlan,
  fillet,
  film,
  jointSheet,
  mix,
  packPlan,
  shelfLife,
  slotFill,
  stripeCoat,
  takeOff,
} from '../materials/index.js';
import { dewPoint, equivalentAge, evaporationRate, risingDamp, slabDrying, slabDryingFit } from '../physics/index.js';
import { applicationWindow, crystalProgress, cureRounds, plugTiming, programme, recoatWindow, workingLife } from '../programme/index.js';
import { filmCheck, filmMap, leakageClass, pondTest, pullOff, reinspection, tankTest } from '../proof/index.js';
import { leakRate, moistureTestPlan, moistureVerdict, vapourEmission } from '../survey/index.js';
import { crackFlow, faceLoad, hydrostaticHead, pressureRating, sealingOrder, selfHealingLimit, slabUplift } from '../water/index.js';

/** In the order of the work, under the headings in which people look for them. */
export const CALCULATOR_GROUPS: Readonly<Record<string, readonly AnyCalculator[]>> = {
  water: [hydrostaticHead, faceLoad, slabUplift, pressureRating, crackFlow, selfHealingLimit, leakRate, sealingOrder, risingDamp],
  air: [dewPoint, evaporationRate, applicationWindow],
  'slab-moisture': [vapourEmission, moistureTestPlan, moistureVerdict, slabDrying, slabDryingFit],
  materials: [film, takeOff, packPlan, batchPlan, mix, fillet, slotFill, jointSheet, stripeCoat, admixtureDose, shelfLife],
  time: [equivalentAge, workingLife, recoatWindow, plugTiming, cureRounds, crystalProgress, programme],
  proof: [filmCheck, filmMap, tankTest, pondTest, leakageClass, pullOff, reinspection],
} as unknown as Record<string, readonly AnyCalculator[]>;

export const CALCULATORS: ReadonlyMap<string, AnyCalculator> = new Map(
  Object.values(CALCULATOR_GROUPS).flatMap((group) => group.map((each) => [each.id, each] as const)),
);

/** Runs a calculator by id on unchecked input; an unknown id is an issue at the empty path. */
export function calculate(id: string, raw: unknown, mustStop?: MustStop): Result<object> {
  const calculator = CALCULATORS.get(id);
  return calculator ? runCalculator(calculator, raw, mustStop) : refuse(issue('unknown-calculator', '', { id }));
}
