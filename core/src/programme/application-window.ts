import {
  COMMON_PRACTICE,
  type Calculator,
  type InputOf,
  type ShapeOf,
  list,
  number,
  optional,
  record,
  tex,
  time,
  withDefault,
} from '../fields/index.js';
import { type Issue, accept, issue } from '../issues.js';
import { DEW_MARGIN_C, isNearDew } from '../physics/index.js';
import { HOUR_MS, hoursAfter } from '../quantities/index.js';

const celsius = number('°C', { min: -50, max: 80 });
const hour = {
  at: time(),
  airC: celsius,
  rhPct: number('%', { min: 0, max: 100 }),
  surfaceC: celsius,
  rainMm: number('mm', { min: 0, max: 500 }),
  windKmH: number('km/h', { min: 0, max: 500 }),
};
const limits = {
  airMinC: optional(celsius),
  airMaxC: optional(celsius),
  surfaceMinC: optional(celsius),
  surfaceMaxC: optional(celsius),
  dewMarginC: withDefault(number('K', { min: 0, max: 20 }), DEW_MARGIN_C),
  rhMaxPct: optional(number('%', { min: 0, max: 100 })),
  windMaxKmH: optional(number('km/h', { min: 0, max: 500 })),
  rainFreeHoursAfter: withDefault(number('h', { min: 0, max: 240, whole: true }), 0),
  notFallingBelowAirC: optional(celsius),
  notRisingAboveAirC: optional(celsius),
};
/** Two years of hours. */
const MOST_HOURS = 17_600;
const fields = { hours: list(record(hour), MOST_HOURS), limits: record(limits) };

type Hour = InputOf<typeof hour>;
type Limits = ShapeOf<typeof limits>;

export interface JudgedHour {
  at: string;
  ok: boolean;
  reasons: string[];
  /** the forecast ends before the rain-free hours do */ cautions?: string[];
}

export interface ApplicationWindow {
  hours: JudgedHour[];
  /** runs of hours in which a coat may go on; `to` is the end of the last one */ windows: { from: string; to: string }[];
}

/**
 * Hour by hour, whether a product may be applied. Hour `at` covers [at, at + 1 h). "Falling" and "rising" compare with
 * the hour just before; after a gap they are not known. Rain in the hour itself always forbids; where the forecast ends
 * before the rain-free time does, the hour stands with a caution.
 * Refuses hours out of order (`not-in-order`), overlapping ones (`hours-overlap`) and limits that contradict (`max-below-min`).
 */
export const applicationWindow: Calculator<typeof fields, ApplicationWindow> = {
  id: 'application-window',
  fields,
  outputs: { hours: '', windows: '' },
  equation: [
    tex`T_{min} \le T_{air}, T_{surface} \le T_{max}, \quad T_{surface} - T_{dew} \ge \Delta T`,
    tex`\varphi \le \varphi_{max}, \quad V \le V_{max}, \quad \text{no rain now nor in the hours after}`,
  ],
  sources: [COMMON_PRACTICE, { kind: 'published', title: 'ISO 8502-4 (surface at least 3 °C above the dew point)' }],
  compute({ hours, limits }) {
    const startsMs = hours.map(({ at }) => Date.parse(at));
    const issues = [...contradictions(limits), ...disorder(startsMs)];
    const nearDew = hours.map((each) => isNearDew(each, each.surfaceC, limits.dewMarginC));
    nearDew.forEach((is, i) => void (is === null && issues.push(issue('air-too-dry', `hours[${i}].rhPct`))));
    if (hoursAfter(hours.at(-1)!.at, 1) === null) issues.push(issue('beyond-calendar', `hours[${hours.length - 1}].at`));
    if (issues.length > 0) return { ok: false, issues };
    const follows = (i: number) => i > 0 && startsMs[i]! - startsMs[i - 1]! === HOUR_MS;
    const rain = rainAhead(hours, follows, limits.rainFreeHoursAfter);
    const judged = hours.map((each, i): JudgedHour => {
      const reasons = reasonsAgainst(each, follows(i) ? hours[i - 1] : undefined, nearDew[i]!, limits);
      if (each.rainMm === 0 && rain[i] === 'rain') reasons.push('rain-within-free-hours');
      const cautions = rain[i] === 'unknown' ? { cautions: ['forecast-ends-before-rain-free-hours'] } : {};
      return { at: each.at, ok: reasons.length === 0, reasons, ...cautions };
    });
    return accept({ hours: judged, windows: runsOf(judged, startsMs) });
  },
};

