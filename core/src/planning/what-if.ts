import { type TemperatureAt, weekOf } from '../programme/index.js';
import { MOST_GANGS, type MachineKind } from '../jobs/index.js';
import type { OtherCoat } from './other-coats.js';
import type { PlacingOptions } from './programme-job.js';
import { roundedMin, type WorkItem } from './work-items.js';
import { zonesWanted } from './zones.js';

/** What a programme follows from, as far as a question of what would be can change it. */
export interface Circumstances {
  workItems: readonly WorkItem[];
  options: PlacingOptions;
  /** who work together */ people: number;
  /** the same work with faces coated in strips, and what closes its hours; where it cannot be asked, none */ inStrips?(
    countOf: ReadonlyMap<string, number>,
  ): { workItems: WorkItem[]; closed?: PlacingOptions['closed'] };
  /** the same work with coats that leave longer windows, by face, and what closes its hours; where there is none, nothing */ withOtherCoats?():
    { workItems: WorkItem[]; closed?: PlacingOptions['closed']; coats: ReadonlyMap<string, OtherCoat> } | undefined;
  /** pieces of work that have begun */ isBegun?(workItemId: string): boolean;
  /** faces that are coated in other strips than they stand, by face */ strips?: ReadonlyMap<string, number>;
  /** of which there is one more */ machines?: readonly MachineKind[];
  /** faces that get another coat of their system */ coats?: ReadonlyMap<string, OtherCoat>;
}

/** A room is heated to so much; common practice, no source. */
export const HEATED_C = 15;
const NOON = 12;
const MORE_HOURS = 2;
const LONGEST_SHIFT_H = 12;
const WHOLE_WEEK = [0, 1, 2, 3, 4, 5, 6] as const;

/**
 * Questions that a foreman asks of a programme, each as a change of what it follows from; undefined where it would change nothing.
 * `warmer`: every wall at 15 °C at least. `one-more`: another pair of hands. `noon`: the same hours, begun at noon, so that what is
 * laid late opens in the morning. `strips`: faces of which a coat takes longer than the next one's window, or than a shift, in strips.
 * `longer`: two hours more each day. `every-day`: Saturdays and Sundays too. `second-machine`: one more of each machine that other jobs
 * have when it is wanted here. `second-gang`: one more gang beside those that there are. `other-coat`: of the same system the coat that leaves the longest window.
 */
export const WHAT_IFS = {
  warmer: ({ options, ...rest }) => {
    const raised = (celsius: number) => Math.max(HEATED_C, celsius);
    const walls = [...(options.wallsC ?? [])];
    const coldest = (history: readonly TemperatureAt[]) => Math.min(...ahead(history, options.nowMs).map((each) => each.temperatureC));
    const isWarm = options.temperatureC >= HEATED_C && walls.every(([, history]) => coldest(history) >= HEATED_C);
    if (isWarm) return undefined;
    const heated = (history: readonly TemperatureAt[]) => [
      ...history.filter(({ atMs }) => atMs < options.nowMs),
      ...ahead(history, options.nowMs).map((each) => ({ ...each, temperatureC: raised(each.temperatureC) })),
    ];
    const wallsC = new Map(walls.map(([id, history]) => [id, heated(history)]));
    return { ...rest, options: { ...options, temperatureC: raised(options.temperatureC), wallsC } };
  },
  'one-more': ({ workItems, people, options }) => ({
    options,
    people: people + 1,
    workItems: workItems.map((item) =>
      item.durationMin === 0 ? item : { ...item, durationMin: roundedMin((item.durationMin * people) / (people + 1)) },
    ),
  }),
  noon: (given) => {
    const { fromHour, toHour } = weekOf(given.options);
    return fromHour >= NOON ? undefined : withWeek(given, { fromHour: NOON, hours: toHour - fromHour });
  },
  longer: (given) => {
    const { fromHour, toHour } = weekOf(given.options);
    const hours = toHour - fromHour + MORE_HOURS;
    return hours > LONGEST_SHIFT_H ? undefined : withWeek(given, { hours });
  },
  strips: (given) => {
    const { options, workItems, inStrips, isBegun = () => false } = given;
    if (!inStrips) return undefined;
    const { fromHour, toHour } = weekOf(options);
    const temperatureOfC = (faceId: string) => options.wallsC?.get(faceId)?.at(-1)!.temperatureC ?? options.temperatureC;
    const strips = zonesWanted(workItems, { temperatureOfC, shiftH: toHour - fromHour, isBegun });
    if (strips.size === 0) return undefined;
    const { workItems: cut, closed } = inStrips(strips);
    return { ...given, workItems: cut, options: closed ? { ...options, closed } : options, strips };
  },
  'second-machine': (given) => {
    const { closed, nowMs } = given.options;
    const machines = new Set<MachineKind>();
    const opened = new Map(
      [...(closed ?? [])].map(([id, hours]) => {
        const others = hours.filter(({ because, toMs }) => {
          if (because.code !== 'machine' || toMs <= nowMs) return true;
          machines.add(because.machine);
          return false;
        });
        return [id, others] as const;
      }),
    );
    return machines.size === 0 ? undefined : { ...given, options: { ...given.options, closed: opened }, machines: [...machines] };
  },
  'other-coat': (given) => {
    const other = given.withOtherCoats?.();
    if (!other || other.coats.size === 0) return undefined;
    const { workItems, closed, coats } = other;
    return { ...given, workItems, options: closed ? { ...given.options, closed } : given.options, coats };
  },
  'second-gang': (given) => {
    const { workItems, options } = given;
    const { gangs } = weekOf(options);
    const faces = new Set(workItems.map(({ faceId }) => faceId));
    return gangs >= MOST_GANGS || faces.size <= gangs ? undefined : withWeek(given, { gangs: gangs + 1 });
  },
  'every-day': (given) =>
    weekOf(given.options).days.length === WHOLE_WEEK.length ? undefined : withWeek(given, { days: [...WHOLE_WEEK] }),
} as const satisfies Readonly<Record<string, (given: Circumstances) => Circumstances | undefined>>;

export type WhatIfId = keyof typeof WHAT_IFS;
export const WHAT_IF_IDS = Object.keys(WHAT_IFS) as readonly WhatIfId[];

function withWeek({ options, ...rest }: Circumstances, change: Partial<NonNullable<PlacingOptions['week']>>): Circumstances {
  const { days, fromHour, toHour } = weekOf(options);
  return { ...rest, options: { ...options, week: { ...options.week, days: [...days], fromHour, hours: toHour - fromHour, ...change } } };
}

/** A wall from now on: as it is now, and as it is forecast. */
function ahead(history: readonly TemperatureAt[], nowMs: number): TemperatureAt[] {
  const later = history.filter(({ atMs }) => atMs > nowMs);
  const now = history.findLast(({ atMs }) => atMs <= nowMs) ?? later[0]!;
  return [{ atMs: nowMs, temperatureC: now.temperatureC }, ...later];
}
