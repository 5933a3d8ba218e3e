import { type Calculator, type Fields, runCalculator } from '../fields/index.js';
import { type Result, issue, refuse } from '../issues.js';
import { batchPlan, fillet, film, mix, packPlan, slotFill, takeOff } from '../materials/index.js';
import { dewPoint } from '../physics/index.js';
import { recoatWindow, workingLife } from '../programme/index.js';
import { faceLoad, hydrostaticHead, pressureRating, selfHealingLimit } from '../water/index.js';

const all = [
  hydrostaticHead,
  faceLoad,
  pressureRating,
  selfHealingLimit,
  dewPoint,
  film,
  takeOff,
  packPlan,
  batchPlan,
  mix,
  fillet,
  slotFill,
  workingLife,
  recoatWindow,
] as unknown as readonly Calculator<Fields, object>[];

export const CALCULATORS: ReadonlyMap<string, Calculator<Fields, object>> = new Map(all.map((c) => [c.id, c]));

/** Runs a calculator by id on unchecked input; an unknown id is an issue at the empty path. */
export function calculate(id: string, raw: unknown): Result<object> {
  const calculator = CALCULATORS.get(id);
  return calculator ? runCalculator(calculator, raw) : refuse(issue('unknown-calculator', '', { id }));
}
