import type { FitFacts } from '../build-up/index.js';

/** A sound, dry, cast wall above any water, on which nobody asks for anything. */
export const SOUND: FitFacts = {
  kind: 'wall',
  isLevel: false,
  isDeck: false,
  substrate: 'cast-concrete',
  strengthMPa: 40,
  near: 'room',
  loads: [],
  isBelowGrade: false,
  wet: 'dry',
  leaks: 0,
  moving: 0,
  salts: 'none',
  oldLayers: [],
  isCoated: false,
  ageDays: 400,
  csp: 4,
  minC: 15,
  maxC: 22,
  rhPct: 70,
  mverLb: 2,
  ph: 9,
  powders: false,
  traffic: 'none',
  potable: false,
  mustBreathe: false,
  finish: false,
  sewerGas: false,
  chlorine: false,
  saltWater: false,
  fuel: false,
  sun: false,
  frostSoaked: false,
  undoable: false,
  groundGas: false,
  blastAlways: false,
};

/** Fresh water of that head on one side; none: nobody found the level. */
export const water = (side: 'positive' | 'negative', headM?: number): FitFacts['loads'] => [
  { side, densityKgM3: 1000, ...(headM === undefined ? {} : { headM }) },
];
