import { type DetailStepKind, PREPARE_STEPS, SLOW_TO_DRINK_H, WETTING } from '../build-up/index.js';
import { type Binder, FROST_FREE_H, type LayerId, type Product, SETS_HARD } from '../catalogue/index.js';
import { type Face, type HoldKind, type MachineKind, type Skill, isLevelFace } from '../jobs/index.js';
import type { Wait } from '../programme/index.js';
import type { FacePlan } from './face-plan.js';
import type { House } from './house.js';
import { type InRoom, inRoom } from './room-order.js';
import { curingOf } from './curing.js';
import type { PlanConditions } from './conditions.js';
import { PACES, type Pace, type PaceId } from './paces.js';
import { placingMin } from './placing-pace.js';
import { SCATTER_FROM_H, type Treatment, isCover } from '../materials/index.js';
import { HOUR_MS, ceilDecimal } from '../quantities/index.js';
import type { WorkStep } from './work-steps.js';

/** A strip of a face that is coated by itself: it opens from its own last square metre and closes from its own first. */
export interface Zone {
  /** from 1, left to right */ no: number;
  of: number;
  /** m from the left end of the face */ fromM: number;
  toM: number;
  /** of what the whole face takes in this step, 0 to 1 */ share: number;
}

/** One stable piece of work: a zone and a layer, or a feature or junction and a step. The id outlives every re-plan. */
export interface WorkItem {
  id: string;
  faceId: string;
  targetId?: string;
  step: WorkStep;
  durationMin: number;
  quantity: { value: number; unit: 'm²' | 'm' | 'kg' | 'piece' };
  waits: Wait[];
  /** h that it goes on by itself once the crew has left it: drying, soaking, hardening between the layers of a deep fill */ restH?: number;
  /** of a detail that is laid in several coats: which this is */ coatNo?: number;
  /** of a face that is coated strip by strip: which of them */ zone?: Zone;
  /** it stops before it until somebody else has looked */ hold?: HoldKind;
  /** laid anew for so many-th time, once what was there has been taken off */ again?: number;
  /** what is done where a test failed: for which decision, and the how-manieth of its face */ mend?: { id: string; no: number };
  /** what it takes from the yard */ machines?: MachineKind[];
  /** what who does it must have learned */ skills?: Skill[];
  /** rounds a day while it is kept wet */ roundsPerDay?: number;
  /** ISO 8601; when the concrete comes that it is done to */ notBefore?: string;
  /** wet to saturated surface-dry again just before */ rewet: boolean;
  /** its place among the work of the room; none for what goes into concrete before there is a room */ room?: InRoom;
}

const LEAST_MIN = 15;
/** Order in which the steps of all details of a face are done: all is cut open before the first is filled. */
const STEP_ORDER: readonly Exclude<DetailStepKind, 'bond'>[] = [
  'clean',
  'open',
  'chamfer',
  'prime',
  'patch',
  'fill',
  'loose-fill',
  'pour-flush',
  'seal-joint',
  'fillet',
  'skim',
  'stripe',
  'sheet',
  'lap-pipe',
  'lap-drain',
  'seal-hole',
  'kick',
  'floor-lap',
  'drain-channel',
];
/** Done leak by leak, in the order in which they are stopped; before this step of the others. */
const STOPPING: readonly ('inject' | 'plug')[] = ['inject', 'plug'];
const AFTER_STOPPING: DetailStepKind = 'prime';
/** What sets before a coat goes over it: h at 20 °C when its product does not say; common practice. */
const USUAL_OVERCOAT_H = 2;
const SETS: ReadonlySet<WorkStep> = new Set([
  'fill',
  'fillet',
  'patch',
  'skim',
  'inject',
  'pour-flush',
  'seal-joint',
  'stripe',
  'sheet',
  'lap-pipe',
]);
const WETTED: ReadonlySet<WorkStep> = new Set(['fill', 'fillet', 'patch']);

/** Steps that go onto a bond coat, where there is one: it is brushed on in the same piece of work. */
export const ON_BOND: ReadonlySet<WorkStep> = new Set(['fill', 'patch', 'fillet', 'pour-flush', 'loose-fill']);

/** The first strip of a face, and the whole of one that is coated in one. */
export const zoneOf = (faceId: string): string => `${faceId}:z1`;

export const paceOf = (step: WorkStep): PaceId => (step.startsWith('coat-') ? 'coat' : (step as PaceId));

/** Who works, and with what. */
type Crew = Pick<PlanConditions, 'people' | 'tool'>;

