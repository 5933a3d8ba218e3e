import { TZDate } from '@date-fns/tz';
import { type CareId, type MachineKind, type Permit, type PermitKind, permitsFor, permitsIn } from '../jobs/index.js';
import { HOUR_MS } from '../quantities/index.js';
import { type Interval, shiftsFrom, weekOf } from '../programme/index.js';
import type { Breach } from '../site-log/index.js';
import type { House, PersonWeek } from './house.js';
import { RUNS_ALONE } from './machines.js';
import type { WorkItem } from './work-items.js';

/** Why nobody can be at a piece of work. */
export type Closing =
  | { code: 'machine'; machine: MachineKind; jobs: string[] }
  | { code: 'permit'; permit: PermitKind; number: string }
  | { code: 'material'; product: string; /** from the day of ordering */ days: number }
  | { code: 'person-off'; person: string }
  | { code: 'person-hours'; person: string; week: PersonWeek }
  | { code: 'person-away'; person: string; jobs: string[] }
  | {
      code: 'weather';
      product: string;
      breach: Breach;
      where: 'outdoors' | 'room';
      /** past the end of the forecast, as the month usually is */ isUsual?: true;
    };

export interface ClosedHours extends Interval {
  because: Closing;
}

/** What another job of the organisation has been told: when it has which machines, and whom. */
export interface Booking extends Interval {
  jobId: string;
  jobName: string;
  machines: MachineKind[];
  person?: string;
}

export interface ClosedFrom {
  workItems: readonly WorkItem[];
  /** of other jobs */ bookings: readonly Booking[];
  house: Pick<House, 'machines' | 'people'>;
  timeZone: string;
  /** YYYY-MM-DD, from which the hours of people are looked at */ today: string;
  permits?: readonly Permit[];
  /** what the place of a piece of work asks for every day */ careOf?(item: WorkItem): readonly CareId[];
  personOf(workItemId: string): string | undefined;
  /** hours before its material can be there */ materialOf?(item: WorkItem): readonly ClosedHours[];
  /** hours in which a product's own sheet does not let it be laid on a face, as they are forecast */ weatherOf?(
    item: WorkItem,
  ): readonly ClosedHours[];
}

/** Hours in which nobody can be at a piece of work, by work item, and why; the same list for what has the same reasons. */
export function closedHours(from: ClosedFrom): Map<string, readonly ClosedHours[]> {
  const { workItems, bookings, house, permits = [], careOf = () => [], personOf, weatherOf, materialOf } = from;
  const lists = new Map<string, readonly ClosedHours[]>();
  const closed = new Map<string, readonly ClosedHours[]>();
  const machines = new Map<MachineKind, ClosedHours[]>();
  const ofMachine = (kind: MachineKind) => kept(machines, kind, () => machineHours(kind, house.machines?.[kind] ?? 0, bookings));
  const people = new Map<string, ClosedHours[]>();
  const ofPerson = (name: string) => kept(people, name, () => personHours(name, from));
  const allowed = new Map<string, ClosedHours[]>();
  const beforePermit = (kind: PermitKind, spaceId: string) =>
    kept(allowed, `${kind} ${spaceId}`, () => permitHours(kind, spaceId, permits));
  /** lists that are made elsewhere, each by its place */
  const weather = new Map<readonly ClosedHours[], number>();
  for (const item of workItems) {
    const person = personOf(item.id);
    const [forecast, delivery] = [weatherOf?.(item) ?? NONE, materialOf?.(item) ?? NONE];
    for (const each of [forecast, delivery]) if (!weather.has(each)) weather.set(each, weather.size);
    const aloneMs = (item.restH ?? 0) * HOUR_MS;
    const kinds = permits.length === 0 ? [] : permitsFor(careOf(item), item.machines ?? []);
    const spaceId = item.room?.spaceId ?? '';
    const key = JSON.stringify([
      item.machines ?? [],
      aloneMs,
      person,
      weather.get(forecast),
      weather.get(delivery),
      kinds,
      kinds.length > 0 && spaceId,
    ]);
    const list = kept(lists, key, () =>
      [
        ...(item.machines ?? []).flatMap((kind) => throughout(ofMachine(kind), RUNS_ALONE.has(kind) ? aloneMs : 0)),
        ...(person === undefined ? [] : ofPerson(person)),
        ...kinds.flatMap((kind) => beforePermit(kind, spaceId)),
        ...forecast,
        ...delivery,
      ].sort((a, b) => a.fromMs - b.fromMs),
    );
    if (list.length > 0) closed.set(item.id, list);
  }
  return closed;
}

