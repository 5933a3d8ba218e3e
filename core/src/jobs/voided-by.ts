/** What is done to a finished face and usually makes its warranty void. */
export const VOIDED_BY = [
  'drilling',
  'acid',
  'plaster-over-marks',
  'pump-off',
  'ports-covered',
  'drain-blocked',
  'cleats',
  'salt-blades',
  'unsealed-bolts',
  'jetting',
  'new-gas-source',
  'digging',
  'roots',
  'shock-dose',
  'tile-lifted',
  'gypsum',
  'vinyl-paint',
  'grinding-through',
  'wet-trade',
  'packers-stripped',
  'load-changed',
] as const;
export type VoidedBy = (typeof VOIDED_BY)[number];

/** Of these, what was left undone to what serves it rather than done to the face. */
export const UNSERVED: ReadonlySet<VoidedBy> = new Set(['pump-off', 'ports-covered', 'drain-blocked']);
