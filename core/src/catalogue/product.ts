/** Materials as their data sheets state them. Products shipped with the app are invented. */

export type ProductRole = 'slurry' | 'plug' | 'mortar';
/** Cautions shown at the step; wording in the message catalogue. */
export type HazardId = 'caustic-cement' | 'hot-plug' | 'silica-dust';

export interface Pack {
  sizeKg: number;
  /** minor units of the catalogue's currency */ priceMinor: number;
}

export interface Product {
  id: string;
  version: number;
  name: string;
  maker: string;
  role: ProductRole;
  mix: { waterPerKgL: number; addTo: 'water' | 'powder'; mixMin: number; standMin: number };
  workingLifeMin: number;
  /** temperature at which life and waits are stated */ referenceC: number;
  /** kg of powder for a litre of void filled */ kgPerLitreFilled: number;
  /** kg one person places in a minute */ placingKgPerMin: number;
  coat?: {
    kgPerM2PerCoat: number;
    coats: number;
    touchDryH: number;
    /** water that the coat holds back, by side, on a substrate at least this strong */
    rating: { positiveKPa: number; negativeKPa: number; onStrengthMPa: number };
    cure: { mistsPerDay: number; days: number };
  };
  limits: { surfaceMinC: number; surfaceMaxC: number; dewMarginC: number };
  packs: Pack[];
  hazards: HazardId[];
}
