import type { Catalogue, Product } from '../catalogue/index.js';
import { type Issue, issue } from '../issues.js';
import type { ProductRef } from '../jobs/index.js';
import { DAY_MS, atMost, roundDecimal } from '../quantities/index.js';
import { shelfLife } from './shelf-life.js';

/** One thing that happened in an organisation's store, as somebody wrote it down. Never changed afterwards. */
export type StockMove = { id: string; /** ISO 8601 */ at: string; /** who, in words */ by: string; note?: string } & (
  | {
      kind: 'delivery';
      product: ProductRef;
      batchNumber: string;
      /** one of the two is on the pack */ madeOn?: string;
      expiresOn?: string;
      packSize: number;
      packs: number;
    }
  /** out of the store, to a job where one is named */
  | { kind: 'taken'; lotId: string; amount: number; jobId?: string; /** why an expired batch all the same */ reason?: string }
  | { kind: 'returned'; lotId: string; amount: number; jobId?: string }
  | { kind: 'scrapped'; lotId: string; amount: number }
  /** what is really there */
  | { kind: 'counted'; lotId: string; amount: number }
  | { kind: 'temperature'; temperatureC: number }
  /** all that a job has kept back of a product; 0 lets go */
  | { kind: 'reserved'; jobId: string; productId: string; amount: number }
);
export type StockMoveKind = StockMove['kind'];

/** Counted against computed: what is missing is negative. */
export interface CountDifference {
  at: string;
  amount: number;
  because: 'whole-packs' | 'scale' | 'logged-not-taken' | 'not-explained';
  /** packs, or what the job's log says was used and nobody took out */ of?: number;
}

/** One delivery of one batch. Its id is the delivery's. */
export interface StockLot {
  id: string;
  product: ProductRef;
  /** undefined when no catalogue knows the sheet */ sheet?: Product;
  batchNumber: string;
  receivedAt: string;
  expiresOn: string;
  daysLeft: number;
  packSize: number;
  onHand: number;
  /** in the pack that is open */ openAmount: number;
  takenByJob: Readonly<Record<string, number>>;
  differences: CountDifference[];
  /** times at which the store was too cold or too hot for it */ breaches: { at: string; temperatureC: number; kind: 'cold' | 'hot' }[];
  /** moves that a slow clock stamped before the delivery; they count all the same */ stampedEarly: { at: string; kind: StockMoveKind }[];
}

export interface Stock {
  lots: StockLot[];
  /** kept back, by job and product */ reserved: { jobId: string; productId: string; amount: number }[];
  latestTemperature?: { at: string; temperatureC: number };
}

/** Scales and scoops: a difference under this share of a pack says nothing; common practice, no source. */
const SCALE_SHARE = 0.03;
const USUAL_MONTHS = 12;

/**
 * The store as its moves leave it on a day. `used` is what logs say was used, by batch number: it explains what a count misses.
 * @param onDate YYYY-MM-DD
 */
export function foldStock(
  moves: readonly StockMove[],
  catalogue: Catalogue,
  onDate: string,
  used: ReadonlyMap<string, number> = new Map(),
): Stock {
  const lots = new Map<string, StockLot>();
  const reserved = new Map<string, Stock['reserved'][number]>();
  let latestTemperature: Stock['latestTemperature'];
  for (const move of inOrder(moves)) {
    if (move.kind === 'delivery') lots.set(move.id, lotOf(move, catalogue, onDate));
    else if (move.kind === 'temperature') {
      latestTemperature = { at: move.at, temperatureC: move.temperatureC };
      for (const lot of lots.values()) noteTemperature(lot, move);
    } else if (move.kind === 'reserved') {
      const { jobId, productId, amount } = move;
      reserved.set(`${jobId} ${productId}`, { jobId, productId, amount });
    } else {
      const lot = lots.get(move.lotId);
      if (!lot) continue;
      if (Date.parse(move.at) < Date.parse(lot.receivedAt)) lot.stampedEarly.push({ at: move.at, kind: move.kind });
      apply(move, lot, used);
    }
  }
  for (const lot of lots.values()) lot.openAmount = openIn(lot);
  return { lots: [...lots.values()], reserved: [...reserved.values()].filter(({ amount }) => amount > 0), latestTemperature };
}

/**
 * As they happened. A clock that is some minutes slow may stamp a stock take before the delivery that it counts: nothing happens to a
 * lot before it is there, so such a move comes right behind its delivery, in the order in which it was written down.
 */
