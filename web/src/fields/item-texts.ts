import type { FieldSpec } from '@caulkhorn/core/fields';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { fieldText, readQuantity } from '../shared/numbers';

type Specs = Readonly<Record<string, FieldSpec>>;

/** Those fields of a thing that a form holds as one text each: figures, words, choices, days. */
export type Texts<N extends string> = Record<N, string>;

/** What stands in the form before anything is typed: figures in the reader's units, nothing for what is not known. */
export function textsFor<N extends string>(names: readonly N[], item: object, specs: Specs, units: UnitSystem): Texts<N> {
  return Object.fromEntries(names.map((name) => [name, written(item[name as keyof object], specs[name]!, units)])) as Texts<N>;
}

/**
 * The thing as the form now says. A field that nobody touched stays exactly what it was, whatever rounding its text shows; one that is
 * emptied goes where it may be missing; a figure that cannot be read is NaN, for the check to refuse.
 */
export function withTexts<T extends object, N extends string>(item: T, texts: Readonly<Texts<N>>, specs: Specs, units: UnitSystem): T {
  const names = Object.keys(texts) as N[];
  const before = textsFor(names, item, specs, units);
  const next: Record<string, unknown> = { ...(item as Record<string, unknown>) };
  for (const name of names) {
    if (texts[name] === before[name]) continue;
    const spec = specs[name]!;
    const text = texts[name].trim();
    if (text === '' && !spec.required) delete next[name];
    else next[name] = spec.type === 'number' ? (readQuantity(text, spec.unit, units) ?? NaN) : text;
  }
  return next as T;
}

function written(value: unknown, spec: FieldSpec, units: UnitSystem): string {
  if (spec.type === 'number') return fieldText(value as number | undefined, spec.unit, units);
  return (value as string | undefined) ?? '';
}
