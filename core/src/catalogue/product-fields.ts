import { type Field, anyOf, choice, flag, list, nullable, number, optional, record, text } from '../fields/index.js';
import { FAMILY_IDS, PRODUCT_ROLES } from '../jobs/index.js';
import { BINDERS, HAZARDS, MEASURES, PART_NAMES, type Tool } from './product.js';

const celsius = number('°C', { min: -50, max: 300 });
const hours = number('h', { min: 0, max: 10_000 });
const minutes = number('min', { min: 0, max: 1440 });
const kPa = number('kPa', { min: 0, max: 100_000 });
const layerMm = number('mm', { above: 0, max: 500 });
const placing = number('kg/min', { above: 0, max: 1000 });

const part = record({
  name: choice(PART_NAMES),
  share: number('', { above: 0, max: 1000 }),
  densityKgL: number('kg/L', { above: 0, max: 25 }),
});

const mix = record({
  waterPerKgL: optional(number('L/kg', { above: 0, max: 20 })),
  gauge: optional(record({ role: choice(PRODUCT_ROLES), litresPerKg: number('L/kg', { above: 0, max: 5 }) })),
  addTo: choice(['liquid', 'powder']),
  mixMin: minutes,
  standMin: minutes,
  firstAloneMin: optional(minutes),
  maxRpm: optional(number('1/min', { above: 0, max: 5000 })),
  wholePacksOnly: flag(),
});

const handling = record({
  thinFirstParts: optional(number('', { above: 0, max: 20 })),
  waterMlPerL: optional(number('mL/L', { above: 0, max: 500 })),
  waterMixMin: optional(minutes),
  rinseAfterH: optional(hours),
  kettle: optional(
    record({
      minC: celsius,
      maxC: celsius,
      oilMinC: celsius,
      oilMaxC: celsius,
      warmUpH: hours,
      leastFilledShare: number('', { min: 0, max: 1 }),
    }),
  ),
});

const coat = record({
  kgPerM2PerCoat: number('kg/m²', { above: 0, max: 200 }),
  coats: number('', { min: 1, max: 10, whole: true }),
  wetFilmMm: optional(layerMm),
  volumeSolidsPct: optional(number('%', { above: 0, max: 100 })),
  recoat: record({ minH: hours, maxH: nullable(hours) }),
  coverH: hours,
  walkH: optional(hours),
  waterH: hours,
  rating: optional(
    record({ positiveKPa: kPa, negativeKPa: kPa, onStrengthMPa: optional(number('MPa', { above: 0, max: 200 })) as Field<number> }),
  ),
  cure: optional(record({ mistsPerDay: number('', { min: 0, max: 24 }), days: number('day', { above: 0, max: 60 }) })),
  bridgesMm: optional(number('mm', { min: 0, max: 50 })),
  traffic: choice(['none', 'foot', 'vehicles']),
  sdM: optional(number('m', { min: 0, max: 10_000 })),
  selfLevelling: optional(flag()),
  maxLayerMm: optional(layerMm),
  detailMm: optional(record({ stripe: layerMm, corner: layerMm })),
  byLoad: optional(record({ aboveGround: optional(layerMm), damp: layerMm, standing: layerMm, pressing: layerMm })),
});

/** What a product's sheet may hold, with units and ranges: forms, imports and the published schema all follow it. */
export const PRODUCT_FIELDS = {
  id: text(80, '[a-z0-9]+(-[a-z0-9]+)*'),
  version: number('', { min: 1, max: 1_000_000, whole: true }),
  name: text(120),
  maker: text(120),
  replaces: optional(text(80)),
  role: choice(PRODUCT_ROLES),
  families: optional(anyOf(FAMILY_IDS)),
  binder: choice(BINDERS),
  measure: choice(MEASURES),
  currency: text(3, '[A-Z]{3}'),
  packs: list(
    record({
      size: number('', { above: 0, max: 100_000 }),
      priceMinor: number('', { min: 0, max: 1_000_000_000, whole: true }),
      supplier: optional(text(40, '[^\\s:;]+')),
    }),
    20,
  ),
  parts: optional(list(part, 4)),
  mix: optional(mix),
  handling: optional(handling),
  densityKgL: optional(number('kg/L', { above: 0, max: 25 })),
  workingLifeMin: optional(number('min', { above: 0, max: 100_000 })),
  referenceC: number('°C', { min: -30, max: 60 }),
  placingKgPerMin: optional(
    record({
      brush: optional(placing),
      trowel: optional(placing),
      roller: optional(placing),
      spray: optional(placing),
      squeegee: optional(placing),
    } satisfies Record<Tool, Field<number | undefined>>),
  ),
  coat: optional(coat),
  fill: optional(record({ kgPerLitre: number('kg/L', { above: 0, max: 25 }), maxLayerMm: layerMm, overcoatH: hours })),
  limits: record({
    surfaceMinC: celsius,
    surfaceMaxC: celsius,
    airMinC: optional(celsius),
    airMaxC: optional(celsius),
    dewMarginC: number('°C', { min: 0, max: 20 }),
    airRhMaxPct: optional(number('%', { above: 0, max: 100 })),
    frostFreeH: optional(hours),
    rainFreeH: optional(hours),
    minAgeH: optional(hours),
    minStrengthMPa: optional(number('MPa', { above: 0, max: 200 })),
    minCsp: optional(number('', { min: 1, max: 10 })),
    rhMaxPct: optional(number('%', { above: 0, max: 100 })),
    mverMaxLb: optional(number('lb/1000 ft²·day', { above: 0, max: 100 })),
    phMax: optional(number('', { min: 7, max: 14 })),
  }),
  shelfLifeMonths: number('month', { above: 0, max: 600 }),
  storage: record({ minC: celsius, maxC: celsius }),
  leadTimeDays: number('day', { min: 0, max: 365 }),
  hazards: optional(anyOf(HAZARDS)),
  potable: flag(),
  vocGPerL: number('g/L', { min: 0, max: 2000 }),
};