function inOrder(moves: readonly StockMove[]): StockMove[] {
  const delivered = new Map(moves.filter(({ kind }) => kind === 'delivery').map(({ id, at }) => [id, Date.parse(at)]));
  const timeOf = (move: StockMove) => Math.max(Date.parse(move.at), 'lotId' in move ? (delivered.get(move.lotId) ?? -Infinity) : -Infinity);
  const rank = (move: StockMove) => (move.kind === 'delivery' ? 0 : 1);
  return [...moves].sort((a, b) => timeOf(a) - timeOf(b) || rank(a) - rank(b));
}

function lotOf(move: Extract<StockMove, { kind: 'delivery' }>, catalogue: Catalogue, onDate: string): StockLot {
  const sheet = catalogue.find(move.product);
  const madeOn = move.madeOn ?? move.at.slice(0, 10);
  const months = sheet?.shelfLifeMonths ?? USUAL_MONTHS;
  const kept = shelfLife.compute({ madeOn, months, storeTemperatureC: [20], min: -50, max: 80, onDate });
  const expiresOn = move.expiresOn ?? (kept.ok ? kept.value.expiresOn : madeOn);
  return {
    id: move.id,
    product: move.product,
    sheet,
    batchNumber: move.batchNumber,
    receivedAt: move.at,
    expiresOn,
    daysLeft: Math.round((Date.parse(expiresOn) - Date.parse(onDate)) / DAY_MS),
    packSize: move.packSize,
    onHand: roundDecimal(move.packs * move.packSize),
    openAmount: 0,
    takenByJob: {},
    differences: [],
    breaches: [],
    stampedEarly: [],
  };
}

function noteTemperature(lot: StockLot, { at, temperatureC }: { at: string; temperatureC: number }): void {
  const limits = lot.sheet?.storage;
  if (!limits || lot.onHand <= 0) return;
  if (temperatureC < limits.minC) lot.breaches.push({ at, temperatureC, kind: 'cold' });
  else if (temperatureC > limits.maxC) lot.breaches.push({ at, temperatureC, kind: 'hot' });
}

type LotMove = Extract<StockMove, { kind: 'taken' | 'returned' | 'scrapped' | 'counted' }>;

function apply(move: LotMove, lot: StockLot, used: ReadonlyMap<string, number>): void {
  if (move.kind === 'counted') {
    const amount = roundDecimal(move.amount - lot.onHand);
    if (amount !== 0) lot.differences.push({ at: move.at, amount, ...explain(amount, lot, used) });
    lot.onHand = move.amount;
    return;
  }
  const sign = move.kind === 'returned' ? 1 : -1;
  lot.onHand = roundDecimal(lot.onHand + sign * move.amount);
  if (move.kind !== 'scrapped' && move.jobId !== undefined) {
    const before = lot.takenByJob[move.jobId] ?? 0;
    lot.takenByJob = { ...lot.takenByJob, [move.jobId]: roundDecimal(before - sign * move.amount) };
  }
}

/** What a difference most likely comes from. Says no more than it knows. */
function explain(amount: number, lot: StockLot, used: ReadonlyMap<string, number>): Pick<CountDifference, 'because' | 'of'> {
  const slack = SCALE_SHARE * lot.packSize;
  if (Math.abs(amount) <= slack) return { because: 'scale' };
  const taken = Object.values(lot.takenByJob).reduce((sum, each) => sum + each, 0);
  const untaken = roundDecimal((used.get(lot.batchNumber) ?? 0) - taken);
  if (untaken > 0 && Math.abs(amount + untaken) <= slack) return { because: 'logged-not-taken', of: untaken };
  const packs = Math.round(amount / lot.packSize);
  if (packs !== 0 && Math.abs(amount - packs * lot.packSize) <= slack) return { because: 'whole-packs', of: packs };
  return { because: 'not-explained' };
}

function openIn({ onHand, packSize }: StockLot): number {
  const whole = Math.floor(onHand / packSize + 1e-9);
  return roundDecimal(onHand - whole * packSize);
}

