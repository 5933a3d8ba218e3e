import {
  DETAIL_RULES,
  ENGINEER_FIRST,
  ENGINEER_FROM_MM,
  FIRST_WORK,
  FIT_CRITERIA,
  PREPARATION,
  PREPARE_STEPS,
  PURPOSES,
  SCHOOLS,
  SECOND_COAT,
  WETTING,
  SEALER_WETTING,
  SLOW_TO_DRINK_H,
  FIRST_BUILDS,
  INJECTION_PRESSURE,
  SHEET_CRITERIA,
  TRAPS,
} from '../build-up/index.js';
import { FAMILIES } from '../catalogue/index.js';
import { SITE_CARE } from '../jobs/index.js';
import { PACES, USUAL_CREW, USUAL_HOUSE, USUAL_WEIGHTS } from '../planning/index.js';
import { DAMP_EVIDENCE, FINISHES } from '../survey/index.js';
import { BACKINGS, CASE_RULES, USUAL_ML_PER_MIN } from '../water/index.js';

/**
 * The book of rules: every row that a foreman may question, with its figures and its source. What a row looks at in a job is told by
 * its id; the words for it are the web's.
 */
export function publishedRules(): object {
  const { catalogue: _, ...usualHouse } = USUAL_HOUSE;
  return {
    families: FAMILIES,
    ...{ details: DETAIL_RULES, fit: FIT_CRITERIA, purposes: PURPOSES, firstWork: FIRST_WORK, fitOfSheets: SHEET_CRITERIA, traps: TRAPS },
    ...{ engineerFirst: ENGINEER_FIRST, engineerFromMm: ENGINEER_FROM_MM },
    siteCare: SITE_CARE,
    ...{ preparation: PREPARATION, prepareSteps: PREPARE_STEPS },
    ...{ schools: SCHOOLS, secondCoat: SECOND_COAT, wetting: WETTING, sealerWetting: SEALER_WETTING, slowToDrinkH: SLOW_TO_DRINK_H },
    ...{ firstBuilds: FIRST_BUILDS, injectionPressure: INJECTION_PRESSURE },
    ...{ dampEvidence: DAMP_EVIDENCE, finishes: FINISHES },
    ...{ waterCases: CASE_RULES, backings: BACKINGS, usualLeakMlPerMin: USUAL_ML_PER_MIN },
    ...{ paces: PACES, usualCrew: USUAL_CREW, usualHouse, rankingWeights: USUAL_WEIGHTS },
  };
}
