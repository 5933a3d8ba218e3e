import type { Tool } from '../catalogue/index.js';

/** Who works, how, and how warm it is: what batches and hours go by. */
export interface PlanConditions {
  people: number;
  /** at the wall, °C */ temperatureC: number;
  /** where a product can be placed with it; else what its sheet names first */ tool?: Tool;
}

export const USUAL_CREW: PlanConditions = { people: 2, temperatureC: 12 };