function contradictions(limits: Limits): Issue[] {
  return (
    [
      ['airMinC', 'airMaxC'],
      ['surfaceMinC', 'surfaceMaxC'],
    ] as const
  )
    .filter(([min, max]) => limits[min] !== undefined && limits[max] !== undefined && limits[max] < limits[min])
    .map(([, max]) => issue('max-below-min', `limits.${max}`));
}

function disorder(startsMs: readonly number[]): Issue[] {
  return startsMs.flatMap((ms, i) => {
    if (i === 0 || ms - startsMs[i - 1]! >= HOUR_MS) return [];
    const before = startsMs[i - 1]!;
    return [issue(ms < before ? 'not-in-order' : ms === before ? 'duplicate-hour' : 'hours-overlap', `hours[${i}].at`)];
  });
}

function reasonsAgainst(now: Hour, before: Hour | undefined, isNearDewPoint: boolean, limits: Limits): string[] {
  const falling = before !== undefined && now.airC < before.airC;
  const rising = before !== undefined && now.airC > before.airC;
  const reasons: string[] = [];
  const against = (code: string, holds: boolean) => void (holds && reasons.push(code));
  against('air-too-cold', now.airC < (limits.airMinC ?? -Infinity));
  against('air-too-warm', now.airC > (limits.airMaxC ?? Infinity));
  against('surface-too-cold', now.surfaceC < (limits.surfaceMinC ?? -Infinity));
  against('surface-too-warm', now.surfaceC > (limits.surfaceMaxC ?? Infinity));
  against('air-cold-and-falling', falling && now.airC < (limits.notFallingBelowAirC ?? -Infinity));
  against('air-warm-and-rising', rising && now.airC > (limits.notRisingAboveAirC ?? Infinity));
  against('dew-margin-too-small', isNearDewPoint);
  against('air-too-humid', now.rhPct > (limits.rhMaxPct ?? Infinity));
  against('too-windy', now.windKmH > (limits.windMaxKmH ?? Infinity));
  against('raining', now.rainMm > 0);
  return reasons;
}

/** For each hour, whether the wanted hours after it are dry, rainy, or past what is known; from the last hour back. */
function rainAhead(hours: readonly Hour[], follows: (i: number) => boolean, freeHours: number): ('dry' | 'rain' | 'unknown')[] {
  const ahead: ('dry' | 'rain' | 'unknown')[] = [];
  let dryRun = 0;
  let rainAfterRun = false;
  for (let i = hours.length - 1; i >= 0; i--) {
    ahead[i] = dryRun >= freeHours ? 'dry' : rainAfterRun ? 'rain' : 'unknown';
    if (!follows(i)) [dryRun, rainAfterRun] = [0, false];
    else if (hours[i]!.rainMm > 0) [dryRun, rainAfterRun] = [0, true];
    else dryRun++;
  }
  return ahead;
}

function runsOf(judged: readonly JudgedHour[], startsMs: readonly number[]): { from: string; to: string }[] {
  const runs: { from: string; to: string }[] = [];
  for (let i = 0; i < judged.length; i++) {
    if (!judged[i]!.ok) continue;
    const first = i;
    while (i + 1 < judged.length && judged[i + 1]!.ok && startsMs[i + 1]! - startsMs[i]! === HOUR_MS) i++;
    runs.push({ from: judged[first]!.at, to: hoursAfter(judged[i]!.at, 1)! });
  }
  return runs;
}
