import '../messages/later';

/** What plans, and the words for what is planned: fetched once the sheet stands. */
export { foldStock } from '@caulkhorn/core/materials';
export { lastChances, proofOfPlan } from '@caulkhorn/core/proof';
export { releaseLines } from '@caulkhorn/core/outlook';
export { Planner, decidedIn, measuredWalls, placingOptions } from '@caulkhorn/core/planning';
export { houseOf } from './house-of';
