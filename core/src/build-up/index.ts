export { CRACK_SCHOOLS, SECOND_COAT_SCHOOLS } from './schools.js';
export type { SecondCoatSchool } from './schools.js';
export { leaks, ruleForFeature, ruleForJunction } from './treat.js';
export { CRYSTALLINE_RULES, TREATMENT_RULES_VERSION } from './treatment-rules.js';
export type { SlotSize, TreatmentRule, TreatmentStep } from './treatment-rules.js';
