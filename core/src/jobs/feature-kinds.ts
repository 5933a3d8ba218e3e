import type { FeatureKind } from './job.js';

export type FeatureShape = 'point' | 'line' | 'spot-or-line' | 'area';
/** What can be measured of a feature; which of it, the kind says. */
export type FeatureField = 'widthMm' | 'movement' | 'movementMm' | 'diameterMm' | 'pipe' | 'depthMm' | 'flow';

export interface FeatureSpec {
  readonly shape: FeatureShape;
  /** letter of its marks, and the key that takes its tool */ readonly letter: string;
  readonly needs: readonly FeatureField[];
  readonly may: readonly FeatureField[];
}

/** The kinds of feature, in the order in which people look for them. Survey code of our own: one letter a kind. */
export const FEATURE_SPECS: Readonly<Record<FeatureKind, FeatureSpec>> = {
  crack: { shape: 'line', letter: 'K', needs: [], may: ['movement', 'widthMm', 'depthMm', 'movementMm', 'flow'] },
  leak: { shape: 'spot-or-line', letter: 'L', needs: [], may: ['flow'] },
  joint: { shape: 'line', letter: 'J', needs: [], may: ['movement', 'widthMm', 'depthMm', 'movementMm', 'flow'] },
  'mortar-joint': { shape: 'line', letter: 'M', needs: [], may: ['widthMm', 'depthMm', 'flow'] },
  penetration: { shape: 'point', letter: 'N', needs: ['diameterMm', 'pipe'], may: ['flow'] },
  'tie-hole': { shape: 'point', letter: 'T', needs: ['diameterMm'], may: ['depthMm', 'flow'] },
  fixing: { shape: 'point', letter: 'F', needs: [], may: ['diameterMm', 'depthMm', 'flow'] },
  drain: { shape: 'point', letter: 'D', needs: ['diameterMm'], may: ['flow'] },
  honeycomb: { shape: 'area', letter: 'H', needs: ['depthMm'], may: ['flow'] },
  spall: { shape: 'area', letter: 'S', needs: ['depthMm'], may: [] },
  'blow-holes': { shape: 'area', letter: 'B', needs: [], may: ['diameterMm', 'depthMm'] },
  'damp-area': { shape: 'area', letter: 'A', needs: [], may: [] },
  'salt-bloom': { shape: 'area', letter: 'E', needs: [], may: [] },
  mould: { shape: 'area', letter: 'U', needs: [], may: [] },
  ponding: { shape: 'area', letter: 'P', needs: [], may: ['depthMm'] },
};

/** How many points a shape takes. */
export const POINTS_OF: Readonly<Record<FeatureShape, readonly [least: number, most: number]>> = {
  point: [1, 1],
  line: [2, 200],
  'spot-or-line': [1, 200],
  area: [3, 200],
};
