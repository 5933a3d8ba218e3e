import { COMMON_PRACTICE, type Source } from '../fields/index.js';
import type { FeatureKind, JunctionKind, Substrate } from '../jobs/index.js';

/** A work step on one feature or junction, in the order of doing. */
export type TreatmentStep = 'open' | 'plug' | 'fill' | 'fillet';

export interface SlotSize {
  readonly widthMm: number;
  readonly depthMm: number;
  readonly profile: 'u' | 'dovetail';
  readonly backWidthMm?: number;
  /** share of the depth taken by rapid plug, from the bottom */ readonly plugFraction: number;
  /** cut past each end, because the leak goes on there */ readonly extendMm: number;
}

/** All given conditions must hold; a missing one does not matter. */
export interface RuleConditions {
  readonly moving?: boolean;
  readonly leaks?: boolean;
  readonly overThreshold?: boolean;
  /** its width is known */ readonly measured?: boolean;
  readonly pipe?: readonly string[];
  readonly substrate?: readonly Substrate[];
}

export interface TreatmentRule {
  /** also the key of its reason, and of what to do instead, in the message catalogue */ readonly id: string;
  readonly of: FeatureKind | JunctionKind;
  readonly when: RuleConditions;
  /** undecided: no row knows it yet; people decide on site and write down what was done */ readonly verdict:
    'treat' | 'coat-over' | 'refuse' | 'undecided';
  readonly steps: readonly TreatmentStep[];
  readonly slot?: SlotSize;
  readonly filletLegMm?: number;
  readonly source: Source;
}

/** Pinned in every plan revision; raise it whenever a row below changes. */
export const TREATMENT_RULES_VERSION = 3;

const MASONRY_UNITS = ['block'] as const;
const LEAK_SLOT: SlotSize = { widthMm: 25, depthMm: 25, profile: 'dovetail', backWidthMm: 32, plugFraction: 0.5, extendMm: 300 };
const CRACK_SLOT: SlotSize = { widthMm: 25, depthMm: 25, profile: 'u', plugFraction: 0, extendMm: 0 };
const BLOCK_SLOT: SlotSize = { widthMm: 12, depthMm: 25, profile: 'dovetail', backWidthMm: 18, plugFraction: 0, extendMm: 0 };
const BLOCK_LEAK_SLOT: SlotSize = { ...BLOCK_SLOT, widthMm: 20, backWidthMm: 26, plugFraction: 0.5, extendMm: 300 };
/** Failed bed and perpend joints are raked out, the units spared. */
const RAKED_JOINT: SlotSize = { widthMm: 12, depthMm: 37, profile: 'u', plugFraction: 0, extendMm: 0 };
const source = COMMON_PRACTICE;
const WITHOUT_A_ROW: readonly FeatureKind[] = [
  'tie-hole',
  'fixing',
  'drain',
  'honeycomb',
  'spall',
  'blow-holes',
  'damp-area',
  'salt-bloom',
  'mould',
  'ponding',
];

/** Detail rules of the crystalline slurry family. The first row that applies decides. */
export const CRYSTALLINE_RULES: readonly TreatmentRule[] = [
  { id: 'crack-moving', of: 'crack', when: { moving: true }, verdict: 'refuse', steps: [], source },
  {
    id: 'crack-leaking-block',
    of: 'crack',
    when: { leaks: true, substrate: MASONRY_UNITS },
    verdict: 'treat',
    steps: ['open', 'plug', 'fill'],
    slot: BLOCK_LEAK_SLOT,
    source,
  },
  { id: 'crack-leaking', of: 'crack', when: { leaks: true }, verdict: 'treat', steps: ['open', 'plug', 'fill'], slot: LEAK_SLOT, source },
  {
    id: 'crack-wide-block',
    of: 'crack',
    when: { overThreshold: true, substrate: MASONRY_UNITS },
    verdict: 'treat',
    steps: ['open', 'fill'],
    slot: BLOCK_SLOT,
    source,
  },
  { id: 'crack-wide', of: 'crack', when: { overThreshold: true }, verdict: 'treat', steps: ['open', 'fill'], slot: CRACK_SLOT, source },
  { id: 'crack-unmeasured', of: 'crack', when: { measured: false }, verdict: 'undecided', steps: [], source },
  { id: 'crack-fine', of: 'crack', when: {}, verdict: 'coat-over', steps: [], source },
  {
    id: 'leak-block',
    of: 'leak',
    when: { substrate: MASONRY_UNITS },
    verdict: 'treat',
    steps: ['open', 'plug', 'fill'],
    slot: BLOCK_LEAK_SLOT,
    source,
  },
  { id: 'leak', of: 'leak', when: {}, verdict: 'treat', steps: ['open', 'plug', 'fill'], slot: LEAK_SLOT, source },
  { id: 'pipe-not-rigid', of: 'penetration', when: { pipe: ['flexible', 'corrugated'] }, verdict: 'refuse', steps: [], source },
  {
    id: 'pipe-leaking',
    of: 'penetration',
    when: { leaks: true },
    verdict: 'treat',
    steps: ['open', 'plug', 'fill'],
    slot: { ...LEAK_SLOT, extendMm: 0 },
    source,
  },
  { id: 'pipe-dry', of: 'penetration', when: {}, verdict: 'treat', steps: ['open', 'fill'], slot: CRACK_SLOT, source },
  { id: 'joint-moving', of: 'joint', when: { moving: true }, verdict: 'refuse', steps: [], source },
  { id: 'joint-leaking', of: 'joint', when: { leaks: true }, verdict: 'treat', steps: ['open', 'plug', 'fill'], slot: LEAK_SLOT, source },
  { id: 'joint-static', of: 'joint', when: {}, verdict: 'treat', steps: ['open', 'fill'], slot: CRACK_SLOT, source },
  {
    id: 'mortar-joint-leaking',
    of: 'mortar-joint',
    when: { leaks: true },
    verdict: 'treat',
    steps: ['open', 'plug', 'fill'],
    slot: { ...RAKED_JOINT, plugFraction: 0.5, extendMm: 300 },
    source,
  },
  { id: 'mortar-joint', of: 'mortar-joint', when: {}, verdict: 'treat', steps: ['open', 'fill'], slot: RAKED_JOINT, source },
  ...WITHOUT_A_ROW.map((of) => ({ id: 'no-row-yet', of, when: {}, verdict: 'undecided' as const, steps: [], source })),
  { id: 'wall-floor', of: 'wall-floor', when: {}, verdict: 'treat', steps: ['fillet'], filletLegMm: 40, source },
  { id: 'internal-corner', of: 'internal-corner', when: {}, verdict: 'treat', steps: ['fillet'], filletLegMm: 40, source },
  { id: 'external-corner', of: 'external-corner', when: {}, verdict: 'coat-over', steps: [], source },
  { id: 'movement-junction', of: 'movement', when: {}, verdict: 'refuse', steps: [], source },
  { id: 'construction-junction', of: 'construction', when: {}, verdict: 'treat', steps: ['open', 'fill'], slot: CRACK_SLOT, source },
  { id: 'in-line-joint', of: 'in-line', when: {}, verdict: 'treat', steps: ['open', 'fill'], slot: CRACK_SLOT, source },
];