/** Everything to be done on a face, in order: prepare, details, layers. Nothing without a build-up. */
export function workItemsOf(face: Face, plan: FacePlan, house: House, crew: Crew): WorkItem[] {
  if (!plan.products || !plan.family) return [];
  const faceId = face.id;
  const { pouredAt } = plan.buildUp?.pour ?? {};
  const zone = zoneOf(faceId);
  const make = maker(house, crew);
  if (plan.family.placed === 'in-the-mix') {
    const kg = plan.lines.find((line) => line.what === 'dose')?.amount ?? 0;
    const dose = kg > 0 ? [make({ id: `${zone}:dose`, faceId, step: 'dose', ...notBefore(pouredAt, 0) }, { value: kg, unit: 'kg' })] : [];
    return [...dose, ...details(plan, make).map((item) => placed(item, face))];
  }
  const isGreen = plan.family.placed === 'on-green-concrete';
  const prepares = !isGreen && plan.family.placed !== 'in-cracks';
  const items = prepares ? [prepareItem(plan, zone, make, { house, people: crew.people })] : [];
  items.push(...details(plan, make));
  const laid = frostCovered(cured(layers(plan, zone, items, make), { plan, zone, make, house }), { plan, zone, make });
  // a shake goes on once the concrete carries a foot
  if (isGreen && laid[0]) laid[0] = { ...laid[0], ...notBefore(pouredAt, SCATTER_FROM_H) };
  // green concrete comes by its own day, whatever else is done in the room
  if (isGreen) return [...items.map((item) => placed(item, face)), ...laid];
  const products = new Map(plan.layers.map(({ id, product }) => [id as string, product]));
  const inOrder = drilledFirst([...items, ...laid]);
  const all = prepares ? readied(inOrder, { plan, zone, make, face }) : inOrder;
  return all.map((item) => placed(item, face, item.targetId === undefined ? products.get(item.step) : undefined));
}

const placed = (item: WorkItem, face: Face, laid?: Product): WorkItem => ({ ...item, room: inRoom(face, item.step, laid) });

/** Holes along the foot are drilled when the face is prepared, before anything is stopped or laid. */
function drilledFirst(items: readonly WorkItem[]): WorkItem[] {
  const drilled = items.filter(({ step }) => step === 'damp-course');
  if (drilled.length === 0) return [...items];
  const rest = items.filter(({ step }) => step !== 'damp-course');
  const after = rest.findIndex(({ step }) => step === 'prepare') + 1;
  return [...rest.slice(0, after), ...drilled.map((item) => ({ ...item, waits: [] })), ...rest.slice(after)];
}

/** What is cut open and stopped may be wet; what is filled and laid wants the face as it was made ready. */
const BEFORE_READY: ReadonlySet<WorkStep> = new Set(['prepare', 'damp-course', 'clean', 'open', 'chamfer', 'inject', 'plug']);
/** Coats of a detail, which want the face as the coat does. */
const LAID_ON_READY: ReadonlySet<WorkStep> = new Set(['stripe', 'lap-pipe', 'lap-drain', 'floor-lap', 'kick']);

/** Puts in what preparing takes in time: its waits, the face drying, and a soak so long that it is no part of the day's work. */
function readied(
  all: readonly WorkItem[],
  { plan, zone, make, face }: { plan: FacePlan; zone: string; make: Make; face: Face },
): WorkItem[] {
  const items = [...all];
  const { faceId, areaM2 } = plan;
  const area = { value: areaM2, unit: 'm²' } as const;
  const soakH = plan.prepare.some(({ id }) => id === 'soak') ? soakHoursOf(plan, face) : 0;
  const coated = items.findIndex(({ step }) => LAID_ON_READY.has(step) || step.startsWith('coat-'));
  if (soakH > 0 && coated >= 0) items.splice(coated, 0, make({ id: `${zone}:wet`, faceId, step: 'wet', restH: soakH }, area));
  const ready = items.findIndex(({ step }) => !BEFORE_READY.has(step));
  if (ready < 0) return items;
  if (plan.prepare.some(({ id }) => id === 'dry'))
    items.splice(ready, 0, make({ id: `${zone}:dry`, faceId, step: 'dry', restH: PREPARE_STEPS.dry.waitH }, area));
  const afterH = plan.prepare.reduce((sum, { id }) => sum + (id === 'dry' ? 0 : PREPARE_STEPS[id].waitH), 0);
  const next = items[ready]!;
  if (afterH > 0)
    items[ready] = { ...next, waits: [{ taskId: `${zone}:prepare`, minH: afterH, maxH: null, referenceC: 20 }, ...next.waits] };
  return items;
}

