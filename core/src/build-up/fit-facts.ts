import type { Demands, FaceKind, OldLayer, Substrate, WetState } from '../jobs/index.js';

/** What is known of a face when a system is chosen for it. Undefined: nobody has looked or measured. */
export interface FitFacts {
  kind: FaceKind;
  isLevel: boolean;
  substrate: Substrate;
  strengthMPa: number;
  /** from which side the governing water pushes on what is coated here */ side: 'positive' | 'negative' | 'none';
  /** at the foot, m */ headM: number;
  /** ground or a tank stands on one of its sides */ isBelowGrade: boolean;
  /** someone can get at its other side */ otherSideReachable: boolean;
  wet: WetState;
  leaks: number;
  moving: number;
  salts: 'none' | 'slight' | 'strong';
  oldLayers: readonly OldLayer[];
  /** something lies on it that has been described in words only */ isCoated: boolean;
  /** days since it was cast; negative while it is still to be cast */ ageDays?: number;
  csp?: number;
  /** expected at the wall */ minC: number;
  maxC: number;
  rhPct?: number;
  mverLb?: number;
  ph?: number;
  /** of the knife test */ powders?: boolean;
  traffic: NonNullable<Demands['traffic']>;
  potable: boolean;
  mustBreathe: boolean;
  coverWithinH?: number;
  finish: boolean;
  /** schools that bear on the choice */ blastAlways: boolean;
}
