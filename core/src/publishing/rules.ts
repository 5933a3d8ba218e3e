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
  NOTCHES,
  OLD_MASONRY,
  PREFERRED_ON_OLD_MASONRY,
  ROUT_OVER_MM,
  SHEET_CRITERIA,
  TRAPS,
} from '../build-up/index.js';
import { FAMILIES } from '../catalogue/index.js';
import { SITE_CARE } from '../jobs/index.js';
import { ACCESS_RULE, PACES, ROOM_RULES, USUAL_CREW, USUAL_HOUSE, USUAL_WEIGHTS, WORK_HAZARDS } from '../planning/index.js';
import { USUAL_WEEK } from '../programme/index.js';
import {
  AFTER_CARE,
  CALIBRATED_FOR_DAYS,
  CARE_LOOKS,
  MEND_RULES,
  NOTICE_DAYS,
  SPARK_VOLTS,
  TEST_RULES,
  WARRANTY_EXCLUDES,
  WARRANTY_TERMS,
  WET_SPONGE,
} from '../proof/index.js';
import { WRITTEN_UNITS } from '../quantities/index.js';
import { COAT_LOOKS, GAS_LIMITS, HOT_WORK_RULES } from '../site-log/index.js';
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
    hotWork: HOT_WORK_RULES,
    coatLooks: COAT_LOOKS,
    ...{ preparation: PREPARATION, prepareSteps: PREPARE_STEPS },
    ...{ schools: SCHOOLS, secondCoat: SECOND_COAT, wetting: WETTING, sealerWetting: SEALER_WETTING, slowToDrinkH: SLOW_TO_DRINK_H },
    ...{ routOverMm: ROUT_OVER_MM, oldMasonry: OLD_MASONRY, preferredOnOldMasonry: PREFERRED_ON_OLD_MASONRY, notches: NOTCHES },
    ...{ firstBuilds: FIRST_BUILDS, injectionPressure: INJECTION_PRESSURE },
    ...{ dampEvidence: DAMP_EVIDENCE, finishes: FINISHES },
    ...{ waterCases: CASE_RULES, backings: BACKINGS, usualLeakMlPerMin: USUAL_ML_PER_MIN },
    ...{ tests: TEST_RULES, calibratedForDays: CALIBRATED_FOR_DAYS, sparkVolts: SPARK_VOLTS, wetSponge: WET_SPONGE, mends: MEND_RULES },
    ...{ afterCare: AFTER_CARE, careLooks: CARE_LOOKS, noticeDays: NOTICE_DAYS },
    ...{ warrantyTerms: WARRANTY_TERMS, warrantyExcludes: WARRANTY_EXCLUDES },
    ...{ gasLimits: GAS_LIMITS, workHazards: WORK_HAZARDS, access: ACCESS_RULE, usualWeek: USUAL_WEEK },
    ...{ rooms: ROOM_RULES, writtenUnits: WRITTEN_UNITS },
    ...{ paces: PACES, usualCrew: USUAL_CREW, usualHouse, rankingWeights: USUAL_WEIGHTS },
  };
}
