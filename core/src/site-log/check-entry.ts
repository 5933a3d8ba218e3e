import type { Product } from '../catalogue/index.js';
import { type Issue, issue } from '../issues.js';
import type { TestResult } from '../jobs/index.js';
import { DEW_MARGIN_C, SAME_AIR_H, dewPoint } from '../physics/index.js';
import { DAY_MS, HOUR_MS } from '../quantities/index.js';
import { type ConfinedState, gasAlarms, mayNotEnter } from './confined.js';
import type { Conditions, EntryBody } from './entry.js';
import { isWritten } from './glass.js';
import { type Breach, breachesOf } from './start-gate.js';

/** Dew point and margin of measured conditions; undefined where the air is too dry for the equations. */
export function dewMargin(conditions: Conditions): { dewPointC: number; marginC: number } | undefined {
  const result = dewPoint.compute({ ...conditions, requiredMarginC: DEW_MARGIN_C });
  return result.ok ? { dewPointC: result.value.dewPointC, marginC: result.value.marginC! } : undefined;
}

/** Whether a start with it wants its air and surface measured: of coats, on the face, as stripe or as collar. */
export const wantsAir = (product: Pick<Product, 'coat'> | undefined): boolean => product?.coat !== undefined;

const ISO_BEFORE = (a: string, b: string) => Date.parse(a) < Date.parse(b);

export interface EntryIsAbout {
  /** what the entry's work is done with, by the plan that was released; none where that plan does not say */ product?: Product | undefined;
  /** checks of its room that nobody ticked that day */ careLeft?: readonly string[];
  /** kinds of permit that its place wants, that the job keeps, and none of which holds then */ permitsLapsed?: readonly string[];
  /** it stops before this work until somebody else has looked, and nobody has let it go */ isHeld?: boolean;
  /** of a hold point: whoever says it did the work before it */ isOwnWork?: boolean;
  /** of what was put right: nothing was refused there */ isNotRefused?: boolean;
  /** of a hold point: there is none before this work */ isNoHold?: boolean;
  /** of a hold point: what is to be looked at is not finished */ isUnfinished?: boolean;
  /** of a hold point: what will be hidden was not photographed since it was finished */ isUnseen?: boolean;
  /** the last air that was read where this happens, by the meter; left out where nobody read any */ gas?: ConfinedState['gas'];
  /** how somebody is brought out of there, as it was last said */ rescue?: ConfinedState['rescue'];
  /** of a photo: it is none of this job, or another picture */ isOtherPicture?: boolean;
  /** a coat, on the face or in a detail: it is not started without its air */ isLaid?: boolean;
  path?: string;
}

/**
 * Rules that a log entry must keep beyond the shape of its fields. A start is judged by its product's own sheet: against a limit it
 * needs a reason, against frost it is refused, and a coat is not started without its air. Where the product is not known the strictest
 * usual margin counts.
 */
export function checkEntry(
  body: EntryBody,
  occurredAt: string,
  {
    product,
    isLaid = false,
    careLeft = [],
    permitsLapsed = [],
    isHeld,
    isOwnWork,
    isNotRefused,
    isNoHold,
    isUnfinished,
    isUnseen,
    isOtherPicture,
    gas,
    rescue,
    path = 'body',
  }: EntryIsAbout = {},
): Issue[] {
  const found: Issue[] = [];
  if (body.kind === 'hold') {
    if (isNoHold) found.push(issue('no-hold-point', path));
    if (isUnfinished) found.push(issue('not-done-yet', path));
    if (isUnseen && body.verdict === 'released') found.push(issue('hidden-not-photographed', path));
    if (isOwnWork) found.push(issue('own-work', path));
    if (body.verdict === 'refused' && !body.reason?.trim()) found.push(issue('missing', `${path}.reason`));
    if (body.glass && !isWritten(body.glass.drawn)) found.push(issue('glass-empty', `${path}.glass.drawn`));
  }
  if (body.kind === 'redone') {
    if (isNoHold) found.push(issue('no-hold-point', path));
    else if (isNotRefused) found.push(issue('nothing-refused', path));
    if (body.note.trim() === '') found.push(issue('missing', `${path}.note`));
  }
  if (body.kind === 'inside' && body.went === 'in') {
    for (const bar of mayNotEnter({ gas, rescue }, Date.parse(occurredAt))) found.push(issue(bar, path));
    if (!body.watcher?.trim()) found.push(issue('watcher-wanted', `${path}.watcher`));
    else if (sameName(body.watcher, body.name)) found.push(issue('watcher-is-inside', `${path}.watcher`));
  }
  if (body.kind === 'rescue')
    for (const field of ['out', 'call'] as const) if (body[field].trim() === '') found.push(issue('missing', `${path}.${field}`));
  if (body.kind === 'alone' && body.state === 'begun' && body.everyMin === undefined) found.push(issue('missing', `${path}.everyMin`));
  if (body.kind === 'look' && !body.isRight && !body.note?.trim()) found.push(issue('missing', `${path}.note`));
  if (body.kind === 'hot') {
    if (body.of === 'kettle' && body.kettleC === undefined) found.push(issue('missing', `${path}.kettleC`));
    if (body.of === 'out' && body.kettleC !== undefined) found.push(issue('not-wanted', `${path}.kettleC`));
  }
  if (body.kind === 'photo' && isOtherPicture) found.push(issue('another-picture', `${path}.photoId`));
  if (body.kind === 'start') {
    if (gas && gasAlarms(gas.reading).length > 0) found.push(issue('gas-alarm', path));
    if (isHeld) found.push(issue('hold-not-released', path));
    for (const permit of permitsLapsed) found.push(issue('permit-lapsed', path, { permit }));
    if (careLeft.length > 0) found.push(issue('care-first', path, { n: careLeft.length }));
    found.push(...checkStart(body, product, isLaid, path), ...checkMeasuredAt(body, occurredAt, path));
  }
  if (body.kind === 'sign') found.push(...checkSigned(body, path));
  if (body.kind === 'visit') found.push(...checkVisit(body, occurredAt, path));
  if (body.kind === 'test') found.push(...checkTest(body.result, `${path}.result`));
  if (body.kind === 'finish') {
    const lastLaidAt = body.lastLaidAt ?? occurredAt;
    if (body.firstLaidAt && ISO_BEFORE(lastLaidAt, body.firstLaidAt)) found.push(issue('last-before-first', `${path}.lastLaidAt`));
    if (ISO_BEFORE(occurredAt, lastLaidAt)) found.push(issue('after-the-entry', `${path}.lastLaidAt`));
  }
  return found;
}

