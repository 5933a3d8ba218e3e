import { LATE_COAT_PRIMERS, LATE_COAT_RULES, type LateCoatRule, type Product } from '../catalogue/index.js';
import type { Remedy, RemedyWay } from '../jobs/index.js';
import type { TakeOffLine } from '../materials/index.js';
import type { Wait } from '../programme/index.js';
import type { FacePlan } from './face-plan.js';
import type { House } from './house.js';
import { PACES, type RemedyStep } from './paces.js';
import { materialFor } from './supply.js';
import { type WorkItem, roundedMin } from './work-items.js';

/** What is done first, by the way in which a late coat is seen to. */
export const REMEDY_STEP_OF: Readonly<Record<RemedyWay, RemedyStep>> = {
  'wet-and-slurry': 'slurry-in',
  'abrade-and-prime': 'abrade',
  'warm-and-prime': 'warm',
  'wash-and-wet': 'wash',
  'start-over': 'take-off',
};
/** Ways that end with a primer: the coat follows in its time. */
const PRIMES: ReadonlySet<RemedyWay> = new Set(['abrade-and-prime', 'warm-and-prime']);

/** When a coat follows a primer of which no sheet is at hand, h at 20 °C; common practice, no source. */
const USUAL_PRIMED = { minH: 1, maxH: 24, referenceC: 20 };
/** A slurry stays tacky for as long as it can be worked, where its sheet tells; else so long, h; common practice, no source. */
const TACKY_H = 0.5;
/** What was washed stays evenly damp, h; common practice, no source. */
const DAMP_H = 1;
/** A thin slurry that is scrubbed in, kg/m²; common practice, no source. */
const SLURRY_KG_M2 = 0.5;

/** What is done in a step for a late coat; undefined of any other work. */
export const remedyWayOf = (step: WorkItem['step']): RemedyWay | undefined =>
  (Object.keys(REMEDY_STEP_OF) as RemedyWay[]).find((way) => REMEDY_STEP_OF[way] === step);

/** What can be done for a late coat, the one that is usual for what it is bound with first; where the maker is to be asked, only to start over. */
export function remedyWays({ binder }: Pick<Product, 'binder'>): RemedyWay[] {
  const rule: LateCoatRule = LATE_COAT_RULES[binder];
  return rule === 'ask' ? ['start-over'] : [rule, 'start-over'];
}

interface Setting extends PlanSetting {
  plan: FacePlan;
  /** the work before anything came late: what lies under what */ asPlanned: readonly WorkItem[];
}

interface PlanSetting {
  house: House;
  people: number;
}

/**
 * The same work with what was decided for coats that came late put in before them. A coat then waits for that, and no longer for the
 * window that it missed. What is started over is taken off and laid anew, coat by coat, each in its window.
 */
export function withRemedies(items: readonly WorkItem[], plan: FacePlan, crew: PlanSetting): WorkItem[] {
  const setting = { ...crew, plan, asPlanned: items };
  return (plan.buildUp?.remedies ?? []).reduce<WorkItem[]>((work, remedy) => remedied(work, remedy, setting), [...items]);
}

function remedied(items: WorkItem[], { workItemId, way }: Remedy, { plan, house, people, asPlanned }: Setting): WorkItem[] {
  const at = items.findIndex(({ id }) => id === workItemId);
  const late = items[at];
  const missed = late?.waits.filter(isClosing) ?? [];
  if (!late || missed.length === 0) return items;
  const step = REMEDY_STEP_OF[way];
  const areaM2 = areaOf(late, plan);
  const { faceId, targetId, coatNo, zone, room } = late;
  const readied: WorkItem = {
    ...{ id: newIn(items, `${workItemId}:${step}`).id, faceId, step, rewet: false },
    ...(targetId === undefined ? {} : { targetId }),
    ...(coatNo === undefined ? {} : { coatNo }),
    ...(zone ? { zone } : {}),
    durationMin: roundedMin((areaM2 * (house.paces[step] ?? PACES[step].minutes)) / people),
    quantity: { value: areaM2, unit: 'm²' },
    waits: missed.map((wait) => ({ ...wait, maxH: null })),
    ...(room ? { room: { ...undusted(room), isDusty: true } } : {}),
  };
  const first = asPlanned.find(({ id }) => id === workItemId)!;
  const anew = way === 'start-over' ? laidAnew(items, underOf(first, asPlanned), readied.id) : [];
  const before = anew.at(-1)?.id;
  // laid anew, it follows as it always did; over what stayed, it follows what that was made ready with
  const waits = before === undefined ? [waitAfter(readied.id, way, plan)] : [{ ...first.waits.findLast(isClosing)!, taskId: before }];
  const kept = late.waits.filter((wait) => !isClosing(wait));
  // a slurry is what a cement coat is laid into: it is not wetted once more
  const next = { ...late, waits: [...kept, ...waits], rewet: before !== undefined && late.rewet };
  return [...items.slice(0, at), readied, ...anew, next, ...items.slice(at + 1)];
}