/** Of a machine that runs so much longer than the crew is there: it must not be wanted elsewhere before it has done. */
const throughout = (hours: readonly ClosedHours[], aloneMs: number): ClosedHours[] =>
  hours.map((each) => ({ ...each, fromMs: each.fromMs - aloneMs }));

const NONE: readonly ClosedHours[] = [];

/** What a map has for a key, made where it has nothing yet. */
export function kept<K, V>(map: Map<K, V>, key: K, make: () => V): V {
  const known = map.get(key);
  if (known !== undefined) return known;
  const made = make();
  map.set(key, made);
  return made;
}

/** When other jobs have every machine of a kind; of a kind that the organisation does not list nothing is known, and nothing closed. */
function machineHours(machine: MachineKind, owned: number, bookings: readonly Booking[]): ClosedHours[] {
  const booked = bookings.filter(({ machines }) => machines.includes(machine));
  if (owned === 0 || booked.length < owned) return [];
  const times = [...new Set(booked.flatMap(({ fromMs, toMs }) => [fromMs, toMs]))].sort((a, b) => a - b);
  return times.slice(1).flatMap((toMs, i): ClosedHours[] => {
    const fromMs = times[i]!;
    const there = booked.filter((booking) => booking.fromMs < toMs && booking.toMs > fromMs);
    // one job's pieces of work take turns with its own machine
    const jobs = [...new Map(there.map(({ jobId, jobName }) => [jobId, jobName])).values()];
    return jobs.length < owned ? [] : [{ fromMs, toMs, because: { code: 'machine', machine, jobs } }];
  });
}

/** Before a permit holds, and between two; what comes after the last is not known: it is told, not closed. Of a kind that nobody keeps nothing is. */
function permitHours(permit: PermitKind, spaceId: string, permits: readonly Permit[]): ClosedHours[] {
  const own = permitsIn(permits, permit, spaceId).sort((a, b) => Date.parse(a.from) - Date.parse(b.from));
  let fromMs = 0;
  return own.flatMap(({ from, until, number }): ClosedHours[] => {
    const before = { fromMs, toMs: Date.parse(from), because: { code: 'permit' as const, permit, number } };
    fromMs = Math.max(fromMs, Date.parse(until));
    return before.toMs > before.fromMs ? [before] : [];
  });
}

/** Longest that anybody looks ahead for whom work is given to, days. */
const AHEAD_DAYS = 400;

function personHours(person: string, { house, bookings, timeZone, today }: ClosedFrom): ClosedHours[] {
  const { daysOff = [], week } = house.people?.find(({ name }) => name === person) ?? {};
  return [
    ...(week ? besides(shiftsFrom(wholeDay(today, timeZone).fromMs, weekOf({ timeZone, week }), AHEAD_DAYS)) : []).map(
      (hours): ClosedHours => ({ ...hours, because: { code: 'person-hours', person, week: week! } }),
    ),
    ...daysOff.map((day): ClosedHours => ({ ...wholeDay(day, timeZone), because: { code: 'person-off', person } })),
    ...bookings
      .filter((booking) => booking.person === person)
      .map(({ fromMs, toMs, jobName }): ClosedHours => ({ fromMs, toMs, because: { code: 'person-away', person, jobs: [jobName] } })),
  ];
}

/** Before the first of some hours, and between each and the next. */
const besides = (hours: readonly Interval[]): Interval[] =>
  hours.map(({ fromMs }, i) => ({ fromMs: hours[i - 1]?.toMs ?? 0, toMs: fromMs })).filter(({ fromMs, toMs }) => toMs > fromMs);

/** @param day YYYY-MM-DD, as it is lived in the zone */
function wholeDay(day: string, timeZone: string): Interval {
  const [year, month, date] = day.split('-').map(Number) as [number, number, number];
  const at = (d: number) => new TZDate(year, month - 1, d, 0, 0, 0, timeZone).getTime();
  return { fromMs: at(date), toMs: at(date + 1) };
}