/** Hours that a face is kept soaking before it is coated: where it hardly drinks, and by the school where it is a floor. */
function soakHoursOf({ schools, family }: FacePlan, face: Face): number {
  const slowH = SLOW_TO_DRINK_H[face.substrate] ?? 0;
  if (!family?.schools.includes('wetting') || !isLevelFace(face)) return slowH;
  return Math.max(slowH, WETTING[schools.wetting.school].floorSoakH);
}

/** Before what lies on the coat for good, the face is kept wet for the days that its sheet asks for, from when a mist no longer washes it off. */
function cured(laid: WorkItem[], { plan, zone, make, house }: { plan: FacePlan; zone: string; make: Make; house: House }): WorkItem[] {
  const curing = curingOf(plan, house);
  const covers = laid.findIndex(({ step }) => isCover({ id: step as LayerId }));
  const at = covers < 0 ? laid.length : covers;
  const last = laid[at - 1];
  const coat = plan.products?.coat?.coat;
  if (!curing || !last || !coat) return laid;
  const { mistsPerDay, days } = curing;
  const item = make(
    {
      ...{ id: `${zone}:cure`, faceId: plan.faceId, step: 'cure' as const, restH: days * 24, roundsPerDay: mistsPerDay, durationMin: 0 },
      waits: [
        { taskId: last.id, minH: Math.max(coat.recoat.minH, NOT_WASHED_OFF_H), maxH: null, referenceC: plan.products!.coat!.referenceC },
      ],
    },
    { value: plan.areaM2, unit: 'm²' },
  );
  return [...laid.slice(0, at), item, ...laid.slice(at)];
}

/** Where somebody decided so, the last coat is covered against frost for as long as its sheet wants none; what is kept wet is so under the cover. */
function frostCovered(laid: WorkItem[], { plan, zone, make }: { plan: FacePlan; zone: string; make: Make }): WorkItem[] {
  const isWanted = plan.buildUp?.alterations?.some(({ do: what, layer }) => what === 'add' && layer === 'frost-cover');
  const last = laid.findLastIndex(({ step }) => step.startsWith('coat-'));
  const coat = plan.layers.find(({ id }) => id === laid[last]?.step)?.product;
  if (!isWanted || !coat) return laid;
  const isKeptWet = laid[last + 1]?.step === 'cure';
  const item = make(
    {
      ...{ id: `${zone}:frost-cover`, faceId: plan.faceId, step: 'frost-cover' },
      waits: [{ taskId: laid[last]!.id, minH: 0, maxH: null, referenceC: 20 }],
      ...(isKeptWet ? {} : { restH: coat.limits.frostFreeH ?? FROST_FREE_H }),
    },
    { value: plan.areaM2, unit: 'm²' },
  );
  return [...laid.slice(0, last + 1), item, ...laid.slice(last + 1)];
}

/** Until a fine mist no longer washes a fresh cement coat off, h at its reference temperature; common practice, no source. */
const NOT_WASHED_OFF_H = 2;

/** Preparing takes as long as its steps, unless the house has a pace of its own for the whole of it. */
function prepareItem(plan: FacePlan, zone: string, make: Make, { house, people }: { house: House; people: number }): WorkItem {
  const item = make({ id: `${zone}:prepare`, faceId: plan.faceId, step: 'prepare' }, { value: plan.areaM2, unit: 'm²' });
  if (house.paces.prepare !== undefined || plan.prepare.length === 0) return item;
  const blastMin = house.paces.blast;
  const personMin = plan.prepare.reduce(
    (sum, { id, areaM2, personMin: usual }) => sum + (id === 'blast' && blastMin !== undefined ? areaM2 * blastMin : usual),
    0,
  );
  return { ...item, durationMin: roundedMin(personMin / people) };
}

/** To five minutes, and never less than a quarter of an hour. */
export const roundedMin = (minutes: number): number => Math.max(LEAST_MIN, Math.round(minutes / 5) * 5);

const notBefore = (pouredAt: string | undefined, afterH: number): Pick<WorkItem, 'notBefore'> =>
  pouredAt === undefined ? {} : { notBefore: new Date(Date.parse(pouredAt) + afterH * HOUR_MS).toISOString() };

