import { type Pack, PRODUCT_FIELDS, type Product, sheetDifferences } from '@caulkhorn/core/catalogue';
import { type FieldSpec, describeFields } from '@caulkhorn/core/fields';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { ownWords } from '../fields/field-words';
import { formatNumber } from '../messages/number-text';
import { scalarText, unitOfSpec } from '../workings/value-text';

const SHEET: FieldSpec = { type: 'record', fields: describeFields(PRODUCT_FIELDS), required: true };

export interface SheetLine {
  label: string;
  before: string;
  after: string;
}

/** Where two versions of a sheet differ, in the reader's words and units. A group that only one of them has is told figure by figure. */
export function differenceLines(before: Product, after: Product, units: UnitSystem): SheetLine[] {
  return sheetDifferences(before, after).flatMap((difference) => {
    const names = difference.path.split('.');
    const spec = names.reduce<FieldSpec>((at, name) => (at.type === 'record' ? at.fields[name]! : at), SHEET);
    return linesOf(names.at(-1)!, spec, difference, units);
  });
}

function linesOf(name: string, spec: FieldSpec, { before, after }: { before?: unknown; after?: unknown }, units: UnitSystem): SheetLine[] {
  if (spec.type !== 'record')
    return [{ label: ownWords('field', name, 'sheet-form'), before: valueText(before, spec, units), after: valueText(after, spec, units) }];
  const at = (value: unknown, field: string) => (value as Record<string, unknown> | undefined)?.[field];
  return Object.entries(spec.fields).flatMap(([field, each]) =>
    at(before, field) === at(after, field) ? [] : linesOf(field, each, { before: at(before, field), after: at(after, field) }, units),
  );
}

function valueText(value: unknown, spec: FieldSpec, units: UnitSystem): string {
  const one = (item: unknown) => scalarText(item, unitOfSpec(spec), { units, timeZone: 'UTC', moneyIn: 'minor' });
  return Array.isArray(value) ? value.map((item) => itemText(item, one)).join(', ') : one(value);
}

/** A pack with its price and who sells it, a part with its share, or a word. */
function itemText(item: unknown, one: (item: unknown) => string): string {
  if (typeof item !== 'object' || item === null) return one(item);
  if (!('priceMinor' in item)) return Object.values(item).map(one).join(' ');
  const { size, priceMinor, supplier } = item as Pack;
  return `${size} (${[formatNumber(priceMinor / 100, 2), supplier].filter((part) => part !== undefined).join(', ')})`;
}
