import type { DetailStepKind } from '../build-up/index.js';
import type { LayerId } from '../catalogue/index.js';
import { COMMON_PRACTICE, type Source } from '../fields/index.js';

export type PaceId =
  'prepare' | 'blast' | 'dose' | 'wet' | 'dry' | 'again' | 'cure' | 'frost-cover' | RemedyStep | LayerId | DetailStepKind;

/** What is done before a coat that came late. */
export const REMEDY_STEPS = ['slurry-in', 'abrade', 'warm', 'wash', 'take-off'] as const;
export type RemedyStep = (typeof REMEDY_STEPS)[number];

export interface Pace {
  /** person-minutes for one unit */ readonly minutes: number;
  readonly per: 'm²' | 'm' | 'piece' | 'kg';
  readonly source: Source;
}

const pace = (minutes: number, per: Pace['per']): Pace => ({ minutes, per, source: COMMON_PRACTICE });

/** Output rates by task, to be edited by who knows his crew. Every one common practice, no source. */
export const PACES: Readonly<Record<PaceId, Pace>> = {
  prepare: pace(8, 'm²'),
  // shot-blasting a slab to its profile, and vacuuming it, on top of preparing
  blast: pace(6, 'm²'),
  dose: pace(1, 'kg'),
  // laying on the water, which then soaks in by itself
  wet: pace(1.5, 'm²'),
  // hanging up the heater or the dryer, and taping the sheet that shows whether it is dry
  dry: pace(0.2, 'm²'),
  // drilling, blowing out and filling the holes along the foot
  'damp-course': pace(20, 'm'),
  'silicate-primer': pace(2, 'm²'),
  'bitumen-primer': pace(2, 'm²'),
  thinned: pace(3, 'm²'),
  levelling: pace(20, 'm²'),
  scratch: pace(8, 'm²'),
  coat: pace(10, 'm²'),
  mesh: pace(3, 'm²'),
  fabric: pace(2, 'm²'),
  render: pace(16, 'm²'),
  wear: pace(10, 'm²'),
  'epoxy-primer': pace(3, 'm²'),
  'acrylic-primer': pace(2, 'm²'),
  'levelling-compound': pace(8, 'm²'),
  board: pace(4, 'm²'),
  'cavity-sheet': pace(8, 'm²'),
  sump: pace(360, 'piece'),
  alarm: pace(45, 'piece'),
  screed: pace(25, 'm²'),
  drainage: pace(4, 'm²'),
  open: pace(36, 'm'),
  // washing out and brushing what was cut, its edges made sound
  again: pace(2, 'm'),
  plug: pace(24, 'm'),
  bond: pace(3, 'm'),
  fill: pace(28, 'm'),
  patch: pace(60, 'm²'),
  skim: pace(15, 'm²'),
  inject: pace(40, 'm'),
  prime: pace(3, 'm'),
  fillet: pace(12, 'm'),
  chamfer: pace(8, 'm'),
  stripe: pace(6, 'm'),
  'seal-joint': pace(12, 'm'),
  sheet: pace(30, 'm'),
  'pour-flush': pace(10, 'm'),
  'loose-fill': pace(4, 'm'),
  'lap-pipe': pace(20, 'piece'),
  'lap-drain': pace(45, 'piece'),
  'seal-hole': pace(5, 'piece'),
  'floor-lap': pace(3, 'm'),
  kick: pace(4, 'm'),
  clean: pace(10, 'm²'),
  'drain-channel': pace(15, 'm'),
  // a coat that came late: roughened, washed and wetted, with a thin slurry scrubbed in
  'slurry-in': pace(6, 'm²'),
  // sanded dull, vacuumed, wiped and primed
  abrade: pace(8, 'm²'),
  warm: pace(4, 'm²'),
  wash: pace(4, 'm²'),
  // ground off down to what it lay on, and cleared away
  'take-off': pace(20, 'm²'),
  // one round of misting
  cure: pace(0.3, 'm²'),
  // mats laid over or hung before the face, clear of the fresh coat, and taken off again
  'frost-cover': pace(2, 'm²'),
};
