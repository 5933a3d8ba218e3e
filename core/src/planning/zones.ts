import { type Face, MOST_ZONES, type Strip, groupBy, stripsOf } from '../jobs/index.js';
import { isLaidInZones } from '../materials/index.js';
import { DOUBLES_PER_TEN, ageRate } from '../physics/index.js';
import type { FacePlan } from './face-plan.js';
import { type WorkItem, roundedMin } from './work-items.js';

/**
 * Coats strip by strip, as many as the build-up says, so that no coat takes longer than the next one's window lasts. What is made
 * ready, and what keys into the first coat nowhere, stays one piece of work; what keys into it is laid with the strips that it
 * touches. What follows the coats waits for all of them.
 */
export function inZones(items: readonly WorkItem[], plan: FacePlan, face: Face): WorkItem[] {
  const count = plan.buildUp?.zones ?? 1;
  const laid = new Set(plan.layers.filter(({ layer, embedded }) => !embedded && isLaidInZones(layer, plan.family!)).map(({ id }) => id));
  const isLayer = ({ targetId, step, quantity }: WorkItem) => targetId === undefined && laid.has(step) && quantity.unit === 'm²';
  const first = items.findIndex(isLayer);
  if (count < 2 || first < 0) return [...items];
  const keyed = keyedInto(items.filter(isLayer), items);
  const strips = stripsOf(face, count);
  const alongOf = new Map(plan.treatments.map(({ targetId, geometry }) => [targetId, geometry.alongM]));
  const isSoaked = items.some(({ step }) => step === 'wet');
  /** in which strips each piece lies, from 0; of what is not cut none */
  const strippedOf = new Map<string, readonly number[]>();
  const all = strips.map((_, i) => i);
  for (const item of items) {
    if (isLayer(item)) strippedOf.set(item.id, all);
    else if (keyed.has(item.id)) strippedOf.set(item.id, touched(strips, alongOf.get(item.targetId!)));
  }
  const idIn = (id: string, strip: number): string => nameIn(id, strip, strippedOf.get(id)!.length, strips.length);
  const waitsIn = (item: WorkItem, strip?: number): WorkItem['waits'] =>
    item.waits.flatMap((wait) => {
      const of = strippedOf.get(wait.taskId);
      if (!of) return [wait];
      return of.filter((each) => strip === undefined || each === strip).map((each) => ({ ...wait, taskId: idIn(wait.taskId, each) }));
    });
  const firstStep = items[first]!.step;
  const cut = (item: WorkItem, strip: number): WorkItem => {
    const of = strippedOf.get(item.id)!;
    const { fromM, toM } = strips[strip]!;
    const share = 1 / of.length;
    // what was soaked for the first strip has dried by the time of the others
    const isDry = strip > 0 && isSoaked && item.step === firstStep;
    return {
      ...item,
      ...{ id: idIn(item.id, strip), waits: waitsIn(item, strip), zone: { no: strip + 1, of: count, fromM, toM, share } },
      ...{ durationMin: roundedMin(item.durationMin * share), quantity: { ...item.quantity, value: item.quantity.value * share } },
      ...(isDry ? { rewet: true } : {}),
    };
  };
  const whole = (each: readonly WorkItem[]) =>
    each.filter(({ id }) => !strippedOf.has(id)).map((item) => ({ ...item, waits: waitsIn(item) }));
  const cutItems = items.filter(({ id }) => strippedOf.has(id));
  return [
    ...whole(items.slice(0, first)),
    ...all.flatMap((strip) => cutItems.filter(({ id }) => strippedOf.get(id)!.includes(strip)).map((item) => cut(item, strip))),
    ...whole(items.slice(first)),
  ];
}

/** A strip of the whole face has the place of its zone in its id; a piece of a detail is told apart where it is cut at all. */
function nameIn(id: string, strip: number, pieces: number, strips: number): string {
  if (pieces === strips && /:z1:/.test(id)) return id.replace(/:z1:/, `:z${strip + 1}:`);
  return pieces === 1 ? id : `${id}:z${strip + 1}`;
}

/** Details that a coat must follow within their own window, with the coats of the same detail before. */
function keyedInto(layers: readonly WorkItem[], items: readonly WorkItem[]): ReadonlySet<string> {
  const closing = new Set(layers.flatMap(({ waits }) => waits.flatMap(({ taskId, maxH }) => (maxH === null ? [] : [taskId]))));
  const last = items.filter(({ id, targetId }) => targetId !== undefined && closing.has(id));
  return new Set(
    items.flatMap(({ id, targetId, step }) =>
      last.some((each) => each.targetId === targetId && targetId !== undefined && each.step === step) ? [id] : [],
    ),
  );
}

/** Strips in which something lies; where nobody knows, in all of them. */
function touched(strips: readonly Strip[], alongM: readonly [number, number] | undefined): number[] {
  const where = strips.flatMap(({ fromM, toM }, i) => (!alongM || (alongM[0] < toM && alongM[1] >= fromM) ? [i] : []));
  return where.length > 0 ? where : [strips.length - 1];
}

/** Of a window so much is reckoned with: nobody works to the minute; own judgement, no source. */
const KEPT_FREE = 0.8;
/** No strip is laid in less, min. */
const LEAST_STRIP_MIN = 15;

/**
 * In how many strips each face would have to be coated so that no coat takes longer than the next one's window, or than a shift, by
 * the work as it is planned now; only of faces that want more than they have, and whose coats nobody has begun.
 * @param items of any faces
 */
export function zonesWanted(
  items: readonly WorkItem[],
  { temperatureOfC, shiftH, isBegun }: { temperatureOfC(faceId: string): number; shiftH: number; isBegun(workItemId: string): boolean },
): Map<string, number> {
  const wanted = new Map<string, number>();
  for (const [faceId, own] of groupBy(items, (item) => item.faceId)) {
    const coats = own.filter(
      ({ targetId, step, quantity }) => targetId === undefined && step.startsWith('coat-') && quantity.unit === 'm²',
    );
    if (coats.length === 0 || coats.some(({ id }) => isBegun(id))) continue;
    const now = coats[0]!.zone?.of ?? 1;
    const most = Math.max(
      ...[...groupBy(coats, ({ step }) => step).values()].map((coat) => {
        const hours = coat.reduce((sum, { durationMin }) => sum + durationMin, 0) / 60;
        const roomH = Math.min(shiftH, KEPT_FREE * roomAfterH(coat[0]!, own, temperatureOfC(faceId)));
        // where it closes before it opens, strips do not help
        return roomH <= 0 ? 1 : Math.min(Math.ceil(hours / roomH), Math.floor((hours * 60) / LEAST_STRIP_MIN), MOST_ZONES);
      }),
    );
    if (most > now) wanted.set(faceId, most);
  }
  return wanted;
}

/** How long a coat may take at most so that what follows it meets its window, h; what closes from its end has no such limit. */
function roomAfterH({ id }: WorkItem, items: readonly WorkItem[], temperatureC: number): number {
  const rooms = items.flatMap(({ waits }) =>
    waits.flatMap(({ taskId, minH, maxH, referenceC, atOnce }) => {
      if (taskId !== id || maxH === null || atOnce) return [];
      const rate = ageRate(DOUBLES_PER_TEN, temperatureC, referenceC);
      return [maxH / Math.max(1, rate) - minH / rate];
    }),
  );
  return Math.min(Infinity, ...rooms);
}
