import type { Demands, FaceKind, Finish, OldLayer, SideKind, Substrate, WetState } from '../jobs/index.js';
import type { SideWater } from '../water/index.js';

/** What is known of a face when a system is chosen for it. Undefined: nobody has looked or measured. */
export interface FitFacts {
  kind: FaceKind;
  isLevel: boolean;
  /** level, and open to the sky from above */ isDeck: boolean;
  substrate: Substrate;
  /** what the rating is held against: measured, else as stated; 0 when nobody knows */ strengthMPa: number;
  /** what is coated */ near: SideKind;
  /** what pushes on either side; a level that nobody found has no head */ loads: readonly SideWater[];
  /** ground or a tank stands on one of its sides */ isBelowGrade: boolean;
  wet: WetState;
  leaks: number;
  moving: number;
  /** widest movement on it; infinite where something moves and nobody measured how far */ movementMm?: number;
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
  /** a floor finish follows that damp spoils */ finish: boolean;
  finishKind?: Finish;
  standing?: Demands['standing'];
  attack?: Demands['attack'];
  sewerGas: boolean;
  chlorine: boolean;
  saltWater: boolean;
  fuel: boolean;
  sun: boolean;
  frostSoaked: boolean;
  grade?: Demands['grade'];
  undoable: boolean;
  groundGas: boolean;
  /** schools that bear on the choice */ blastAlways: boolean;
}
