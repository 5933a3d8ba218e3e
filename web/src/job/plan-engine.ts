import '../messages/later';

/** What plans, and the words for what is planned: fetched once the sheet stands. */
export { Planner, measuredWalls } from '@caulkhorn/core/planning';
export { houseOf } from './house-of';
