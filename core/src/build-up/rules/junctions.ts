import type { DetailRule } from '../detail-rule.js';
import { CAULK_SLOT, CRACK_SLOT, CRYSTALLINE, moves, pour, rout, row } from './parts.js';

/** Corners, feet of walls and joints between faces. */
export const JUNCTION_RULES: readonly DetailRule[] = [
  row('wall-floor', 'wall-floor', CRYSTALLINE, {}, 'wall-floor', [
    { do: 'bond' },
    { do: 'fillet', legMm: 40, shape: 'triangle', role: 'mortar' },
    { do: 'floor-lap', ontoMm: 100 },
  ]),
  row('wall-floor-tanking', 'wall-floor', ['tanking'], {}, 'wall-floor-kick', [
    { do: 'fillet', legMm: 40, shape: 'triangle', role: 'repair-mortar' },
    { do: 'kick', heightMm: 300, coats: 1 },
    { do: 'floor-lap', ontoMm: 100 },
  ]),
  row('wall-floor-membrane', 'wall-floor', ['membrane'], {}, 'wall-floor-lap', [
    { do: 'fillet', legMm: 45, shape: 'cove', role: 'repair-mortar' },
    { do: 'stripe', eachSideMm: 150, coats: 1, mesh: true },
    { do: 'floor-lap', ontoMm: 100 },
  ]),
  row('wall-floor-hot', 'wall-floor', ['hot'], {}, 'plane-hot', [
    { do: 'prime', role: 'bitumen-primer', eachSideMm: 200 },
    { do: 'stripe', eachSideMm: 150, coats: 1 },
    { do: 'sheet', lapMm: 75 },
  ]),
  row('wall-floor-slab', 'wall-floor', ['slab'], {}, 'edge-slab', [{ do: 'seal-joint', depthMm: 12 }]),
  row('wall-floor-lime', 'wall-floor', ['lime'], {}, 'wall-floor-lime', [
    { do: 'kick', heightMm: 300, coats: 1 },
    { do: 'floor-lap', ontoMm: 100 },
  ]),
  row('wall-floor-soft', 'wall-floor', ['soak', 'paint'], {}, 'wall-floor-soft', [{ do: 'seal-joint', depthMm: 12 }]),

  row('internal-corner', 'internal-corner', CRYSTALLINE, {}, 'corner', [
    { do: 'bond' },
    { do: 'fillet', legMm: 40, shape: 'triangle', role: 'mortar' },
    { do: 'stripe', eachSideMm: 150, coats: 1 },
  ]),
  row('internal-corner-tanking', 'internal-corner', ['tanking'], {}, 'corner', [
    { do: 'fillet', legMm: 40, shape: 'triangle', role: 'repair-mortar' },
    { do: 'stripe', eachSideMm: 150, coats: 1, mesh: true },
  ]),
  row('internal-corner-fillet', 'internal-corner', ['membrane'], { mortarCorner: true }, 'corner', [
    { do: 'fillet', legMm: 40, shape: 'triangle', role: 'repair-mortar' },
    { do: 'stripe', eachSideMm: 150, coats: 1, mesh: true },
  ]),
  row('internal-corner-membrane', 'internal-corner', ['membrane'], {}, 'corner-cant', [
    { do: 'fillet', legMm: 25, shape: 'triangle', role: 'sealant' },
    { do: 'stripe', eachSideMm: 150, coats: 1, mesh: true },
  ]),
  row('internal-corner-hot', 'internal-corner', ['hot'], {}, 'plane-hot', [
    { do: 'prime', role: 'bitumen-primer', eachSideMm: 200 },
    { do: 'stripe', eachSideMm: 150, coats: 1 },
    { do: 'sheet', lapMm: 75 },
  ]),
  row('internal-corner-lime', 'internal-corner', ['lime'], {}, 'corner-lime', [{ do: 'stripe', eachSideMm: 100, coats: 0, mesh: true }]),
  row('internal-corner-soft', 'internal-corner', ['slab', 'soak', 'paint'], {}, 'corner-soft', 'coat-over'),

  row('external-corner', 'external-corner', CRYSTALLINE, {}, 'arris', [
    { do: 'chamfer', legMm: 20 },
    { do: 'stripe', eachSideMm: 150, coats: 1 },
  ]),
  row('external-corner-mesh', 'external-corner', ['tanking', 'membrane'], {}, 'arris-mesh', [
    { do: 'chamfer', legMm: 20 },
    { do: 'stripe', eachSideMm: 150, coats: 1, mesh: true },
  ]),
  row('external-corner-hot', 'external-corner', ['hot'], {}, 'plane-hot', [
    { do: 'chamfer', legMm: 20 },
    { do: 'prime', role: 'bitumen-primer', eachSideMm: 200 },
    { do: 'stripe', eachSideMm: 150, coats: 1 },
    { do: 'sheet', lapMm: 75 },
  ]),
  row('external-corner-lime', 'external-corner', ['lime'], {}, 'corner-lime', [{ do: 'stripe', eachSideMm: 100, coats: 0, mesh: true }]),
  row('external-corner-soft', 'external-corner', ['slab', 'soak', 'paint'], {}, 'corner-soft', 'coat-over'),

  ...moves('movement-junction', 'movement', {}),

  ...(['construction', 'in-line'] as const).flatMap((of) => {
    const name = of === 'construction' ? 'construction-junction' : 'in-line-joint';
    return [
      row(name, of, CRYSTALLINE, {}, 'joint', rout(CRACK_SLOT, 'mortar')),
      row(`${name}-tanking`, of, ['tanking'], {}, 'joint-mesh', [
        ...rout(CRACK_SLOT, 'repair-mortar'),
        { do: 'stripe', eachSideMm: 100, coats: 1, mesh: true },
      ]),
      row(`${name}-membrane`, of, ['membrane'], {}, 'joint-stripe', [{ do: 'stripe', eachSideMm: 150, coats: 1, mesh: true }]),
      row(`${name}-hot`, of, ['hot'], {}, 'joint-hot', [
        { do: 'prime', role: 'bitumen-primer', eachSideMm: 250 },
        { do: 'stripe', eachSideMm: 150, coats: 1, fabric: true },
      ]),
      row(`${name}-slab`, of, ['slab'], {}, 'joint-slab', pour(1)),
      row(`${name}-soft`, of, ['soak', 'lime', 'paint'], {}, 'joint-soft', rout(CAULK_SLOT, 'repair-mortar')),
    ];
  }),
];
