import { HOUR_MS, MINUTE_MS } from '../quantities/index.js';
import type { GasReading, LogLine } from './entry.js';
import { entriesInForce } from './in-force.js';

export type Gas = keyof GasReading;

interface GasLimit {
  least?: number;
  most: number;
  source: string;
}

/** Beyond these nobody is inside. What a site, a country or a meter asks may be stricter, and then counts. */
export const GAS_LIMITS: Readonly<Record<Gas, GasLimit>> = {
  oxygenPct: { least: 19.5, most: 23.5, source: '29 CFR 1910.146(b), hazardous atmosphere' },
  lelPct: { most: 10, source: '29 CFR 1910.146(b), hazardous atmosphere' },
  h2sPpm: { most: 10, source: 'NIOSH REL, ceiling; from memory' },
  coPpm: { most: 35, source: 'NIOSH REL, 10 h; from memory' },
};
export const GASES = Object.keys(GAS_LIMITS) as readonly Gas[];

/** While somebody is inside the air is read anew at least so often, though the meter is worn all the time; common practice, no source. */
export const GAS_GOOD_FOR_MS = 30 * MINUTE_MS;

/** How somebody is brought out is said anew for each shift: who is there and what stands ready changes; common practice, no source. */
export const RESCUE_GOOD_FOR_MS = 12 * HOUR_MS;

export interface GasAlarm {
  gas: Gas;
  figure: number;
  limit: number;
  side: 'low' | 'high';
}

/** What is beyond its limit; a figure at the limit is not. */
export function gasAlarms(reading: GasReading): GasAlarm[] {
  return GASES.flatMap((gas): GasAlarm[] => {
    const { least = -Infinity, most } = GAS_LIMITS[gas];
    const figure = reading[gas];
    if (figure < least) return [{ gas, figure, limit: least, side: 'low' }];
    return figure > most ? [{ gas, figure, limit: most, side: 'high' }] : [];
  });
}

/** Who is inside, and what the air was. Times in ms since 1970. */
export interface ConfinedState {
  gas?: { at: number; reading: GasReading; personName: string };
  rescue?: { at: number; out: string; call: string; personName: string };
  inside: readonly { name: string; sinceMs: number; watcher: string }[];
}

/** What the log says of a confined space at a time. */
export function confinedAt(lines: readonly Pick<LogLine, 'entry'>[], spaceId: string, atMs: number): ConfinedState {
  const about = entriesInForce(lines)
    .filter(({ body }) => (body.kind === 'gas' || body.kind === 'rescue' || body.kind === 'inside') && body.spaceId === spaceId)
    .map((entry) => ({ ...entry, at: Date.parse(entry.occurredAt) }))
    .filter(({ at }) => at <= atMs)
    .sort((a, b) => a.at - b.at);
  const inside = new Map<string, { name: string; sinceMs: number; watcher: string }>();
  let gas: ConfinedState['gas'];
  let rescue: ConfinedState['rescue'];
  for (const { at, body, personName } of about) {
    if (body.kind === 'gas') gas = { at, reading: body.reading, personName };
    if (body.kind === 'rescue') rescue = { at, out: body.out, call: body.call, personName };
    if (body.kind !== 'inside') continue;
    if (body.went === 'in') inside.set(body.name, { name: body.name, sinceMs: at, watcher: body.watcher ?? '' });
    else inside.delete(body.name);
  }
  return { ...(gas ? { gas } : {}), ...(rescue ? { rescue } : {}), inside: [...inside.values()] };
}

/** Starts are written by the minute: air that was read in that minute came before. ms since 1970 */
export const airBeforeStartMs = (startedMs: number): number => startedMs + MINUTE_MS;

/** Whether it was said, for the shift of that time, how somebody is brought out. */
export const isRescueSaid = (rescue: ConfinedState['rescue'], atMs: number): boolean =>
  rescue !== undefined && atMs - rescue.at <= RESCUE_GOOD_FOR_MS;

/** What keeps anybody from going in: no word how he would be brought out, no reading young enough, or one that is beyond a limit. */
export function mayNotEnter(
  { gas, rescue }: Pick<ConfinedState, 'gas' | 'rescue'>,
  atMs: number,
): ('rescue-first' | 'gas-first' | 'gas-alarm')[] {
  const bars: ReturnType<typeof mayNotEnter> = isRescueSaid(rescue, atMs) ? [] : ['rescue-first'];
  if (!gas || atMs - gas.at > GAS_GOOD_FOR_MS) return [...bars, 'gas-first'];
  return gasAlarms(gas.reading).length > 0 ? [...bars, 'gas-alarm'] : bars;
}
