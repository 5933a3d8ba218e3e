import { type Binder, type Product, freezes } from '../catalogue/index.js';
import { DEW_MARGIN_C, dewPointOf, isNearDew } from '../physics/index.js';
import type { Conditions } from './entry.js';

export type BreachCode =
  | 'frost'
  | 'frost-ahead'
  | 'cold-ahead'
  | 'warm-ahead'
  | 'warms-up'
  | 'rain-ahead'
  | 'wind'
  | 'surface-too-cold'
  | 'surface-too-warm'
  | 'air-too-cold'
  | 'air-too-warm'
  | 'dew-margin-too-small'
  | 'air-too-humid';

/** A limit of a product's sheet that the measured air or surface does not keep. */
export interface Breach {
  code: BreachCode;
  figure: number;
  limit: number;
  unit: '°C' | 'K' | '%' | 'h' | 'm/s';
  /** no reason opens it */ isFinal: boolean;
}

/** Water in a fresh coat turns to ice. */
const FREEZING_C = 0;
/** Under it a margin counts as kept; figures are measured to a tenth. */
const ROUNDING_K = 1e-9;

type Judged = Pick<Product, 'binder' | 'limits' | 'placingKgPerMin'>;

/** Films that concrete blisters as it warms and breathes out; cement and lime let it through. */
const BLISTERS: ReadonlySet<Binder> = new Set(['epoxy', 'polyurethane', 'bitumen', 'rubber', 'acrylic']);
/** By so much a surface may still warm under a fresh film, K; common practice, no source. */
const MOST_RISE_K = 3;
/** Spray drifts from there on, m/s; common practice, no source. */
const MOST_WIND_MS = 8;

/** What a start is judged by when nobody knows with what: a film, carried by water, that must not have dew under it. */
const NOT_KNOWN: Judged = { binder: 'acrylic', limits: { surfaceMinC: 0, surfaceMaxC: 80, dewMarginC: DEW_MARGIN_C } };

/** What speaks against starting with a product in this air and on this surface, by its own sheet; what nobody may pass comes first. */
export function breachesOf(product: Judged | undefined, measured: Conditions): Breach[] {
  const { limits } = product ?? NOT_KNOWN;
  const { airTemperatureC: airC, surfaceTemperatureC: surfaceC, relativeHumidityPct: rhPct } = measured;
  const { coldestAheadC, warmestAheadC, rainInH, windMS } = measured;
  const { binder, placingKgPerMin } = product ?? NOT_KNOWN;
  const found: Breach[] = [];
  const least = (code: BreachCode, figure: number, limit: number | undefined, unit: Breach['unit'] = '°C') => {
    if (limit !== undefined && figure < limit - ROUNDING_K) found.push({ code, figure, limit, unit, isFinal: false });
  };
  const most = (code: BreachCode, figure: number, limit: number | undefined, unit: Breach['unit'] = '°C') => {
    if (limit !== undefined && figure > limit + ROUNDING_K) found.push({ code, figure, limit, unit, isFinal: false });
  };
  if (freezes(product ?? NOT_KNOWN)) {
    const coldest = Math.min(airC, surfaceC);
    // at the freezing point itself it freezes too
    if (coldest <= FREEZING_C) found.push({ code: 'frost', figure: coldest, limit: FREEZING_C, unit: '°C', isFinal: true });
    if (coldestAheadC !== undefined && coldestAheadC <= FREEZING_C)
      found.push({ code: 'frost-ahead', figure: coldestAheadC, limit: FREEZING_C, unit: '°C', isFinal: true });
  }
  least('surface-too-cold', surfaceC, limits.surfaceMinC);
  most('surface-too-warm', surfaceC, limits.surfaceMaxC);
  least('air-too-cold', airC, limits.airMinC);
  most('air-too-warm', airC, limits.airMaxC);
  // in air too dry for the equations nothing condenses; the dew point itself takes a search, and forecasts have thousands of hours
  if (limits.dewMarginC > 0 && isNearDew({ airC, rhPct }, surfaceC, limits.dewMarginC))
    least('dew-margin-too-small', surfaceC - dewPointOf(airC, rhPct)!, limits.dewMarginC, 'K');
  most('air-too-humid', rhPct, limits.airRhMaxPct, '%');
  // what is forecast until it has set, both ways
  if (coldestAheadC !== undefined && !found.some(({ isFinal }) => isFinal))
    least('cold-ahead', coldestAheadC, limits.airMinC ?? limits.surfaceMinC);
  if (warmestAheadC !== undefined) {
    most('warm-ahead', warmestAheadC, limits.surfaceMaxC);
    if (BLISTERS.has(binder)) most('warms-up', warmestAheadC - surfaceC, MOST_RISE_K, 'K');
  }
  if (rainInH !== undefined) least('rain-ahead', rainInH, limits.rainFreeH, 'h');
  if (windMS !== undefined && placingKgPerMin?.spray !== undefined) most('wind', windMS, MOST_WIND_MS, 'm/s');
  return found;
}