/** Why a move cannot be written: more than is there, an expired batch without a reason, a two-part pack split. */
export function checkMove(move: StockMove, stock: Stock, catalogue: Catalogue): Issue[] {
  if (move.kind === 'delivery') return checkDelivery(move, catalogue);
  if (move.kind === 'temperature') return [];
  if (move.kind === 'reserved') return catalogue.newest(move.productId) ? [] : [issue('not-found', 'productId')];
  const lot = stock.lots.find(({ id }) => id === move.lotId);
  if (!lot) return [issue('not-found', 'lotId')];
  const found: Issue[] = [];
  if ((move.kind === 'taken' || move.kind === 'scrapped') && !atMost(move.amount, lot.onHand))
    found.push(issue('stock-negative', 'amount', { onHand: lot.onHand }));
  if (move.kind === 'taken' && lot.daysLeft < 0 && !move.reason?.trim())
    found.push(issue('batch-expired', 'reason', { expiresOn: lot.expiresOn }));
  if (move.kind === 'taken' && lot.sheet?.mix?.wholePacksOnly && openIn({ ...lot, onHand: move.amount }) > 1e-6)
    found.push(issue('whole-packs-only', 'amount', { packSize: lot.packSize }));
  return found;
}

function checkDelivery(move: Extract<StockMove, { kind: 'delivery' }>, catalogue: Catalogue): Issue[] {
  const sheet = catalogue.find(move.product);
  if (!sheet) return [issue('not-found', 'product')];
  const found: Issue[] = [];
  if (!sheet.packs.some(({ size }) => Math.abs(size - move.packSize) < 1e-9))
    found.push(issue('no-such-pack', 'packSize', { sizes: sheet.packs.map(({ size }) => size).join(', ') }));
  if (move.madeOn && move.expiresOn && move.expiresOn <= move.madeOn) found.push(issue('max-below-min', 'expiresOn'));
  if (move.madeOn && move.madeOn > move.at.slice(0, 10)) found.push(issue('made-after-delivery', 'madeOn'));
  return found;
}

export interface LotPick {
  lot: StockLot;
  amount: number;
}

/** First expired, first out; of two that expire on one day the opened one. Expired batches are not offered. */
export function pickLots(stock: Stock, productId: string, amount: number): { picks: LotPick[]; missing: number } {
  const lots = stock.lots
    .filter((lot) => lot.product.id === productId && lot.daysLeft >= 0 && lot.onHand > 0)
    .sort((a, b) => a.daysLeft - b.daysLeft || b.openAmount - a.openAmount || Date.parse(a.receivedAt) - Date.parse(b.receivedAt));
  const picks: LotPick[] = [];
  let left = amount;
  for (const lot of lots) {
    if (left <= 1e-9) break;
    const take = Math.min(left, lot.onHand);
    picks.push({ lot, amount: roundDecimal(take) });
    left -= take;
  }
  return { picks, missing: left > 1e-9 ? roundDecimal(left) : 0 };
}

/** How a job's need of one product stands against the store. */
export interface Coverage {
  product: Product;
  required: number;
  /** went out for this job already */ taken: number;
  /** kept back for this job */ reserved: number;
  /** usable on the day it is laid, and not kept back for others */ available: number;
  short: number;
  /** last day to order what is short; undefined when nothing is, or nothing is placed in time */ orderBy?: string;
}

/** What a job still lacks. `neededOn` is the first day on which a product is laid, by product id. */
export function coverageOf(
  needs: readonly { product: Product; required: number }[],
  stock: Stock,
  jobId: string,
  neededOn: ReadonlyMap<string, string>,
): Coverage[] {
  return needs.map(({ product, required }) => {
    const lots = stock.lots.filter((lot) => lot.product.id === product.id);
    const taken = lots.reduce((sum, lot) => sum + (lot.takenByJob[jobId] ?? 0), 0);
    const day = neededOn.get(product.id);
    const lasts = ({ daysLeft, expiresOn }: StockLot) => daysLeft >= 0 && (!day || expiresOn >= day);
    const usable = lots.filter(lasts).reduce((sum, { onHand }) => sum + Math.max(0, onHand), 0);
    const keptBack = (own: boolean) =>
      stock.reserved
        .filter((each) => each.productId === product.id && (each.jobId === jobId) === own)
        .reduce((sum, { amount }) => sum + amount, 0);
    const available = Math.max(0, roundDecimal(usable - keptBack(false)));
    const short = Math.max(0, roundDecimal(required - taken - available));
    const orderBy = short > 0 && day ? daysBefore(day, product.leadTimeDays) : undefined;
    return { product, required, taken: roundDecimal(taken), reserved: keptBack(true), available, short, ...(orderBy ? { orderBy } : {}) };
  });
}

function daysBefore(day: string, days: number): string {
  return new Date(Date.parse(`${day}T00:00:00Z`) - days * DAY_MS).toISOString().slice(0, 10);
}
