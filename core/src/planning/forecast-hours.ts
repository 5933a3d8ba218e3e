import { FROST_FREE_H, type Product, type Tool } from '../catalogue/index.js';
import type { Face, Forecast, ForecastHour } from '../jobs/index.js';
import { HOUR_MS } from '../quantities/index.js';
import { type Breach, breachesOf } from '../site-log/index.js';
import type { TemperatureAt } from '../programme/index.js';
import type { ClosedHours } from './closed-hours.js';
import type { FacePlan } from './face-plan.js';
import { OUTDOORS } from './outdoors.js';
import { toolFor } from './placing-pace.js';
import { materialFor } from './supply.js';
import type { WorkItem } from './work-items.js';

/** Less is dew and drizzle that a gauge does not tell from nothing, mm in an hour; common practice, no source. */
const RAIN_MM = 0.2;
/** Until a film no longer blisters where its sheet names no hour, h; common practice, no source. */
const USUAL_SET_H = 12;

/**
 * Hours in which a product may not be laid outdoors by its own sheet, as they are forecast: the surface is as warm as the air, no sun
 * on it. Of hours that the forecast does not cover nothing is known, and none is closed.
 */
export function weatherHours(product: Product, { hours }: Forecast, tool: Tool | undefined): ClosedHours[] {
  const sorted = hours.map((hour) => ({ ...hour, atMs: Date.parse(hour.at) })).sort((a, b) => a.atMs - b.atMs);
  const frostFreeH = product.limits.frostFreeH ?? FROST_FREE_H;
  const setH = product.coat?.recoat.minH ?? USUAL_SET_H;
  const isSprayed = product.placingKgPerMin !== undefined && toolFor(product, tool) === 'spray';
  const closed: ClosedHours[] = [];
  sorted.forEach((hour, i) => {
    const until = (h: number) => sorted.slice(i).filter(({ atMs }) => atMs < hour.atMs + h * HOUR_MS);
    const rain = sorted.slice(i).find(({ rainMm = 0 }) => rainMm >= RAIN_MM);
    const [breach] = breachesOf(product, {
      ...{ airTemperatureC: hour.airC, surfaceTemperatureC: hour.airC, relativeHumidityPct: hour.humidityPct ?? 0 },
      coldestAheadC: Math.min(...until(frostFreeH).map(({ airC }) => airC)),
      warmestAheadC: Math.max(...until(setH).map(({ airC }) => airC)),
      ...(rain ? { rainInH: (rain.atMs - hour.atMs) / HOUR_MS } : {}),
      ...(isSprayed && hour.windMS !== undefined ? { windMS: hour.windMS } : {}),
    });
    // what is laid in the rain is washed off, whatever its sheet says of the hours after
    const found: Breach | undefined =
      breach ?? (rain && rain.atMs === hour.atMs ? { code: 'rain-ahead', figure: 0, limit: 1, unit: 'h', isFinal: false } : undefined);
    if (!found) return;
    const last = closed.at(-1);
    const toMs = hour.atMs + HOUR_MS;
    if (last && last.toMs === hour.atMs && last.because.code === 'weather' && last.because.breach.code === found.code) last.toMs = toMs;
    else closed.push({ fromMs: hour.atMs, toMs, because: { code: 'weather', product: product.name, breach: found } });
  });
  return closed;
}

/** For the work of a job, what the forecast closes; nothing under a roof, and nothing where nothing is laid that is mixed. */
export function weatherOf(
  forecast: Forecast,
  { faces, plans, tool }: { faces: readonly Face[]; plans: readonly FacePlan[]; tool: Tool | undefined },
): (item: WorkItem) => readonly ClosedHours[] {
  const nearOf = new Map(faces.map(({ id, near }) => [id, near.kind]));
  const linesOf = new Map(plans.map(({ faceId, lines }) => [faceId, lines]));
  const known = new Map<Product, ClosedHours[]>();
  return (item) => {
    if (!OUTDOORS.has(nearOf.get(item.faceId)!)) return [];
    const product = materialFor(item, linesOf.get(item.faceId) ?? [])?.product;
    if (product?.measure !== 'kg') return [];
    const hours = known.get(product) ?? weatherHours(product, forecast, tool);
    known.set(product, hours);
    return hours;
  };
}

/** What a wall outdoors will be like: as it was measured, then as the air is forecast, then as its last day was on the whole. */
export function wallAhead(measured: readonly TemperatureAt[], { hours }: Forecast, nowMs: number): TemperatureAt[] {
  const ahead = hours
    .map(({ at, airC }) => ({ atMs: Date.parse(at), temperatureC: airC }))
    .filter(({ atMs }) => atMs > nowMs)
    .sort((a, b) => a.atMs - b.atMs);
  const last = ahead.at(-1);
  if (!last) return [...measured];
  const lastDay = ahead.filter(({ atMs }) => atMs > last.atMs - 24 * HOUR_MS);
  const meanC = lastDay.reduce((sum, { temperatureC }) => sum + temperatureC, 0) / lastDay.length;
  return [...measured, ...ahead, { atMs: last.atMs + HOUR_MS, temperatureC: meanC }];
}

/** How far a forecast can be trusted, ms: its end, and the hours that are missing before it. */
export function coverOf({ hours }: Forecast): { untilMs: number; gaps: number } {
  const times = hours.map(({ at }: ForecastHour) => Date.parse(at)).sort((a, b) => a - b);
  const gaps = times.slice(1).reduce((sum, atMs, i) => sum + Math.max(0, Math.round((atMs - times[i]!) / HOUR_MS) - 1), 0);
  return { untilMs: (times.at(-1) ?? -Infinity) + HOUR_MS, gaps };
}
