import { type Product, type Tool, bestOffers } from '../catalogue/index.js';
import { type Working, work, workSurely } from '../fields/index.js';
import { type Issue, type Result, accept, issue } from '../issues.js';
import { type BatchPlan, batchPlan, mix, type PackPlan, packPlan, type TakeOffLine } from '../materials/index.js';
import { ceilDecimal } from '../quantities/index.js';
import type { PlanConditions } from './conditions.js';
import { toolFor } from './placing-pace.js';
import type { WorkItem } from './work-items.js';

/** What to buy of one product: whole packs at least cost. Prices in minor units. */
export interface OrderLine {
  product: Product;
  /** in the product's measure, as the packs */ required: number;
  purchase: Purchase;
}

/** Packs, and all amounts in the product's measure; the price in minor units. */
export interface Purchase {
  packs: { size: number; count: number }[];
  total: number;
  surplus: number;
  costMinor: number;
  working: Working<PackPlan>;
}

/** One thing that goes into the pail. */
export interface CardPart {
  name: string;
  massKg: number;
  volumeL: number;
}

/** How to mix one product today: a batch that fits its life at the wall's temperature. */
export interface MixingCard {
  product: Product;
  totalKg: number;
  tool: Tool;
  batch: Working<BatchPlan>;
  mix: Working;
  /** in the order of adding */ parts: CardPart[];
}

export interface Supply {
  orders: OrderLine[];
  findings: Issue[];
}

/** What is to be bought of each product, over all that is planned, spare included; of what is mixed by whole kits whole ones, coat by coat. */
export function sumByProduct(lines: readonly TakeOffLine[], sparePct: number): Map<Product, number> {
  const sums = new Map<Product, number>();
  const kits = new Map<string, { product: Product; coats: number; kg: number }>();
  const share = 1 + sparePct / 100;
  for (const { product, amount, coats: all, zones = 1, faceId, targetId, what } of lines) {
    const coats = all * zones;
    if (product.mix?.wholePacksOnly) {
      // a kit that is opened is used up in its own coat and strip: details of a face are mixed for together
      const key = `${product.id}@${product.version} ${faceId} ${targetId === undefined ? what : ''}`;
      const piece = kits.get(key) ?? { product, coats: targetId === undefined ? coats : 1, kg: 0 };
      kits.set(key, { ...piece, kg: piece.kg + (amount * share) / piece.coats });
    } else sums.set(product, (sums.get(product) ?? 0) + amount * share);
  }
  for (const { product, coats, kg } of kits.values()) {
    const kitKg = Math.min(...product.packs.map(({ size }) => size));
    sums.set(product, (sums.get(product) ?? 0) + ceilDecimal(kg / kitKg) * kitKg * coats);
  }
  return sums;
}

export function planSupply(sums: ReadonlyMap<Product, number>, conditions: PlanConditions, kept?: SupplyMemory): Supply {
  const supply: Supply = { orders: [], findings: [] };
  for (const [product, required] of sums) {
    const { purchase, card } = kept?.of(product, required, conditions) ?? supplyOf(product, required, conditions);
    if (purchase.ok) supply.orders.push({ product, required, purchase: purchase.value });
    else supply.findings.push(...purchase.issues);
    // whether it can be mixed for at all; how, each piece of work says for itself
    if (card && !card.ok) supply.findings.push(...card.issues);
    if (product.coat) supply.findings.push(...outsideSheet(product, conditions.temperatureC));
  }
  const currencies = new Set(supply.orders.map(({ product }) => product.currency));
  if (currencies.size > 1) supply.findings.push(issue('mixed-currencies', 'products', { wanted: [...currencies].join(', ') }));
  return supply;
}

/** Beyond these no rule of thumb for ageing holds, °C; common practice, no source. */
const AGEING_HOLDS_C = [-5, 45] as const;

/** Lives and windows are worked out for the wall as it is; where its own sheet, or the rule of ageing, does not go so far, that is said. */
export function outsideSheet({ id, limits }: Pick<Product, 'id' | 'limits'>, temperatureC: number): Issue[] {
  const minC = Math.max(limits.surfaceMinC, AGEING_HOLDS_C[0]);
  const maxC = Math.min(limits.surfaceMaxC, AGEING_HOLDS_C[1]);
  if (temperatureC >= minC && temperatureC <= maxC) return [];
  return [issue('wall-outside-sheet', `products.${id}`, { temperatureC, minC, maxC })];
}

interface Supplied {
  purchase: Result<Purchase>;
  card?: Result<MixingCard>;
}

function supplyOf(product: Product, required: number, conditions: PlanConditions): Supplied {
  const path = `products.${product.id}`;
  const sizes = bestOffers(product.packs).map(({ size, priceMinor }) => ({ sizeKg: size, price: priceMinor, maxPacks: undefined }));
  const working = work(packPlan, { requiredKg: required, packs: sizes }, path);
  return { purchase: working.ok ? accept(purchaseOf(working.value, product)) : working, card: mixingCard(product, required, conditions) };
}

/** The calculator speaks of kilograms; what is bought by the metre or the piece says so. */
function purchaseOf(working: Working<PackPlan>, { measure }: Product): Purchase {
  const { packs, totalKg: total, surplusKg: surplus, cost: costMinor } = working.output;
  return {
    ...{ total, surplus, costMinor, packs: packs.map(({ sizeKg: size, count }) => ({ size, count })) },
    working: measure === 'kg' ? working : { ...working, kgStandsFor: measure },
  };
}

/** Remembers packs and cards of products whose need has not changed. */
export class SupplyMemory {
  private readonly known = new Map<Product, { required: number; conditions: PlanConditions; supplied: Supplied }>();

