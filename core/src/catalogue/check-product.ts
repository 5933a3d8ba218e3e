import { readFields } from '../fields/index.js';
import { type Issue, type Result, accept, issue } from '../issues.js';
import type { Product } from './product.js';
import { PRODUCT_FIELDS } from './product-fields.js';

/** A rate and the film it is meant to leave may differ by rounding on the sheet, not by more. */
const RATE_TOLERANCE = 0.1;

type At = (field: string) => string;

/**
 * One product as a sheet, a form or a file gives it. Issues by path: fields of the wrong kind or out of range, unknown fields,
 * and figures that contradict each other. What other products it names is checked by `checkCatalogue`.
 */
export function checkProduct(raw: unknown, path = ''): Result<Product> {
  const issues: Issue[] = [];
  const product = readFields(PRODUCT_FIELDS, raw, path, issues) as Product | undefined;
  if (product) issues.push(...contradictions(product, (field) => (path ? `${path}.${field}` : field)));
  return product && issues.length === 0 ? accept(product) : { ok: false, issues };
}

function contradictions(product: Product, at: At): Issue[] {
  const { coat, limits, storage } = product;
  const found: Issue[] = [];
  const offers = product.packs.map(({ size, supplier }) => `${size} ${supplier ?? ''}`);
  const twin = offers.findIndex((offer, i) => offers.indexOf(offer) !== i);
  if (twin >= 0) found.push(issue('duplicate-size', at(`packs[${twin}].size`)));
  if (product.measure === 'kg') found.push(...checkWet(product, at));
  else for (const name of ['coat', 'fill', 'mix', 'parts'] as const) if (product[name]) found.push(issue('not-sold-by-mass', at(name)));
  if (coat) found.push(...checkCoat(product, at));
  if (limits.surfaceMaxC <= limits.surfaceMinC) found.push(issue('max-below-min', at('limits.surfaceMaxC')));
  if (limits.airMinC !== undefined && limits.airMaxC !== undefined && limits.airMaxC <= limits.airMinC)
    found.push(issue('max-below-min', at('limits.airMaxC')));
  if (storage.maxC <= storage.minC) found.push(issue('max-below-min', at('storage.maxC')));
  const { kettle } = product.handling ?? {};
  if (kettle && kettle.maxC <= kettle.minC) found.push(issue('max-below-min', at('handling.kettle.maxC')));
  if (kettle && kettle.oilMaxC <= kettle.oilMinC) found.push(issue('max-below-min', at('handling.kettle.oilMaxC')));
  if (product.replaces === product.id) found.push(issue('replaces-itself', at('replaces')));
  return found;
}

/** What is mixed or runs out of a pail has a life, a density, and people who place it at some pace. */
function checkWet({ binder, mix, parts, placingKgPerMin, workingLifeMin, densityKgL, coat, fill }: Product, at: At): Issue[] {
  const found: Issue[] = [];
  if (binder === 'mineral' && !coat && !fill) return found;
  if (densityKgL === undefined) found.push(issue('missing', at('densityKgL')));
  if (!placingKgPerMin || Object.keys(placingKgPerMin).length === 0) found.push(issue('missing', at('placingKgPerMin')));
  if (!mix) return found;
  if (mix.gauge && mix.waterPerKgL === undefined) found.push(issue('missing', at('mix.waterPerKgL')));
  if (workingLifeMin === undefined) found.push(issue('missing', at('workingLifeMin')));
  else if (mix.mixMin + mix.standMin + (mix.firstAloneMin ?? 0) >= workingLifeMin) found.push(issue('life-spent-mixing', at('mix.mixMin')));
  if (mix.waterPerKgL === undefined && (parts?.length ?? 0) < 2) found.push(issue('nothing-to-mix', at('parts')));
  if (parts && new Set(parts.map(({ name }) => name)).size < parts.length) found.push(issue('duplicate-part', at('parts')));
  return found;
}

function checkCoat({ coat, densityKgL, mix }: Product, at: At): Issue[] {
  const found: Issue[] = [];
  const { recoat, rating, wetFilmMm, kgPerM2PerCoat, byLoad, cure } = coat!;
  if (recoat.maxH !== null && recoat.maxH < recoat.minH) found.push(issue('max-below-min', at('coat.recoat.maxH')));
  if (rating && rating.onStrengthMPa === undefined) found.push(issue('rating-without-strength', at('coat.rating.onStrengthMPa')));
  if (wetFilmMm !== undefined && densityKgL !== undefined) {
    // what is gauged in weighs about what water does
    const laidKg = kgPerM2PerCoat * (1 + (mix?.waterPerKgL ?? 0) + (mix?.gauge?.litresPerKg ?? 0));
    const filmKg = wetFilmMm * densityKgL;
    if (Math.abs(laidKg - filmKg) > RATE_TOLERANCE * filmKg)
      found.push(issue('film-and-rate-differ', at('coat.wetFilmMm'), { laidKg, filmKg }));
  }
  if (byLoad && (byLoad.standing < byLoad.damp || byLoad.pressing < byLoad.standing))
    found.push(issue('thinner-under-more-water', at('coat.byLoad')));
  if (cure && cure.mistsPerDay === 0) found.push(issue('below-min', at('coat.cure.mistsPerDay'), { min: 1 }));
  return found;
}

/** Faults that only show among several products: one id and version twice, `replaces` in a circle or of nothing, currencies mixed. */
export function checkCatalogue(products: readonly Product[], known: readonly Product[] = [], path = 'products'): Issue[] {
  const found: Issue[] = [];
  const seen = new Set(known.map(keyOf));
  const successors = new Map<string, string>();
  for (const { id, replaces } of [...known, ...products]) if (replaces !== undefined) successors.set(id, replaces);
  const ids = new Set([...known, ...products].map(({ id }) => id));
  const currency = (known[0] ?? products[0])?.currency;
  products.forEach((product, i) => {
    const at = (field: string) => `${path}[${i}].${field}`;
    if (seen.has(keyOf(product))) found.push(issue('version-taken', at('version'), { id: product.id, version: product.version }));
    seen.add(keyOf(product));
    if (product.currency !== currency) found.push(issue('mixed-currencies', at('currency'), { wanted: currency ?? '' }));
    if (product.replaces !== undefined && !ids.has(product.replaces)) found.push(issue('not-found', at('replaces')));
    else if (replacesInCircle(product.id, successors)) found.push(issue('replaces-in-a-circle', at('replaces')));
  });
  return found;
}

const keyOf = ({ id, version }: { id: string; version: number }): string => `${id}@${version}`;

function replacesInCircle(id: string, replacedBy: ReadonlyMap<string, string>): boolean {
  const passed = new Set<string>();
  for (let at: string | undefined = id; at !== undefined; at = replacedBy.get(at)) {
    if (passed.has(at)) return at === id;
    passed.add(at);
  }
  return false;
}
