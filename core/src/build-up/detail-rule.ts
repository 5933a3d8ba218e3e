import type { Detailing } from '../catalogue/index.js';
import type { Source } from '../fields/index.js';
import type { FaceKind, FeatureKind, JunctionKind, ProductRole, Substrate, WetState } from '../jobs/index.js';

export interface SlotSize {
  readonly widthMm: number;
  readonly depthMm: number;
  readonly profile: 'u' | 'dovetail';
  readonly backWidthMm?: number;
  /** share of the depth taken by rapid plug, from the bottom */ readonly plugFraction: number;
  /** cut past each end, because the leak goes on there */ readonly extendMm: number;
}

/** One step of a detail, in the order of doing, with its dimensions. Materials by the part they play. */
export type DetailStep =
  | { readonly do: 'open'; readonly slot: SlotSize }
  /** lower part of the slot or the cavity */
  | { readonly do: 'plug' }
  /** neat coat brushed into a cut or a cavity, onto both legs of a corner or the sides of a gap, for what fills it to hold on to */
  | { readonly do: 'bond' }
  /** rest of the slot */
  | { readonly do: 'fill'; readonly role: ProductRole }
  /** cavity of known depth: cut square, deepened, filled in layers, above plug where it runs */
  | {
      readonly do: 'patch';
      readonly role: ProductRole;
      readonly cutBackMm: number;
      readonly leastDepthMm: number;
      /** share of the depth taken by rapid plug, from the bottom */ readonly plugFraction?: number;
    }
  /** pores filled by a skim */
  | { readonly do: 'skim'; readonly role: ProductRole; readonly filmMm: number }
  /** drilled from alternate sides at 45°, packers set, filled under pressure; packers stand apart by this share of the thickness */
  | {
      readonly do: 'inject';
      readonly role: 'injection-grout' | 'injection-resin' | 'injection-foam' | 'injection-gel';
      readonly spacingShare: number;
    }
  | { readonly do: 'prime'; readonly role: ProductRole; readonly eachSideMm: number }
  | { readonly do: 'fillet'; readonly legMm: number; readonly shape: 'triangle' | 'cove'; readonly role: ProductRole }
  | { readonly do: 'chamfer'; readonly legMm: number }
  /** more of the coat along a line, with mesh where cracks come */
  | { readonly do: 'stripe'; readonly eachSideMm: number; readonly coats: number; readonly mesh?: boolean; readonly fabric?: boolean }
  /** rod and sealant in a gap that moves or must stay soft */
  | { readonly do: 'seal-joint'; readonly depthMm: number }
  /** elastomeric sheet with slack; bars clamp its edges where it is not bedded in the coat */
  | { readonly do: 'sheet'; readonly lapMm: number; readonly barSpacingMm?: number }
  /** epoxy with dry sand poured flush, parts of sand to one of resin by volume */
  | { readonly do: 'pour-flush'; readonly sandToResin: number }
  /** loose fill that keeps resin out of a joint */
  | { readonly do: 'loose-fill' }
  /** coat carried onto a pipe and round it, twice */
  | { readonly do: 'lap-pipe'; readonly ontoPipeMm: number; readonly ontoFaceMm: number }
  | { readonly do: 'lap-drain'; readonly intoMm: number; readonly ontoFaceMm: number; readonly ring: boolean; readonly sheet?: boolean }
  | { readonly do: 'seal-hole' }
  /** the wall's coat carried onto the floor or footing */
  | { readonly do: 'floor-lap'; readonly ontoMm: number }
  /** thicker at the foot */
  | { readonly do: 'kick'; readonly heightMm: number; readonly coats: number }
  | { readonly do: 'clean'; readonly how: 'salts' | 'mould' | 'grind' | 'steel' }
  /** at the foot, behind the cavity's sheet, with ports to rinse it from */
  | { readonly do: 'drain-channel'; readonly portEveryM: number };

export type DetailStepKind = DetailStep['do'];

/** All given conditions must hold; one that is not given does not matter. */
export interface RuleConditions {
  readonly moving?: boolean;
  readonly leaks?: boolean;
  /** wider than the school allows to be coated over */ readonly overThreshold?: boolean;
  readonly widthOverMm?: number;
  readonly widthFromMm?: number;
  readonly wet?: readonly WetState[];
  /** its width is known */ readonly measured?: boolean;
  /** reinforcement shows or rusts */ readonly steel?: boolean;
  /** the family's inner corners are made of mortar, not of sealant */ readonly mortarCorner?: boolean;
  readonly pipe?: readonly string[];
  readonly substrate?: readonly Substrate[];
  readonly faceKind?: readonly FaceKind[];
}

export interface DetailRule {
  readonly id: string;
  readonly of: FeatureKind | JunctionKind;
  readonly with: readonly Detailing[];
  readonly when: RuleConditions;
  /** undecided: people decide on site and write down what was done */ readonly verdict: 'treat' | 'coat-over' | 'refuse' | 'undecided';
  readonly steps: readonly DetailStep[];
  /** key of its reason in the message catalogue */ readonly why: string;
  readonly source: Source;
}

/** Pinned in every plan revision; raise it whenever a row of the tables changes. */
export const DETAIL_RULES_VERSION = 9;
