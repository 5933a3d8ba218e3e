import { type Issue, type Result, issue, refuse } from '../issues.js';
import { type FieldSpec, type Fields, type InputOf, readFields } from './field.js';

/** Where a formula or a figure comes from. `practice` is a fact of the trade that no one has published. */
export interface Source {
  readonly kind: 'published' | 'memory' | 'practice';
  readonly title: string;
}

export const COMMON_PRACTICE: Source = { kind: 'practice', title: 'Common practice, no source' };

/** One computation of the trade, with all that is needed to check it, offer it as a form and explain its answer. */
export interface Calculator<F extends Fields = Fields, O extends object = object> {
  readonly id: string;
  readonly fields: F;
  /** Exactly one field of each group must be given. */
  readonly oneOf?: readonly (readonly string[])[];
  /** Unit of each output field; '' where it has none. */
  readonly outputs: Readonly<Record<keyof O & string, string>>;
  /** The law in the field's usual symbols, one line each. */
  readonly equation: readonly string[];
  readonly sources: readonly Source[];
  compute(input: InputOf<F>): Result<O>;
}

/** Checks an unknown input by the calculator's own fields, then computes. */
export function runCalculator<F extends Fields, O extends object>(calculator: Calculator<F, O>, raw: unknown): Result<O> {
  const issues: Issue[] = [];
  const input = readFields(calculator.fields, raw, '', issues);
  if (typeof raw === 'object' && raw !== null)
    for (const group of calculator.oneOf ?? []) {
      const given = group.filter((name) => (raw as Record<string, unknown>)[name] !== undefined);
      if (given.length === 1) continue;
      const code = given.length === 0 ? 'one-of-missing' : 'only-one-of';
      for (const name of given.length === 0 ? group : given) issues.push({ code, path: name, values: { fields: group.join(', ') } });
    }
  if (input === undefined || issues.length > 0) return { ok: false, issues };
  const result = calculator.compute(input);
  // extremes of two allowed ranges can still overflow together; that must never pass for an answer
  return result.ok && !isFiniteThroughout(result.value) ? refuse(issue('figures-out-of-reach', '')) : result;
}

function isFiniteThroughout(value: unknown): boolean {
  if (typeof value === 'number') return Number.isFinite(value);
  return typeof value !== 'object' || value === null || Object.values(value).every(isFiniteThroughout);
}

export function describeFields(fields: Fields): Record<string, FieldSpec> {
  return Object.fromEntries(Object.entries(fields).map(([name, field]) => [name, field.spec]));
}
