import type { FamilyId, ProductRole } from '../jobs/index.js';

/** Cautions shown at the step; wording in the message catalogue. */
export const HAZARDS = [
  'caustic-cement',
  'hot-plug',
  'silica-dust',
  'sensitising-epoxy',
  'isocyanate',
  'hot-kettle',
  'solvent',
  'lime',
  'fumes',
] as const;
export type HazardId = (typeof HAZARDS)[number];

/** What a product is bound with; decides what may lie on what. */
export const BINDERS = [
  'cement',
  'polymer-cement',
  'lime',
  'epoxy',
  'polyurethane',
  'bitumen',
  'rubber',
  'acrylic',
  'silicate',
  'silane',
  'sealant',
  'mineral',
  'plastic',
  'metal',
] as const;
export type Binder = (typeof BINDERS)[number];

/** Carried by water until they have set. */
export const WATER_BORNE: ReadonlySet<Binder> = new Set([
  'cement',
  'polymer-cement',
  'lime',
  'bitumen',
  'rubber',
  'acrylic',
  'silicate',
  'silane',
]);
/** A sheet that is silent on frost means a day without it; common practice, no source. */
export const FROST_FREE_H = 24;

/** How a product is counted and sold. */
export const MEASURES = ['kg', 'm', 'm²', 'piece'] as const;
export type Measure = (typeof MEASURES)[number];

export const TOOLS = ['brush', 'trowel', 'roller', 'spray', 'squeegee'] as const;
export type Tool = (typeof TOOLS)[number];

export const PART_NAMES = ['powder', 'liquid', 'part-a', 'part-b', 'single', 'water'] as const;
export type PartName = (typeof PART_NAMES)[number];

/** A component as it comes in its pail or bag. */
export interface Part {
  name: PartName;
  /** by mass, of all parts bought */ share: number;
  densityKgL: number;
}

export interface Mixing {
  /** clean water to a kg of what is bought; none for what brings its own liquid */ waterPerKgL?: number;
  /** liquid of another product that goes in with the water, L to a kg of what is bought */ gauge?: {
    role: ProductRole;
    litresPerKg: number;
  };
  /** which goes into which */ addTo: 'liquid' | 'powder';
  mixMin: number;
  standMin: number;
  /** the first part alone, before the second goes in, min */ firstAloneMin?: number;
  maxRpm?: number;
  /** two-part packs are never split */ wholePacksOnly: boolean;
}

/** How what comes ready is handled, where its sheet says so; of what is mixed from parts its `mix` tells. */
export interface Handling {
  /** parts of clean water to one of it, by volume, in the pass that is brushed in first */ thinFirstParts?: number;
  /** clean water that it may take and no more, mL to a litre */ waterMlPerL?: number;
  /** with that water no longer than, min */ waterMixMin?: number;
  /** what is left on the surface is rinsed off after, h */ rinseAfterH?: number;
  kettle?: {
    /** of the material, °C */ minC: number;
    maxC: number;
    /** of the oil in the jacket, °C */ oilMinC: number;
    oilMaxC: number;
    warmUpH: number;
    /** never emptier than, of its volume */ leastFilledShare: number;
  };
}

/** A rating holds on a substrate at least this strong; without one it holds nowhere. */
export interface Rating {
  positiveKPa: number;
  negativeKPa: number;
  onStrengthMPa: number;
}

export interface Coat {
  /** bought mass on a m² of smooth work */ kgPerM2PerCoat: number;
  coats: number;
  /** mm as laid; mass is film times density */ wetFilmMm?: number;
  volumeSolidsPct?: number;
  /** waits to the next coat of the same, at `referenceC` */ recoat: { minH: number; maxH: number | null };
  /** until a screed, backfill, board or finish may lie on it */ coverH: number;
  /** until it may be walked on; overnight where the sheet is silent */ walkH?: number;
  /** until it may hold water */ waterH: number;
  rating?: Rating;
  /** moist curing; a product without it is kept dry */ cure?: { mistsPerDay: number; days: number };
  /** widest crack that it bridges while it opens */ bridgesMm?: number;
  traffic: 'none' | 'foot' | 'vehicles';
  /** vapour-diffusion-equivalent air layer of the whole build-up */ sdM?: number;
  /** runs level by itself: not for walls */ selfLevelling?: boolean;
  /** thickest layer laid in one go */ maxLayerMm?: number;
  /** wet film of stripes, and of corners and collars, mm; where its sheet says nothing, so many coats */ detailMm?: {
    stripe: number;
    corner: number;
  };
  /** dry film by what the water does to it, mm in all */ byLoad?: {
    aboveGround?: number;
    damp: number;
    standing: number;
    pressing: number;
  };
}

export interface Filling {
  /** bought mass for a litre of void */ kgPerLitre: number;
  maxLayerMm: number;
  /** until it may be coated over, at `referenceC` */ overcoatH: number;
}

export interface Limits {
  surfaceMinC: number;
  surfaceMaxC: number;
  airMinC?: number;
  airMaxC?: number;
  dewMarginC: number;
  /** of the air, for what dries or cures by it */ airRhMaxPct?: number;
  /** without frost after laying; `FROST_FREE_H` where the sheet is silent */ frostFreeH?: number;
  rainFreeH?: number;
  /** of concrete under it */ minAgeH?: number;
  minStrengthMPa?: number;
  minCsp?: number;
  /** of the slab under it */ rhMaxPct?: number;
  mverMaxLb?: number;
  phMax?: number;
}

export interface Pack {
  /** in the product's measure */ size: number;
  /** minor units of the product's currency */ priceMinor: number;
  /** who sells it at that price, in one word; the maker when not said */ supplier?: string;
}

/** A material as its data sheet states it. Products shipped with the app are invented. */
export interface Product {
  /** lower-case words joined by hyphens */ id: string;
  version: number;
  name: string;
  maker: string;
  /** id of the product whose place it takes */ replaces?: string;
  role: ProductRole;
  /** families that it belongs to or goes with; any when not given */ families?: FamilyId[];
  binder: Binder;
  measure: Measure;
  /** ISO 4217 */ currency: string;
  packs: Pack[];
  /** as delivered, in the order in which they are named on the card; wet products only */ parts?: Part[];
  mix?: Mixing;
  handling?: Handling;
  /** of the mixed material */ densityKgL?: number;
  workingLifeMin?: number;
  /** temperature at which life and waits are stated */ referenceC: number;
  /** bought mass that one person places in a minute, by tool */ placingKgPerMin?: Partial<Record<Tool, number>>;
  coat?: Coat;
  fill?: Filling;
  limits: Limits;
  shelfLifeMonths: number;
  storage: { minC: number; maxC: number };
  leadTimeDays: number;
  hazards?: HazardId[];
  /** approved for contact with drinking water, as its sheet says */ potable: boolean;
  vocGPerL: number;
}

/** Whether ice ruins it while it is fresh: what water carries, unless its sheet lets it be laid below freezing (hot or solvent-borne). */
export function freezes({ binder, limits }: Pick<Product, 'binder' | 'limits'>): boolean {
  return WATER_BORNE.has(binder) && limits.surfaceMinC >= 0;
}