/** Readings that cannot have been taken so: levels back in time, a tension that nobody set. */
function checkTest(result: TestResult, path: string): Issue[] {
  if (result.kind === 'pinhole' && result.how !== 'look' && result.volts === undefined) return [issue('missing', `${path}.volts`)];
  if (result.kind !== 'ponding' && result.kind !== 'tank-fill') return [];
  const { levels } = result;
  return levels.flatMap(({ h }, i) => (i > 0 && h <= levels[i - 1]!.h ? [issue('not-in-order', `${path}.levels[${i}].h`)] : []));
}

/** Only a client signs on another's glass, and with more than a tap. */
function checkSigned({ role, glass }: Extract<EntryBody, { kind: 'sign' }>, path: string): Issue[] {
  if (!glass) return [];
  if (role !== 'client') return [issue('not-wanted', `${path}.glass`)];
  return isWritten(glass.drawn) ? [] : [issue('glass-empty', `${path}.glass.drawn`)];
}

/** Nobody is told of a leak before it was seen, or after the visit; the visit's day is told by its date line, so a day more is let pass. */
function checkVisit({ why, seenOn, toldOn }: Extract<EntryBody, { kind: 'visit' }>, occurredAt: string, path: string): Issue[] {
  const days = [seenOn, toldOn].map((day) => (day === undefined ? undefined : Date.parse(day)));
  const [seenMs, toldMs] = days;
  const latestMs = Date.parse(occurredAt) + DAY_MS;
  return [
    ...(why === 'look' && toldMs !== undefined ? [issue('not-wanted', `${path}.toldOn`)] : []),
    ...(why === 'look' && seenMs !== undefined ? [issue('not-wanted', `${path}.seenOn`)] : []),
    ...(seenMs !== undefined && seenMs > (toldMs ?? latestMs) ? [issue('not-in-order', `${path}.seenOn`)] : []),
    ...(toldMs !== undefined && toldMs > latestMs ? [issue('after-the-entry', `${path}.toldOn`)] : []),
  ];
}

const sameName = (a: string, b: string): boolean => a.trim().toLowerCase() === b.trim().toLowerCase();

/** Air that was measured before the start counts while it is the same air. */
function checkMeasuredAt({ conditions, conditionsAt }: Extract<EntryBody, { kind: 'start' }>, occurredAt: string, path: string): Issue[] {
  if (conditionsAt === undefined) return [];
  if (!conditions) return [issue('only-with', `${path}.conditionsAt`, { field: 'conditions' })];
  const apartMs = Math.abs(Date.parse(occurredAt) - Date.parse(conditionsAt));
  return apartMs > SAME_AIR_H * HOUR_MS ? [issue('measured-too-long-ago', `${path}.conditionsAt`, { hours: SAME_AIR_H })] : [];
}

function checkStart(
  { conditions, breachReason }: Extract<EntryBody, { kind: 'start' }>,
  product: Product | undefined,
  isLaid: boolean,
  path: string,
): Issue[] {
  if (!conditions) return isLaid ? [issue('conditions-wanted', `${path}.conditions`)] : [];
  const breaches = breachesOf(product, conditions);
  const last = breaches.find(({ isFinal }) => isFinal);
  if (last) return [issue(last.code, `${path}.conditions`, { figure: last.figure, limit: last.limit })];
  if (breaches.length === 0 || breachReason?.trim()) return [];
  const [{ code, figure, limit }] = breaches as [Breach, ...Breach[]];
  return [issue('breach-needs-reason', `${path}.breachReason`, { code, figure: Math.round(figure * 10) / 10, limit })];
}
