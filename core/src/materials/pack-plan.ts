import { type Calculator, list, number, optional, record, tex } from '../fields/index.js';
import { accept, issue, refuse } from '../issues.js';

const pack = record({
  sizeKg: number('kg', { above: 0, max: 100_000 }),
  price: number('money', { min: 0, max: 1_000_000_000 }),
  maxPacks: optional(number('', { min: 0, max: 1_000_000, whole: true })),
});
const fields = { requiredKg: number('kg', { above: 0, max: 10_000_000 }), packs: list(pack, 50) };

type Pack = { readonly sizeKg: number; readonly price: number; readonly maxPacks?: number };

export interface PackPlan {
  packs: { sizeKg: number; count: number }[];
  totalKg: number;
  surplusKg: number;
  cost: number;
}

/** Sizes and prices are decimals; a millionth of a kg or of a coin is finer than any price list. */
const SCALE = 1e6;
/** Cells of the table: a quarter of a second of work. */
const MAX_CELLS = 8_000_000;

/**
 * Packs that cover a requirement at least cost, then with least surplus: an integer covering problem, solved exactly
 * by dynamic programming over the mass still uncovered, in steps of the sizes' greatest common divisor.
 * Refuses when the permitted packs do not suffice (`not-enough-packs`, with what is missing), when a size is
 * listed twice (`duplicate-size`), or when sizes are too fine for the table (`too-fine`).
 */
export const packPlan: Calculator<typeof fields, PackPlan> = {
  id: 'pack-plan',
  fields,
  mayTakeLong: true,
  outputs: { packs: '', totalKg: 'kg', surplusKg: 'kg', cost: 'money' },
  symbols: { requiredKg: 'M', totalKg: tex`\sum m_i n_i`, surplusKg: tex`\Delta m` },
  equation: [
    tex`\min \textstyle\sum_i c_i n_i, \text{ then } \min \sum_i m_i n_i`,
    tex`\textstyle\sum_i m_i n_i \ge @requiredKg, \quad 0 \le n_i \le n_{i,max}, \quad n_i \in \mathbb{Z}`,
    tex`@surplusKg = @totalKg - @requiredKg`,
  ],
  sources: [{ kind: 'published', title: 'Integer covering problem; dynamic programming (Bellman 1957)' }],
  compute({ requiredKg, packs }) {
    const sizes = packs.map((p) => Math.round(p.sizeKg * SCALE));
    const twin = sizes.findIndex((size, i) => sizes.indexOf(size) !== i);
    if (twin >= 0) return refuse(issue('duplicate-size', `packs[${twin}].sizeKg`));
    const required = Math.round(requiredKg * SCALE);
    const available = packs.reduce((sum, p, i) => sum + (p.maxPacks ?? Infinity) * sizes[i]!, 0);
    if (available < required) return refuse(issue('not-enough-packs', 'packs', { missingKg: (required - available) / SCALE }));
    const step = sizes.reduce(greatestCommonDivisor);
    const cells = Math.ceil(required / step);
    const lots = packs.flatMap((p, i) => lotsOf(p, sizes[i]! / step, cells).map((lot) => ({ ...lot, pack: i })));
    if (cells * lots.length > MAX_CELLS) return refuse(issue('too-fine', 'packs', { cells }));
    const counts = cheapestCover(cells, lots, packs.length);
    const total = counts.reduce((sum, n, i) => sum + n * sizes[i]!, 0);
    return accept({
      packs: packs.flatMap((p, i) => (counts[i]! > 0 ? [{ sizeKg: p.sizeKg, count: counts[i]! }] : [])),
      totalKg: total / SCALE,
      surplusKg: (total - required) / SCALE,
      cost: counts.reduce((sum, n, i) => sum + n * Math.round(packs[i]!.price * SCALE), 0) / SCALE,
    });
  },
};

function greatestCommonDivisor(a: number, b: number): number {
  return b === 0 ? a : greatestCommonDivisor(b, a % b);
}

/**
 * cost[m], mass[m]: cheapest, then lightest way to cover at least m cells. A pack without a limit is taken in again at once
 * (m ascending); a limited one is split into lots of 1, 2, 4 … packs, each taken at most once (m descending).
 */
function cheapestCover(cells: number, lots: readonly Lot[], packKinds: number): number[] {
  const cost = new Float64Array(cells + 1).fill(Infinity);
  const mass = new Float64Array(cells + 1).fill(Infinity);
  cost[0] = mass[0] = 0;
  const taken = lots.map((lot) => {
    const mark = new Uint8Array(cells + 1);
    const consider = (m: number): void => {
      const rest = Math.max(0, m - lot.cells);
      const newCost = cost[rest]! + lot.price;
      const newMass = mass[rest]! + lot.cells;
      if (newCost < cost[m]! || (newCost === cost[m]! && newMass < mass[m]!)) {
        cost[m] = newCost;
        mass[m] = newMass;
        mark[m] = 1;
      }
    };
    if (lot.repeats) for (let m = 1; m <= cells; m++) consider(m);
    else for (let m = cells; m >= 1; m--) consider(m);
    return mark;
  });
  const counts = Array.from({ length: packKinds }, () => 0);
  for (let l = lots.length - 1, m = cells; l >= 0 && m > 0;) {
    const lot = lots[l]!;
    const used = taken[l]![m] === 1;
    if (used) {
      counts[lot.pack]! += lot.count;
      m = Math.max(0, m - lot.cells);
    }
    if (!used || !lot.repeats) l--;
  }
  return counts;
}

interface Lot {
  pack: number;
  count: number;
  cells: number;
  price: number;
  repeats: boolean;
}

function lotsOf(pack: Pack, size: number, cells: number): Omit<Lot, 'pack'>[] {
  const price = Math.round(pack.price * SCALE);
  const lot = (count: number, repeats: boolean) => ({ count, cells: count * size, price: count * price, repeats });
  if (pack.maxPacks === undefined) return [lot(1, true)];
  const lots: Omit<Lot, 'pack'>[] = [];
  let left = Math.min(pack.maxPacks, Math.ceil(cells / size));
  for (let count = 1; left > 0; count *= 2) {
    const now = Math.min(count, left);
    lots.push(lot(now, false));
    left -= now;
  }
  return lots;
}
