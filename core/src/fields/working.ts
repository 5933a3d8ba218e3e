import type { Calculator } from './calculator.js';
import type { Fields, InputOf } from './field.js';
import { type Result, accept } from '../issues.js';

/** A figure together with the calculation behind it, so that it can be opened and checked. */
export interface Working<O extends object = object> {
  calculatorId: string;
  input: Readonly<Record<string, unknown>>;
  output: O;
  /** its kilograms stand for this unit: a plan of packs counts metres and pieces just as well */ kgStandsFor?: string;
}

/** Runs a calculator on figures that are already checked; a refusal comes back with the planning path. */
export function work<F extends Fields, O extends object>(
  calculator: Calculator<F, O>,
  input: InputOf<F>,
  path: string,
): Result<Working<O>> {
  const result = calculator.compute(input);
  if (!result.ok) return { ok: false, issues: result.issues.map((found) => ({ ...found, path })) };
  return accept({ calculatorId: calculator.id, input: input as Record<string, unknown>, output: result.value });
}

/** As `work`, for calculators that cannot refuse what planning gives them. */
export function workSurely<F extends Fields, O extends object>(calculator: Calculator<F, O>, input: InputOf<F>): Working<O> {
  const working = work(calculator, input, calculator.id);
  if (!working.ok) throw new Error(`${calculator.id} refused planned figures: ${JSON.stringify(working.issues)}`);
  return working.value;
}