type Make = (
  what: Pick<WorkItem, 'id' | 'faceId' | 'step'> & Partial<WorkItem>,
  quantity: WorkItem['quantity'],
  more?: {
    /** tasks done in the same piece of work */ along?: readonly PaceId[];
    /** what is laid in it, where the sheet's own rate goes before the usual pace */ laid?: {
      product: Product;
      kg: number;
      kind: 'layer' | 'fill';
    };
  },
) => WorkItem;

function maker(house: House, { people, tool }: Crew): Make {
  const minutes = (id: PaceId) => house.paces[id] ?? PACES[id].minutes;
  return (what, quantity, { along = [], laid } = {}) => {
    const id = paceOf(what.step);
    const usual = quantity.value * minutes(id);
    const bySheet = laid && house.paces[id] === undefined ? placingMin(laid.product, laid.kg, laid.kind, tool) : undefined;
    // a fill is as long as its slot, and a deep one takes its volume; a coat goes by its sheet
    const own = bySheet === undefined ? usual : laid!.kind === 'fill' ? Math.max(usual, bySheet) : bySheet;
    const personMin = own + quantity.value * along.reduce((sum, each) => sum + minutes(each), 0);
    return { durationMin: roundedMin(personMin / people), quantity, waits: [], rewet: false, ...what };
  };
}

function details({ faceId, treatments, stopping }: FacePlan, make: Make): WorkItem[] {
  const treated = treatments.filter(({ rule }) => rule.verdict === 'treat');
  const of = (treatment: Treatment, step: Exclude<DetailStepKind, 'bond'>) =>
    treatment.rule.steps.some((each) => each.do === step) ? detailItems(treatment, step, faceId, make) : [];
  const byLeak = new Map(stopping?.order.map((id, place) => [id, place]));
  const placeOf = ({ targetId }: Treatment) => byLeak.get(targetId) ?? Infinity;
  // leaks first, in their order; then what is injected dry, as it was found
  const stops = [...treated]
    .sort((a, b) => (placeOf(a) === placeOf(b) ? 0 : placeOf(a) - placeOf(b)))
    .flatMap((treatment) => STOPPING.flatMap((step) => of(treatment, step)));
  return STEP_ORDER.flatMap((step) => [...(step === AFTER_STOPPING ? stops : []), ...treated.flatMap((treatment) => of(treatment, step))]);
}

function detailItems(treatment: Treatment, step: Exclude<DetailStepKind, 'bond'>, faceId: string, make: Make): WorkItem[] {
  const { targetId, rule, lines } = treatment;
  const has = (what: DetailStepKind) => rule.steps.some((each) => each.do === what);
  const along: PaceId[] = [];
  if (ON_BOND.has(step) && has('bond')) along.push('bond');
  // what is cut open after the face was prepared is prepared again at that place
  if (step === 'open' || step === 'chamfer') along.push('again');
  const restH = hardeningH(treatment, step);
  // a slot that gets sealant stays dry
  const rewet = WETTED.has(step) && !has('seal-joint');
  const item = { faceId, targetId, step, rewet, ...(restH > 0 ? { restH } : {}) };
  const amount = amountOf(treatment, step);
  const filled = step === 'fill' || step === 'patch' ? lines.find((line) => line.step === step) : undefined;
  const bulk = filled && { product: filled.product, kg: filled.amount, kind: 'fill' as const };
  const first = make({ id: `${targetId}:${step}`, ...item }, amount, { along, ...(bulk ? { laid: bulk } : {}) });
  const coat = lines.find((line) => line.step === step && line.role === 'coat');
  const recoat = coat?.product.coat?.recoat;
  if (!recoat) return [first];
  const laid = [first];
  // collars and laps are laid like the face: coat by coat, each in the window of the one before
  for (let coatNo = 2; coatNo <= (coat.coats ?? 1); coatNo++) {
    const waits = [{ taskId: laid.at(-1)!.id, ...recoat, referenceC: coat.product.referenceC }];
    laid.push(make({ id: `${first.id}-${coatNo}`, ...item, coatNo, waits }, amount, { along }));
  }
  return laid.length === 1 ? laid : [{ ...first, coatNo: 1 }, ...laid.slice(1)];
}

