import { FROST_FREE_H, type Product, type Tool } from '../catalogue/index.js';
import type { Face, Forecast, ForecastHour } from '../jobs/index.js';
import { HOUR_MS } from '../quantities/index.js';
import { type Breach, breachesOf } from '../site-log/index.js';
import type { TemperatureAt } from '../programme/index.js';
import { type ClosedHours, kept } from './closed-hours.js';
import type { FacePlan } from './face-plan.js';
import type { HourAhead } from './hours-ahead.js';
import { OUTDOORS } from './outdoors.js';
import { toolFor } from './placing-pace.js';
import type { RoomAhead } from './rooms-ahead.js';
import { materialFor } from './supply.js';
import type { WorkItem } from './work-items.js';

/** Less is dew and drizzle that a gauge does not tell from nothing, mm in an hour; common practice, no source. */
const RAIN_MM = 0.2;
/** Until a film no longer blisters where its sheet names no hour, h; common practice, no source. */
const USUAL_SET_H = 12;

/** The air at a surface in one hour, in order of time. */
interface HourAt extends Omit<HourAhead, 'isUsual'> {
  isUsual?: boolean;
  surfaceC: number;
}

/**
 * Hours in which a product may not be laid by its own sheet, as they are forecast or reckoned. Of hours that nothing tells of nothing is
 * known, and none is closed.
 */
function hoursShut(product: Product, hours: readonly HourAt[], { tool, where }: { tool: Tool | undefined; where: Where }): ClosedHours[] {
  const frostFreeH = product.limits.frostFreeH ?? FROST_FREE_H;
  const setH = product.coat?.recoat.minH ?? USUAL_SET_H;
  const isSprayed = product.placingKgPerMin !== undefined && toolFor(product, tool) === 'spray';
  const rains = nextRain(hours);
  const closed: ClosedHours[] = [];
  hours.forEach((hour, i) => {
    const ahead = (h: number) => hours.slice(i, afterHours(hours, i, h));
    const rain = rains[i];
    const [breach] = breachesOf(product, {
      ...{ airTemperatureC: hour.airC, surfaceTemperatureC: hour.surfaceC, relativeHumidityPct: hour.humidityPct ?? 0 },
      coldestAheadC: Math.min(...ahead(frostFreeH).flatMap(({ airC, surfaceC }) => [airC, surfaceC])),
      warmestAheadC: Math.max(...ahead(setH).map(({ surfaceC }) => surfaceC)),
      ...(rain === undefined ? {} : { rainInH: (rain - hour.atMs) / HOUR_MS }),
      ...(isSprayed && hour.windMS !== undefined ? { windMS: hour.windMS } : {}),
    });
    // what is laid in the rain is washed off, whatever its sheet says of the hours after
    const found: Breach | undefined =
      breach ?? (rain === hour.atMs ? { code: 'rain-ahead', figure: 0, limit: 1, unit: 'h', isFinal: false } : undefined);
    if (!found) return;
    const because = {
      code: 'weather' as const,
      product: product.name,
      breach: found,
      where,
      ...(hour.isUsual ? { isUsual: true as const } : {}),
    };
    const last = closed.at(-1);
    const toMs = hour.atMs + HOUR_MS;
    if (last?.toMs === hour.atMs && isSameReason(last.because, because)) last.toMs = toMs;
    else closed.push({ fromMs: hour.atMs, toMs, because });
  });
  return closed;
}

type Where = 'outdoors' | 'room';

const isSameReason = (a: ClosedHours['because'], b: Extract<ClosedHours['because'], { code: 'weather' }>): boolean =>
  a.code === 'weather' && a.breach.code === b.breach.code && a.isUsual === b.isUsual;

/** For each hour when it rains next, ms; undefined where it no longer does. */
function nextRain(hours: readonly HourAt[]): (number | undefined)[] {
  let next: number | undefined;
  return hours
    .map(({ atMs, rainMm = 0 }) => ({ atMs, rains: rainMm >= RAIN_MM }))
    .toReversed()
    .map(({ atMs, rains }) => (next = rains ? atMs : next))
    .toReversed();
}

function afterHours(hours: readonly HourAt[], from: number, h: number): number {
  let end = from;
  while (end < hours.length && hours[end]!.atMs < hours[from]!.atMs + h * HOUR_MS) end++;
  return end;
}

/** Hours in which a product may not be laid outdoors: the surface is as warm as the air, no sun on it. */
export function weatherHours(product: Product, hours: readonly HourAhead[], tool: Tool | undefined): ClosedHours[] {
  const at = hours.map((hour) => ({ ...hour, surfaceC: hour.airC }));
  return hoursShut(product, at, { tool, where: 'outdoors' });
}

/** For the work of a job, what the forecast closes, and in rooms what follows from it; nothing where nothing is laid that is mixed. */
export function weatherOf(
  hours: readonly HourAhead[],
  {
    faces,
    plans,
    tool,
    rooms,
  }: { faces: readonly Face[]; plans: readonly FacePlan[]; tool: Tool | undefined; rooms: readonly RoomAhead[] },
): (item: WorkItem) => readonly ClosedHours[] {
  const nearOf = new Map(faces.map(({ id, near }) => [id, near.kind]));
  const linesOf = new Map(plans.map(({ faceId, lines }) => [faceId, lines]));
  const inRoom = new Map(rooms.flatMap((room) => room.faceIds.map((id, i) => [id, surfaceHours(room, i)] as const)));
  const outdoors = new Map<Product, ClosedHours[]>();
  const indoors = new Map<HourAt[], Map<Product, ClosedHours[]>>();
  return (item) => {
    const isOutdoors = OUTDOORS.has(nearOf.get(item.faceId)!);
    const surface = inRoom.get(item.faceId);
    if (!isOutdoors && !surface) return [];
    const product = materialFor(item, linesOf.get(item.faceId) ?? [])?.product;
    if (product?.measure !== 'kg') return [];
    if (isOutdoors) return kept(outdoors, product, () => weatherHours(product, hours, tool));
    const known = kept(indoors, surface!, () => new Map<Product, ClosedHours[]>());
    return kept(known, product, () => hoursShut(product, surface!, { tool, where: 'room' }));
  };
}

const surfaceHours = ({ hours }: RoomAhead, i: number): HourAt[] =>
  hours.map(({ atMs, airC, humidityPct, surfacesC, isUsual }) => ({ atMs, airC, humidityPct, surfaceC: surfacesC[i]!, isUsual }));

/** What a wall will be like: as it was measured, then as it is told ahead, then as its last day was on the whole. */
export function wallAhead(measured: readonly TemperatureAt[], told: readonly TemperatureAt[], nowMs: number): TemperatureAt[] {
  const ahead = told.filter(({ atMs }) => atMs > nowMs);
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
