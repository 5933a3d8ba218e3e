import { type Binder, type Coat, FAMILIES } from '../catalogue/index.js';
import { COMMON_PRACTICE, type Source } from '../fields/index.js';
import { type FamilyId, type OldLayer, type Substrate, type WetState, runs } from '../jobs/index.js';
import { OPEN_TO_VAPOUR_M, TRAFFIC_RANK } from './scales.js';

/** A build-up as it would lie on its face, with what lies there already. */
export interface Stack {
  family: FamilyId;
  substrate: Substrate;
  oldLayers: readonly OldLayer[];
  wet: WetState;
  /** pools stand on it */ ponds: boolean;
  traffic: Coat['traffic'];
  isBuried: boolean;
  /** damp rises in it */ isRising: boolean;
  /** new layers from the substrate outwards */ layers: readonly {
    layer: string;
    binder: Binder;
    sdM?: number;
    traffic?: Coat['traffic'];
    afterMinH?: number;
  }[];
  /** a gap that moves is to be filled with something that sets hard */ bridgesMoving: boolean;
  /** the foot of the wall is to be left without its detail */ footLeft: boolean;
}

export interface Trap {
  readonly id: string;
  readonly springs: (stack: Stack) => boolean;
  readonly source: Source;
}

const CEMENTS: readonly Binder[] = ['cement', 'polymer-cement'];
/** A polymer render wants the slurry hard, h; common practice. */
const HARD_AFTER_H = 12;

const first = ({ layers }: Stack) => layers[0]?.binder;
const startsWithCement = (stack: Stack): boolean => CEMENTS.includes(first(stack)!);
const holdsAny = ({ oldLayers }: Stack, ...wanted: OldLayer[]): boolean => wanted.some((layer) => oldLayers.includes(layer));
/** Last of the old layers: what the new ones touch. */
const touched = ({ oldLayers }: Stack): OldLayer | undefined => oldLayers[oldLayers.length - 1];
const trap = (id: string, springs: Trap['springs']): Trap => ({ id, springs, source: COMMON_PRACTICE });

/** Old layers of which a family's own data say that they spoil it. */
const spoils = (id: string): Trap => trap(id, (s) => holdsAny(s, ...(FAMILIES[s.family].spoiltBy?.[id] ?? [])));

/** What must not lie on what. What springs has words under its id: what goes wrong, and the mend. */
export const TRAPS: readonly Trap[] = [
  trap('waterproofed-render', (s) => touched(s) === 'waterproofed-render' && startsWithCement(s) && s.layers[0]?.layer !== 'levelling'),
  trap('closed-pores', (s) => holdsAny(s, 'sealer', 'curing-compound', 'paint', 'glue', 'epoxy') && FAMILIES[s.family].worksInPores),
  trap('bitumen-under-cement', (s) => holdsAny(s, 'bitumen') && startsWithCement(s) && !FAMILIES[s.family].bondsTo?.includes('bitumen')),
  trap('gypsum-under-cement', (s) => holdsAny(s, 'gypsum') && (startsWithCement(s) || first(s) === 'lime')),
  trap('render-on-green-slurry', (s) =>
    s.layers.some(({ layer, afterMinH }) => layer === 'render' && afterMinH !== undefined && afterMinH < HARD_AFTER_H),
  ),
  trap('epoxy-on-free-water', (s) => s.layers.some(({ binder }) => binder === 'epoxy') && (s.ponds || runs({ wetState: s.wet }))),
  spoils('paint-on-sealer'),
  trap(
    'traffic-on-coat',
    (s) => s.layers.length > 0 && TRAFFIC_RANK[s.traffic] > Math.max(...s.layers.map((layer) => TRAFFIC_RANK[layer.traffic ?? 'none'])),
  ),
  trap('hard-in-moving-joint', (s) => s.bridgesMoving),
  spoils('lime-over-closed'),
  trap(
    'trapped-damp',
    (s) => s.isRising && (s.substrate === 'brick' || s.substrate === 'rubble') && s.layers.some(({ sdM }) => (sdM ?? 0) > OPEN_TO_VAPOUR_M),
  ),
  trap(
    'no-protection',
    (s) =>
      s.isBuried && s.layers.length > 0 && !s.layers.some(({ layer }) => layer === 'board' || layer === 'wear' || layer === 'drainage'),
  ),
  trap('no-floor-lap', (s) => s.footLeft),
];

/** Traps that a build-up would spring, in the order of the table. */
export function trapsIn(stack: Stack): Trap[] {
  return TRAPS.filter(({ springs }) => springs(stack));
}
