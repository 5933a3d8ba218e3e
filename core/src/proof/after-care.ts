import { addMonths } from 'date-fns';
import { COMMON_PRACTICE, type Source } from '../fields/index.js';
import type { FamilyId, VoidedBy } from '../jobs/index.js';

/** What a finished face asks for afterwards: looks in so many months, and what makes its warranty void. Rules a foreman may question. */
export interface AfterCare {
  /** once each, months after the work was finished */ readonly onceMonths?: readonly number[];
  /** again and again, every so many months */ readonly everyMonths?: number;
  /** what is done then, in words of the catalogue */ readonly look: CareLook;
  readonly voids: readonly VoidedBy[];
  readonly source: Source;
}

export const CARE_LOOKS = [
  'pumps-and-ports',
  'deck',
  'lining',
  'drains-and-inside',
  'leaks',
  'drained-inside',
  'surface',
  'moisture',
] as const;
export type CareLook = (typeof CARE_LOOKS)[number];

const CRYSTALS: AfterCare = {
  ...{ onceMonths: [12, 60], look: 'leaks', voids: ['drilling', 'acid', 'plaster-over-marks'], source: COMMON_PRACTICE },
};
const BURIED: AfterCare = {
  everyMonths: 6,
  look: 'drains-and-inside',
  voids: ['digging', 'roots', 'drain-blocked'],
  source: COMMON_PRACTICE,
};
const DECK: AfterCare = { everyMonths: 12, look: 'deck', voids: ['cleats', 'salt-blades', 'unsealed-bolts'], source: COMMON_PRACTICE };
const BREATHING: AfterCare = { onceMonths: [12, 60, 120], look: 'surface', voids: ['gypsum', 'vinyl-paint'], source: COMMON_PRACTICE };

export const AFTER_CARE: Readonly<Record<FamilyId, AfterCare>> = {
  'crystalline-slurry': CRYSTALS,
  'crystalline-admixture': CRYSTALS,
  'crystalline-dry-shake': CRYSTALS,
  'block-wall-crystalline': CRYSTALS,
  'rigid-slurry': CRYSTALS,
  'flexible-cementitious': {
    ...{ onceMonths: [12, 72], look: 'drained-inside', voids: ['shock-dose', 'tile-lifted', 'drilling'], source: COMMON_PRACTICE },
  },
  'thick-film': BURIED,
  'liquid-rubber': BURIED,
  'moisture-cure-pu': BURIED,
  'hot-rubber': BURIED,
  'elastomeric-and-wear-coat': BURIED,
  'deck-membrane': DECK,
  'above-grade-elastomeric': DECK,
  'epoxy-vapour-barrier': { onceMonths: [12], look: 'moisture', voids: ['grinding-through', 'wet-trade'], source: COMMON_PRACTICE },
  'silicate-sealer': BREATHING,
  'pore-sealer': BREATHING,
  'lime-base-coat': BREATHING,
  'sewer-lining': { onceMonths: [12, 60], look: 'lining', voids: ['jetting', 'new-gas-source'], source: COMMON_PRACTICE },
  'resin-injection': { onceMonths: [12], look: 'leaks', voids: ['packers-stripped', 'load-changed'], source: COMMON_PRACTICE },
  'drained-cavity': {
    ...{ everyMonths: 6, look: 'pumps-and-ports', voids: ['pump-off', 'ports-covered', 'drain-blocked'], source: COMMON_PRACTICE },
  },
};

/** Looks are told for so long; a warranty that runs longer says so itself. */
const TOLD_MONTHS = 120;

/** When a face is looked at again after its work was finished, ms, in order, for ten years. */
export function careLooks(family: FamilyId, finishedMs: number): number[] {
  const { onceMonths = [], everyMonths } = AFTER_CARE[family];
  const repeated = everyMonths === undefined ? [] : Array.from({ length: TOLD_MONTHS / everyMonths }, (_, i) => (i + 1) * everyMonths);
  return [...onceMonths, ...repeated].map((months) => addMonths(finishedMs, months).getTime());
}
