import type { DetailRule, DetailStep, SlotSize } from '../detail-rule.js';
import { type Detailing, SETS_HARD } from '../../catalogue/index.js';
import { COMMON_PRACTICE } from '../../fields/index.js';
import type { ProductRole, WetState } from '../../jobs/index.js';

/** Slots and steps that several rows share; every figure common practice, no source. */
export const LEAK_SLOT: SlotSize = { widthMm: 25, depthMm: 25, profile: 'dovetail', backWidthMm: 32, plugFraction: 0.5, extendMm: 300 };
export const CRACK_SLOT: SlotSize = { widthMm: 25, depthMm: 25, profile: 'u', plugFraction: 0, extendMm: 0 };
/** A single leak in a slab: a recess cut round it. */
export const SPOT_SLOT: SlotSize = { ...LEAK_SLOT, widthMm: 40, depthMm: 50, backWidthMm: 50, extendMm: 50 };
/** Narrow, so that the units of a block wall do not break. */
export const BLOCK_SLOT: SlotSize = { widthMm: 12, depthMm: 25, profile: 'dovetail', backWidthMm: 18, plugFraction: 0, extendMm: 0 };
export const BLOCK_LEAK_SLOT: SlotSize = { ...BLOCK_SLOT, widthMm: 20, backWidthMm: 26, plugFraction: 0.5, extendMm: 300 };
/** Failed bed and perpend joints are raked out, the units spared. */
export const RAKED_JOINT: SlotSize = { widthMm: 12, depthMm: 37, profile: 'u', plugFraction: 0, extendMm: 0 };
export const RAKED_LEAK: SlotSize = { ...RAKED_JOINT, plugFraction: 0.5, extendMm: 300 };
/** Joints of old masonry under a render: a finger deep. */
export const CAULK_SLOT: SlotSize = { widthMm: 10, depthMm: 15, profile: 'u', plugFraction: 0, extendMm: 0 };

/** Every way in which a detail is made at the face itself. */
export const ALL: readonly Detailing[] = ['rigid', 'block', 'tanking', 'membrane', 'hot', 'slab', 'soak', 'lime', 'paint'];
export const CRYSTALLINE: readonly Detailing[] = ['rigid', 'block'];

/** A crystalline mortar goes onto its own slurry; a repair mortar is gauged to bond by itself. */
const bonded = (role: ProductRole): DetailStep[] => (role === 'mortar' ? [{ do: 'bond' }] : []);

export const stop = (slot: SlotSize, role: 'mortar' | 'repair-mortar'): DetailStep[] => [
  { do: 'open', slot },
  { do: 'plug' },
  ...bonded(role),
  { do: 'fill', role },
];
export const rout = (slot: SlotSize, role: 'mortar' | 'repair-mortar' | 'sealant' | 'coat'): DetailStep[] => [
  { do: 'open', slot },
  ...bonded(role),
  { do: 'fill', role },
];
/** A cavity cut back and filled; one that runs is plugged to half its depth first, so that bond coat and mortar have room. */
export const refill = (role: 'mortar' | 'repair-mortar', cutBackMm: number, leastDepthMm: number, runs = false): DetailStep[] => [
  ...(runs ? [{ do: 'plug' } as const] : []),
  ...bonded(role),
  { do: 'patch', role, cutBackMm, leastDepthMm, ...(runs ? { plugFraction: 0.5 } : {}) },
];
/** Neat resin on the bare sides, then resin and dry sand poured flush. */
export const pour = (sandToResin: number): DetailStep[] => [{ do: 'bond' }, { do: 'pour-flush', sandToResin }];
/** Water comes by itself, and would wash a resin away before it sets. */
export const RUNNING: readonly WetState[] = ['dripping', 'running', 'gushing'];
/** Finest crack that a flexible resin is pumped into, and plain cement grout, mm; from memory of EN 1504-5 and its guides. */
export const INJECT_FROM_MM = 0.3;
export const INJECT_GROUT_FROM_MM = 0.8;
export const FILL_SOFT: readonly DetailStep[] = [{ do: 'inject', role: 'injection-resin', spacingShare: 0.5 }];
/** Foam stops the water and falls together again: it is never the seal, resin follows it through the same packers. */
export const FOAM_THEN_FILL: readonly DetailStep[] = [{ do: 'inject', role: 'injection-foam', spacingShare: 0.5 }, ...FILL_SOFT];

/** Sides brushed with neat resin and left to cure, a loose fill, and room above it for a sealant. */
const SLAB_MOVES: readonly DetailStep[] = [{ do: 'bond' }, { do: 'loose-fill' }, { do: 'seal-joint', depthMm: 12 }];
/** Rod, sealant and a loose sheet clamped at its edges: what is coated stops on either side. */
export const SEAL_AND_SHEET: readonly DetailStep[] = [
  { do: 'seal-joint', depthMm: 12 },
  { do: 'sheet', lapMm: 150, barSpacingMm: 200 },
];

/** A row of the rule tables, in the order of their columns. */
// eslint-disable-next-line max-params
export function row(
  id: string,
  of: DetailRule['of'],
  families: readonly Detailing[],
  when: DetailRule['when'],
  why: string,
  steps: readonly DetailStep[] | 'coat-over' | 'refuse' | 'undecided',
): DetailRule {
  const treats = typeof steps !== 'string';
  return { id, of, with: families, when, why, verdict: treats ? 'treat' : steps, steps: treats ? steps : [], source: COMMON_PRACTICE };
}

/** What moves and leaks: stopped by what stays soft, then sealed with a sheet over it; nothing under pressure is held by sealant alone. */
export function leaksAndMoves(of: 'crack' | 'joint'): DetailRule[] {
  const both = { moving: true, leaks: true };
  return [
    row(`${of}-leaking-moving-running`, of, ALL, { ...both, wet: RUNNING }, 'leaks-and-moves', [...FOAM_THEN_FILL, ...SEAL_AND_SHEET]),
    row(`${of}-leaking-moving`, of, ALL, both, 'leaks-and-moves', [...FILL_SOFT, ...SEAL_AND_SHEET]),
  ];
}

/** What moves, whatever it is called: nothing hard lies across it, and every system bridges it in its own way. */
export function moves(id: string, of: DetailRule['of'], when: DetailRule['when']): DetailRule[] {
  return [
    row(id, of, SETS_HARD, when, 'moves-hard', SEAL_AND_SHEET),
    row(`${id}-membrane`, of, ['membrane'], when, 'moves-membrane', [
      { do: 'seal-joint', depthMm: 12 },
      { do: 'stripe', eachSideMm: 75, coats: 1 },
      { do: 'sheet', lapMm: 150, barSpacingMm: 200 },
    ]),
    row(`${id}-hot`, of, ['hot'], when, 'moves-hot', [
      { do: 'seal-joint', depthMm: 12 },
      { do: 'prime', role: 'bitumen-primer', eachSideMm: 200 },
      { do: 'stripe', eachSideMm: 150, coats: 1 },
      { do: 'sheet', lapMm: 150 },
      { do: 'stripe', eachSideMm: 300, coats: 1 },
    ]),
    row(`${id}-slab`, of, ['slab'], when, 'moves-slab', SLAB_MOVES),
    row(`${id}-soft`, of, ['soak', 'paint'], when, 'moves-soft', [{ do: 'seal-joint', depthMm: 12 }]),
  ];
}
