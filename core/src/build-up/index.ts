export { findRule, ruleForFeature, ruleForJunction, rulesFor } from './choose-rule.js';
export { ENGINEER_FIRST, ENGINEER_FROM_MM, engineerFirst } from './engineer-first.js';
export { INJECTION_PRESSURE, mostInjectionBar } from './injection-pressure.js';
export { DETAIL_RULES_VERSION } from './detail-rule.js';
export type { DetailRule, DetailStep, DetailStepKind, SlotSize } from './detail-rule.js';
export { DETAIL_RULES } from './detail-rules.js';
export {
  OLD_MASONRY,
  PREFERRED_ON_OLD_MASONRY,
  ROUT_OVER_MM,
  SCHOOLS,
  SEALER_WETTING,
  SECOND_COAT,
  SLOW_TO_DRINK_H,
  WETTING,
  decideSchool,
} from './schools.js';
export type { DecidedSchool } from './schools.js';
export { TRAPS, trapsIn } from './compatibility.js';
export type { Stack, Trap } from './compatibility.js';
export { FIT_CRITERIA, SHEET_CRITERIA } from './fit-criteria.js';
export type { FitFacts } from './fit-facts.js';
export { FIRST_BUILDS, buildFirst } from './first-build.js';
export { FIRST_ACTIONS, FIRST_WORK } from './first-action.js';
export { NOTCHES, notchFilmMm, notchFor } from './notches.js';
export { PREPARATION, PREPARE_IDS, PREPARE_STEPS, planPrepare, wasteKgOf } from './prepare.js';
export type { PlannedPrepare, PrepareId } from './prepare.js';
export { PURPOSES } from './purposes.js';
export { judge, rateCoat } from './judge.js';
export type { Judgement, Objection, Rated, Verdict } from './judge.js';
export { rank } from './rank.js';
export type { Rank, RankedBy } from './rank.js';