/** The layers of a deep fill wait for each other: h in all. */
function hardeningH({ rule, geometry, lines }: Treatment, step: DetailStepKind): number {
  const fill = lines.find((line) => line.step === step)?.product.fill;
  if (!fill || (step !== 'fill' && step !== 'patch')) return 0;
  const patch = rule.steps.find((each) => each.do === 'patch');
  const slot = rule.steps.find((each) => each.do === 'open')?.slot;
  const share = 1 - ((step === 'patch' ? patch?.plugFraction : slot?.plugFraction) ?? 0);
  const deepMm = step === 'patch' ? Math.max(geometry.depthMm ?? 0, patch?.leastDepthMm ?? 0) : (slot?.depthMm ?? 0);
  return (Math.max(1, ceilDecimal((deepMm * share) / fill.maxLayerMm)) - 1) * fill.overcoatH;
}

function amountOf({ slot, geometry }: Treatment, step: DetailStepKind): WorkItem['quantity'] {
  const { per } = PACES[step];
  if (per === 'piece') return { value: 1, unit: 'piece' };
  if (per === 'm²') return { value: geometry.areaM2, unit: 'm²' };
  if (geometry.lengthM === 0) return { value: 1, unit: 'piece' };
  const isInSlot = step === 'open' || step === 'plug' || step === 'fill';
  return { value: isInSlot && slot ? slot.output.cutLengthM : geometry.lengthM, unit: 'm' };
}

function layers(plan: FacePlan, zone: string, before: readonly WorkItem[], make: Make): WorkItem[] {
  const items: WorkItem[] = [];
  for (const layer of plan.layers) {
    if (layer.embedded) continue;
    // cream in the foot of the wall keeps no coat waiting
    const last = items.findLast(({ step }) => step !== 'damp-course');
    const waits = last && layer.after ? [{ taskId: last.id, ...layer.after }] : setsBefore(before, plan);
    const step = layer.id as WorkStep;
    const quantity = quantityOf(PACES[paceOf(step)].per, plan);
    // what is no coat is not laid at the rate of its liquid: a screed, a drilled course
    const laid = layer.product.coat && { product: layer.product, kg: layer.perM2 * plan.areaM2, kind: 'layer' as const };
    items.push(make({ id: `${zone}:${layer.id}`, faceId: plan.faceId, step, waits, rewet: layer.rewet }, quantity, laid ? { laid } : {}));
  }
  return items;
}

/** What there is to do of a layer: all of the face, or its foot. */
function quantityOf(per: Pace['per'], { areaM2, footM }: FacePlan): WorkItem['quantity'] {
  if (per === 'piece') return { value: 1, unit: 'piece' };
  return per === 'm' ? { value: footM, unit: 'm' } : { value: areaM2, unit: 'm²' };
}

/** Joints that move are not coated over by what sets hard: the coat stops beside them, and waits for nothing there. */
const BESIDE_HARD: ReadonlySet<WorkStep> = new Set(['seal-joint', 'sheet']);

/** What sets slowly under a film, h: mortar gives off its water, sealant cures; common practice, no source. */
const UNDER_FILM_H = 24;
const CEMENTS: ReadonlySet<Binder> = new Set(['cement', 'polymer-cement', 'lime']);

/** The first layer waits for all that was filled under it. A stripe of the coat itself is followed inside the coat's own window. */
function setsBefore(before: readonly WorkItem[], plan: FacePlan): Wait[] {
  const isHard = SETS_HARD.includes(plan.family!.detailing);
  const coat = plan.products!.coat;
  const firstLaid = plan.layers.find(({ embedded }) => !embedded)?.product;
  const first = firstLaid?.binder;
  const followed = new Set(before.flatMap(({ coatNo, waits }) => (coatNo === undefined ? [] : waits.map(({ taskId }) => taskId))));
  return before
    .filter(({ id }) => !followed.has(id))
    .filter(({ step }) => SETS.has(step) && !(isHard && BESIDE_HARD.has(step)))
    .map(({ id, step, targetId }) => {
      const product = plan.lines.find((line) => line.targetId === targetId && line.what === step)?.product;
      const sheetH = product?.fill?.overcoatH ?? product?.coat?.recoat.minH ?? USUAL_OVERCOAT_H;
      const isSlow =
        product !== undefined && (product.binder === 'sealant' || (CEMENTS.has(product.binder) && !(first && CEMENTS.has(first))));
      // where a primer comes first, the stripe lies under it and keys like any old coat
      const isStripe =
        product !== undefined && product.id === coat?.id && firstLaid?.id === coat.id && (step === 'stripe' || step === 'lap-pipe');
      return {
        taskId: id,
        minH: isSlow ? Math.max(sheetH, UNDER_FILM_H) : sheetH,
        maxH: isStripe ? (product.coat?.recoat.maxH ?? null) : null,
        referenceC: product?.referenceC ?? 20,
      };
    });
}
