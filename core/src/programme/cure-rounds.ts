import { COMMON_PRACTICE, type Calculator, list, number, optional, record, tex, text, time, withDefault } from '../fields/index.js';
import { accept, issue, refuse } from '../issues.js';
import { MIST_OFTENER_OVER } from '../physics/index.js';
import { DAY_MS, HOUR_MS, offsetMs, withOffsetOf } from '../quantities/index.js';

const clock = text(5, '([01]\\d|2[0-3]):[0-5]\\d');
const fields = {
  coatedAt: time(),
  perDay: withDefault(number('', { min: 1, max: 48, whole: true }), 4),
  days: withDefault(number('day', { min: 1, max: 90, whole: true }), 2),
  evaporationKgPerM2H: optional(list(number('kg/(m²·h)', { min: -10, max: 100 }), 2160, 0)),
  wakingHours: optional(record({ from: clock, to: clock })),
};

const WAKING = { from: '07:00', to: '21:00' } as const;
/** Where in its hour an additional round falls; the first place that is free. */
const WITHIN_HOUR_MS = [0.5, 0.25, 0.75].map((share) => share * HOUR_MS);

/**
 * When to mist a fresh coat: `perDay` rounds for each of `days` periods of 24 h from the coat on, evenly spread over
 * the waking time in them (clock of the time zone in `coatedAt`). Each waking hour of `evaporationKgPerM2H` (hourly
 * from the coat on) over 0.5 kg/m²h adds a round within it.
 * Refuses waking hours that end before they begin (`to-not-after-from`).
 */
export const cureRounds: Calculator<typeof fields, { rounds: string[] }> = {
  id: 'cure-rounds',
  fields,
  outputs: { rounds: '' },
  symbols: { coatedAt: 't_0', perDay: 'n', days: 'D' },
  equation: [
    tex`n_{rounds} = @perDay \cdot @days, \text{ evenly over the waking time in } [@coatedAt,\; @coatedAt + @days\text{ d}]`,
    tex`\text{one more in each waking hour with } E > 0.5\text{ kg/m}^2\text{h}`,
  ],
  sources: [COMMON_PRACTICE, { kind: 'memory', title: 'ACI 305 (0.5 kg/m²h)' }],
  compute({ coatedAt, perDay, days, evaporationKgPerM2H = [], wakingHours = WAKING }) {
    const [wakesMs, sleepsMs] = [sinceMidnight(wakingHours.from), sinceMidnight(wakingHours.to)];
    if (sleepsMs <= wakesMs) return refuse(issue('to-not-after-from', 'wakingHours.to'));
    // local clock time as if it were UTC
    const coated = Date.parse(coatedAt) + offsetMs(coatedAt);
    const midnight = Math.floor(coated / DAY_MS) * DAY_MS;
    const waking: { fromMs: number; toMs: number }[] = [];
    for (let day = 0; day <= days; day++) {
      const fromMs = Math.max(coated, midnight + day * DAY_MS + wakesMs);
      const toMs = Math.min(coated + days * DAY_MS, midnight + day * DAY_MS + sleepsMs);
      if (toMs > fromMs) waking.push({ fromMs, toMs });
    }
    const stepMs = (sleepsMs - wakesMs) / perDay;
    const rounds = new Set(Array.from({ length: perDay * days }, (_, k) => Math.round(atWakingTime(waking, (k + 1) * stepMs))));
    evaporationKgPerM2H.forEach((rate, hour) => {
      if (rate <= MIST_OFTENER_OVER) return;
      const places = WITHIN_HOUR_MS.map((within) => coated + hour * HOUR_MS + within);
      const place = places.find((ms) => !rounds.has(ms) && waking.some(({ fromMs, toMs }) => ms >= fromMs && ms <= toMs));
      if (place !== undefined) rounds.add(place);
    });
    const written = [...rounds].sort((a, b) => a - b).map((ms) => withOffsetOf(coatedAt, ms - offsetMs(coatedAt)));
    if (written.includes(null)) return refuse(issue('beyond-calendar', 'days'));
    return accept({ rounds: written as string[] });
  },
};

function sinceMidnight(clockTime: string): number {
  return Number(clockTime.slice(0, 2)) * HOUR_MS + Number(clockTime.slice(3)) * 60_000;
}

/** The instant at which so much waking time has gone by. */
function atWakingTime(waking: readonly { fromMs: number; toMs: number }[], ms: number): number {
  let left = ms;
  for (const { fromMs, toMs } of waking) {
    if (left <= toMs - fromMs) return fromMs + left;
    left -= toMs - fromMs;
  }
  return waking.at(-1)!.toMs;
}
