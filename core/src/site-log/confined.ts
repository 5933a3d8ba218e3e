import { MINUTE_MS } from '../quantities/index.js';
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
  inside: readonly { name: string; sinceMs: number; watcher: string }[];
}

/** What the log says of a confined space at a time. */
export function confinedAt(lines: readonly Pick<LogLine, 'entry'>[], spaceId: string, atMs: number): ConfinedState {
  const about = entriesInForce(lines)
    .filter(({ body }) => (body.kind === 'gas' || body.kind === 'inside') && body.spaceId === spaceId)
    .map((entry) => ({ ...entry, at: Date.parse(entry.occurredAt) }))
    .filter(({ at }) => at <= atMs)
    .sort((a, b) => a.at - b.at);
  const inside = new Map<string, { name: string; sinceMs: number; watcher: string }>();
  let gas: ConfinedState['gas'];
  for (const { at, body, personName } of about) {
    if (body.kind === 'gas') gas = { at, reading: body.reading, personName };
    if (body.kind !== 'inside') continue;
    if (body.went === 'in') inside.set(body.name, { name: body.name, sinceMs: at, watcher: body.watcher ?? '' });
    else inside.delete(body.name);
  }
  return { ...(gas ? { gas } : {}), inside: [...inside.values()] };
}

/** Starts are written by the minute: air that was read in that minute came before. ms since 1970 */
export const airBeforeStartMs = (startedMs: number): number => startedMs + MINUTE_MS;

/** What keeps anybody from going in: no reading young enough, or one that is beyond a limit. */
export function mayNotEnter(gas: ConfinedState['gas'], atMs: number): 'gas-first' | 'gas-alarm' | undefined {
  if (!gas || atMs - gas.at > GAS_GOOD_FOR_MS) return 'gas-first';
  return gasAlarms(gas.reading).length > 0 ? 'gas-alarm' : undefined;
}