  of(product: Product, required: number, conditions: PlanConditions): Supplied {
    const before = this.known.get(product);
    if (before && before.required === required && before.conditions === conditions) return before.supplied;
    const supplied = supplyOf(product, required, conditions);
    this.known.set(product, { required, conditions, supplied });
    return supplied;
  }
}

/** What one piece of work takes of its main product, from the take-off; undefined where it takes none. */
export function materialFor(item: WorkItem, lines: readonly TakeOffLine[]): { product: Product; amount: number } | undefined {
  const own = lines.find(({ id }) => id === item.id);
  if (own) return { product: own.product, amount: own.amount };
  const what = item.step.startsWith('coat-') ? 'coat' : item.step;
  const line = lines.find((each) => each.what === what && each.faceId === item.faceId && each.targetId === item.targetId);
  return line && { product: line.product, amount: (line.amount / line.coats) * (item.zone?.share ?? 1) };
}

/**
 * A card for so much of a product; none for what is not mixed. A pail holds one kit or one bag at most: more of a resin heats itself.
 * Cold never lengthens the life that the sheet states, warmth shortens it; a plug is mixed by whoever pushes it in. Refuses where the
 * working life at this temperature leaves no time to place it.
 */
export function mixingCard(
  product: Product,
  totalKg: number,
  conditions: PlanConditions,
  /** of the vessel that is mixed in, as the house has it */ vesselL?: number,
): Result<MixingCard> | undefined {
  const { mix: mixing, workingLifeMin, placingKgPerMin } = product;
  if (!mixing || workingLifeMin === undefined || !placingKgPerMin) return undefined;
  const tool = toolFor(product, conditions.tool);
  const sizes = product.packs.map(({ size }) => size);
  const batch = work(
    batchPlan,
    {
      totalKg,
      workingLifeMin,
      mixMin: mixing.mixMin + (mixing.firstAloneMin ?? 0),
      standMin: mixing.standMin,
      placingKgPerMinPerPerson: placingKgPerMin[tool]!,
      people: product.role === 'plug' ? 1 : conditions.people,
      packKg: mixing.wholePacksOnly ? Math.min(...sizes) : undefined,
      mostKg: Math.min(Math.max(...sizes), vesselL === undefined ? Infinity : vesselKg(product, vesselL)),
      wholePacksOnly: mixing.wholePacksOnly,
      referenceC: product.referenceC,
      temperatureC: Math.max(conditions.temperatureC, product.referenceC),
      q10: 2,
    },
    `products.${product.id}`,
  );
  if (!batch.ok) return batch;
  return accept({ product, totalKg, tool, batch: batch.value, ...partsOf(product, batch.value.output.batchKg) });
}

/** A vessel is filled to two thirds, or it spills and draws in air; common practice, no source. */
const FILLED_SHARE = 2 / 3;

/** Bought mass that a vessel takes at once: what is mixed with water swells by it. */
function vesselKg({ densityKgL = 1, mix: mixing }: Product, vesselL: number): number {
  return (vesselL * FILLED_SHARE * densityKgL) / (1 + (mixing?.waterPerKgL ?? 0));
}

function partsOf({ mix: mixing, parts }: Product, batchKg: number): Pick<MixingCard, 'mix' | 'parts'> {
  const addTo = mixing!.addTo === 'liquid' ? 'water' : 'powder';
  const none = { waterPerKgL: undefined, ratioByWeight: undefined, ratioByVolume: undefined, densities: undefined };
  if (!parts || parts.length < 2) {
    const mixed = workSurely(mix, { ...none, powderKg: batchKg, waterPerKgL: mixing!.waterPerKgL, addTo });
    const { gauge, waterPerKgL } = mixing!;
    const inPail = inOrder(mixed.output.order, (name) => ({ name, ...water(batchKg, waterPerKgL!, name, parts?.[0]?.densityKgL) }));
    // the liquid goes in with the water, and weighs about as much
    const gauging = gauge ? [{ name: 'gauging', massKg: batchKg * gauge.litresPerKg, volumeL: batchKg * gauge.litresPerKg }] : [];
    const withWater = inPail.findIndex(({ name }) => name === 'water') + 1;
    return { mix: mixed, parts: [...inPail.slice(0, withWater), ...gauging, ...inPail.slice(withWater)] };
  }
  const shares = parts.reduce((sum, part) => sum + part.share, 0);
  const last = parts[parts.length - 1]!;
  const mixed = workSurely(mix, {
    ...none,
    powderKg: (batchKg * last.share) / shares,
    ratioByWeight: parts.map(({ share }) => share),
    addTo,
  });
  const massOf = new Map(mixed.output.parts.map(({ name, massKg }, i) => [name, { part: parts[i]!, massKg: massKg! }]));
  return {
    mix: mixed,
    parts: inOrder(mixed.output.order, (name) => {
      const { part, massKg } = massOf.get(name)!;
      return { name: part.name, massKg, volumeL: massKg / part.densityKgL };
    }),
  };
}

const inOrder = (order: readonly string[], partOf: (name: string) => CardPart): CardPart[] => order.map(partOf);

/** Loose powder of cement weighs about 1.3 kg/L when a sheet does not say; common practice. */
const LOOSE_POWDER_KG_L = 1.3;

function water(powderKg: number, waterPerKgL: number, name: string, powderKgL = LOOSE_POWDER_KG_L): Omit<CardPart, 'name'> {
  const massKg = name === 'water' ? powderKg * waterPerKgL : powderKg;
  return { massKg, volumeL: name === 'water' ? massKg : massKg / powderKgL };
}
