import type { Product } from './product.js';

/** One figure of a sheet that two versions give differently; undefined where a version does not give it. */
export interface SheetDifference {
  /** dotted, `coat.kgPerM2PerCoat` */ path: string;
  before: unknown;
  after: unknown;
}

/** Where two versions of a product's sheet differ, figure by figure; version numbers themselves are no difference. */
export function sheetDifferences(before: Product, after: Product): SheetDifference[] {
  const found: SheetDifference[] = [];
  collect('', before, after, found);
  return found.filter(({ path }) => path !== 'version');
}

function collect(path: string, before: unknown, after: unknown, found: SheetDifference[]): void {
  if (isPlain(before) && isPlain(after)) {
    for (const name of new Set([...Object.keys(before), ...Object.keys(after)]))
      collect(path ? `${path}.${name}` : name, before[name], after[name], found);
    return;
  }
  if (JSON.stringify(before) !== JSON.stringify(after)) found.push({ path, before, after });
}

const isPlain = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value);