/** A name that no work has yet: the first of its kind bears it alone, later ones with their number. */
function newIn(items: readonly WorkItem[], name: string): { id: string; nth: number } {
  const taken = new Set(items.map(({ id }) => id));
  for (let nth = 1; ; nth++) {
    const id = nth === 1 ? name : `${name}-${nth}`;
    if (!taken.has(id)) return { id, nth };
  }
}

const isClosing = ({ maxH }: Wait): boolean => maxH !== null;

const undusted = ({ freshH: _h, referenceC: _c, ...room }: NonNullable<WorkItem['room']>) => room;

/** What lies under a late coat by the windows of its own kind, from the lowest up. */
function underOf(late: WorkItem, asPlanned: readonly WorkItem[]): WorkItem[] {
  const under: WorkItem[] = [];
  for (let top: WorkItem | undefined = late; top;) {
    const ids: ReadonlySet<string> = new Set(top.waits.filter(isClosing).map(({ taskId }) => taskId));
    top = asPlanned.find(({ id, targetId }) => ids.has(id) && targetId === late.targetId);
    if (top) under.unshift(top);
  }
  return under;
}

/** Coats that were taken off, once more, from the lowest up. */
function laidAnew(items: readonly WorkItem[], under: readonly WorkItem[], after: string): WorkItem[] {
  // coats above it may have been started over before: each layer counts for itself how often it was laid
  const anew = new Map(under.map(({ id }) => [id, newIn(items, `${id}:again`)]));
  return under.map((item, i) => {
    const own = item.waits
      .filter((wait) => isClosing(wait) && anew.has(wait.taskId))
      .map((wait) => ({ ...wait, taskId: anew.get(wait.taskId)!.id }));
    const { id, nth } = anew.get(item.id)!;
    return { ...item, id, again: nth, waits: i === 0 ? [{ taskId: after, minH: 0, maxH: null, referenceC: 20 }] : own };
  });
}

function waitAfter(taskId: string, way: RemedyWay, { products = {} }: FacePlan): Wait {
  if (PRIMES.has(way)) {
    const primer = primerOf(products);
    return { taskId, ...(primer ? { ...primer.coat!.recoat, referenceC: primer.referenceC } : USUAL_PRIMED) };
  }
  const tackyH = way === 'wet-and-slurry' ? (products.coat?.workingLifeMin ?? TACKY_H * 60) / 60 : DAMP_H;
  return { taskId, minH: 0, maxH: tackyH, referenceC: products.coat?.referenceC ?? 20, atOnce: true };
}

function primerOf(products: NonNullable<FacePlan['products']>): Product | undefined {
  const role = products.coat && LATE_COAT_PRIMERS[products.coat.binder];
  const primer = role && products[role];
  return primer?.coat && primer;
}

function areaOf({ quantity, targetId }: WorkItem, { treatments }: FacePlan): number {
  if (quantity.unit === 'm²') return quantity.value;
  return treatments.find((treatment) => treatment.targetId === targetId)?.geometry.areaM2 ?? quantity.value;
}

/** What late coats take besides: slurry, primer, and the coats that are laid anew. */
export function remedyLines(items: readonly WorkItem[], plan: FacePlan): TakeOffLine[] {
  const { products = {}, faceId, lines } = plan;
  return items.flatMap((item): TakeOffLine[] => {
    const line = (product: Product, amount: number): TakeOffLine => ({
      ...{ id: item.id, what: item.step.startsWith('coat-') ? 'coat' : item.step, faceId, product, amount, coats: 1 },
      ...(item.targetId === undefined ? {} : { targetId: item.targetId }),
    });
    if (item.again !== undefined) {
      const taken = materialFor(item, lines);
      return taken ? [line(taken.product, taken.amount)] : [];
    }
    const areaM2 = item.quantity.value;
    if (item.step === 'slurry-in' && products.coat?.measure === 'kg') return [line(products.coat, areaM2 * SLURRY_KG_M2)];
    if (item.step !== 'abrade' && item.step !== 'warm') return [];
    const primer = primerOf(products);
    return primer ? [line(primer, areaM2 * primer.coat!.kgPerM2PerCoat)] : [];
  });
}
