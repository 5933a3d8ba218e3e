import { type Issue, type Result, issue, refuse } from '../issues.js';
import { type FieldSpec, type Fields, type InputOf, readFields } from './field.js';

/** Where a formula or a figure comes from. `practice` is a fact of the trade that no one has published. */
export interface Source {
  readonly kind: 'published' | 'memory' | 'practice';
  readonly title: string;
}

/** TeX as it is typed, with its backslashes. */
export const tex = String.raw;

export const COMMON_PRACTICE: Source = { kind: 'practice', title: 'Common practice, no source' };

/** What every computation of the trade says about itself: enough to check it, offer it as a form and explain its answer. */
interface Described<F extends Fields, O extends object> {
  readonly id: string;
  readonly fields: F;
  /** Exactly one field of each group must be given. */
  readonly oneOf?: readonly (readonly string[])[];
  /** Unit of each output field; '' where it has none. */
  readonly outputs: Readonly<Record<keyof O & string, string>>;
  /** TeX of fields as the formulas write them; a field that is not here is written in words. */
  readonly symbols?: Readonly<Record<string, string>>;
  /** The law, one line of TeX each; `@name` stands for the field of that name, in or out. */
  readonly equation: readonly string[];
  readonly sources: readonly Source[];
}

/** One computation of the trade that answers at once. */
export interface Calculator<F extends Fields = Fields, O extends object = object> extends Described<F, O> {
  compute(input: InputOf<F>): Result<O>;
  /** Its largest inputs keep a thread busy for a tenth of a second and more. */
  readonly mayTakeLong?: true;
}

/**
 * A computation in slices of some milliseconds: yields the share done (0 to 1) and is handed `true` when it must end;
 * it then returns the best it has, or refuses with `stopped`.
 */
export type Steps<O extends object = object> = Generator<number, Result<O>, boolean>;

/** One computation that may take long: for a worker, with progress, a stop button and a deadline. */
export interface LongCalculator<F extends Fields = Fields, O extends object = object> extends Described<F, O> {
  steps(input: InputOf<F>): Steps<O>;
  /** Longest run that the input itself asks for, ms. */
  timeLimitMs?(input: InputOf<F>): number;
}

export type AnyCalculator<F extends Fields = Fields, O extends object = object> = Calculator<F, O> | LongCalculator<F, O>;

/** Whether a calculation belongs on a worker's thread rather than on one that answers people. */
export function takesLong(calculator: AnyCalculator): boolean {
  return 'steps' in calculator || calculator.mayTakeLong === true;
}

/** Asked after each slice. `limitMs` is the limit that the input sets itself, if it does. */
export type MustStop = (slicesDone: number, limitMs: number) => boolean;

/** Without a clock a run is limited by its slices: some seconds, and the same end on every machine. */
const MOST_SLICES = 1000;
const bySlices: MustStop = (slicesDone) => slicesDone >= MOST_SLICES;

/** Checks an unknown input by the calculator's own fields, then computes to the end, or until told to stop. */
export function runCalculator<F extends Fields, O extends object>(
  calculator: AnyCalculator<F, O>,
  raw: unknown,
  mustStop: MustStop = bySlices,
): Result<O> {
  if ('compute' in calculator) {
    const input = check(calculator, raw);
    return input.ok ? finite(calculator.compute(input.value)) : input;
  }
  const begun = begin(calculator, raw);
  if (!begun.ok) return begun;
  const { steps, limitMs } = begun.value;
  let slices = 0;
  let slice = steps.next(false);
  while (!slice.done) slice = steps.next(mustStop(++slices, limitMs));
  return slice.value;
}

/** Checks the input and hands out the run itself, for a driver that has other things to do between slices. */
export function begin<F extends Fields, O extends object>(
  calculator: AnyCalculator<F, O>,
  raw: unknown,
): Result<{ steps: Steps<O>; limitMs: number }> {
  const input = check(calculator, raw);
  if (!input.ok) return input;
  const limitMs = 'steps' in calculator ? (calculator.timeLimitMs?.(input.value) ?? Infinity) : Infinity;
  return { ok: true, value: { steps: guarded(calculator, input.value), limitMs } };
}

function* guarded<F extends Fields, O extends object>(calculator: AnyCalculator<F, O>, input: InputOf<F>): Steps<O> {
  return finite('compute' in calculator ? calculator.compute(input) : yield* calculator.steps(input));
}

function check<F extends Fields>({ fields, oneOf }: Pick<AnyCalculator<F>, 'fields' | 'oneOf'>, raw: unknown): Result<InputOf<F>> {
  const issues: Issue[] = [];
  const input = readFields(fields, raw, '', issues);
  if (oneOf && typeof raw === 'object' && raw !== null)
    for (const group of oneOf) {
      const given = group.filter((name) => (raw as Record<string, unknown>)[name] !== undefined);
      if (given.length === 1) continue;
      const code = given.length === 0 ? 'one-of-missing' : 'only-one-of';
      for (const name of given.length === 0 ? group : given) issues.push({ code, path: name, values: { fields: group.join(', ') } });
    }
  return input === undefined || issues.length > 0 ? { ok: false, issues } : { ok: true, value: input };
}

/** Extremes of two allowed ranges can still overflow together; that must never pass for an answer. */
function finite<O>(result: Result<O>): Result<O> {
  return result.ok && !isFiniteThroughout(result.value) ? refuse(issue('figures-out-of-reach', '')) : result;
}

function isFiniteThroughout(value: unknown): boolean {
  if (typeof value === 'number') return Number.isFinite(value);
  if (typeof value !== 'object' || value === null) return true;
  if (Array.isArray(value)) return value.every(isFiniteThroughout);
  for (const name in value) if (!isFiniteThroughout((value as Record<string, unknown>)[name])) return false;
  return true;
}

export function describeFields(fields: Fields): Record<string, FieldSpec> {
  return Object.fromEntries(Object.entries(fields).map(([name, field]) => [name, field.spec]));
}
