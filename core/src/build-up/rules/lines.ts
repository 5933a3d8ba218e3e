import type { DetailRule } from '../detail-rule.js';
import {
  ALL,
  BLOCK_LEAK_SLOT,
  BLOCK_SLOT,
  CAULK_SLOT,
  CRACK_SLOT,
  CRYSTALLINE,
  FILL_SOFT,
  FOAM_THEN_FILL,
  LEAK_SLOT,
  leaksAndMoves,
  moves,
  RAKED_JOINT,
  RAKED_LEAK,
  RUNNING,
  SPOT_SLOT,
  pour,
  rout,
  row,
  stop,
} from './parts.js';

const SLABS = ['slab'] as const;
/** Leaks are shut before any coat, whatever it is. */
const OTHERS = ['tanking', 'membrane', 'hot', 'slab', 'soak', 'lime', 'paint'] as const;

/** Cracks, leaks and joints. Of the rows for a kind and a family the first that applies decides. */
export const LINE_RULES: readonly DetailRule[] = [
  ...leaksAndMoves('crack'),
  ...moves('crack-moving', 'crack', { moving: true }),

  row('crack-running-slab', 'crack', ALL, { leaks: true, faceKind: SLABS, wet: RUNNING }, 'foam-first', FOAM_THEN_FILL),
  row('crack-leaking-slab', 'crack', ALL, { leaks: true, faceKind: SLABS }, 'leaks-through-slab', FILL_SOFT),
  row(
    'crack-leaking-block',
    'crack',
    CRYSTALLINE,
    { leaks: true, substrate: ['block'] },
    'leaks-in-block',
    stop(BLOCK_LEAK_SLOT, 'mortar'),
  ),
  row('crack-leaking', 'crack', CRYSTALLINE, { leaks: true }, 'leaks-open', stop(LEAK_SLOT, 'mortar')),
  row('crack-leaking-stop', 'crack', OTHERS, { leaks: true }, 'leaks-stop-first', stop(LEAK_SLOT, 'repair-mortar')),
  row('crack-wide-block', 'crack', CRYSTALLINE, { overThreshold: true, substrate: ['block'] }, 'wide-in-block', rout(BLOCK_SLOT, 'mortar')),
  row('crack-wide', 'crack', CRYSTALLINE, { overThreshold: true }, 'wide', rout(CRACK_SLOT, 'mortar')),
  row('crack-wide-tanking', 'crack', ['tanking'], { overThreshold: true }, 'wide', rout(CRACK_SLOT, 'repair-mortar')),
  row('crack-wide-membrane', 'crack', ['membrane'], { widthOverMm: 1.6 }, 'wide-for-stripe', [
    ...rout(CAULK_SLOT, 'sealant'),
    { do: 'stripe', eachSideMm: 75, coats: 1, mesh: true },
  ]),
  row('crack-wide-hot', 'crack', ['hot'], { widthOverMm: 6 }, 'too-wide-hot', 'undecided'),
  row('crack-middling-hot', 'crack', ['hot'], { widthOverMm: 1.6 }, 'wide-hot', [
    { do: 'prime', role: 'bitumen-primer', eachSideMm: 250 },
    { do: 'stripe', eachSideMm: 150, coats: 1 },
    { do: 'sheet', lapMm: 150 },
  ]),
  row('crack-wide-slab', 'crack', ['slab'], { widthOverMm: 1 }, 'wide-slab', pour(1.5)),
  row('crack-wide-soft', 'crack', ['soak', 'paint', 'lime'], { overThreshold: true }, 'wide-soft', rout(CAULK_SLOT, 'repair-mortar')),
  row('crack-unmeasured', 'crack', ALL, { measured: false }, 'unmeasured', 'undecided'),
  row('crack-fine', 'crack', CRYSTALLINE, {}, 'fine', 'coat-over'),
  row('crack-fine-membrane', 'crack', ['membrane'], {}, 'fine-stripe', [{ do: 'stripe', eachSideMm: 75, coats: 1, mesh: true }]),
  row('crack-fine-hot', 'crack', ['hot'], {}, 'fine-hot', [
    { do: 'prime', role: 'bitumen-primer', eachSideMm: 250 },
    { do: 'stripe', eachSideMm: 150, coats: 1, fabric: true },
  ]),
  row('crack-fine-tanking', 'crack', ['tanking'], {}, 'fine-mesh', [{ do: 'stripe', eachSideMm: 100, coats: 1, mesh: true }]),
  row('crack-fine-lime', 'crack', ['lime'], {}, 'fine-lime', 'coat-over'),
  row('crack-fine-soft', 'crack', ['slab', 'soak', 'paint'], {}, 'fine-soft', 'coat-over'),

  row('leak-slab', 'leak', CRYSTALLINE, { faceKind: SLABS }, 'leak-in-slab', stop(SPOT_SLOT, 'mortar')),
  row('leak-slab-stop', 'leak', OTHERS, { faceKind: SLABS }, 'leak-in-slab', stop(SPOT_SLOT, 'repair-mortar')),
  row('leak-block', 'leak', CRYSTALLINE, { substrate: ['block'] }, 'leak-in-block', stop(BLOCK_LEAK_SLOT, 'mortar')),
  row('leak', 'leak', CRYSTALLINE, {}, 'leak', stop(LEAK_SLOT, 'mortar')),
  row('leak-stop', 'leak', OTHERS, {}, 'leaks-stop-first', stop(LEAK_SLOT, 'repair-mortar')),

  ...leaksAndMoves('joint'),
  ...moves('joint-moving', 'joint', { moving: true }),

  row('joint-running-slab', 'joint', ALL, { leaks: true, faceKind: SLABS, wet: RUNNING }, 'foam-first', FOAM_THEN_FILL),
  row('joint-leaking-slab', 'joint', ALL, { leaks: true, faceKind: SLABS }, 'leaks-through-slab', FILL_SOFT),
  row('joint-leaking', 'joint', CRYSTALLINE, { leaks: true }, 'joint-leaks', stop(LEAK_SLOT, 'mortar')),
  row('joint-leaking-stop', 'joint', OTHERS, { leaks: true }, 'leaks-stop-first', stop(LEAK_SLOT, 'repair-mortar')),
  row('joint-static', 'joint', CRYSTALLINE, {}, 'joint', rout(CRACK_SLOT, 'mortar')),
  row('joint-static-tanking', 'joint', ['tanking'], {}, 'joint-mesh', [
    ...rout(CRACK_SLOT, 'repair-mortar'),
    { do: 'stripe', eachSideMm: 100, coats: 1, mesh: true },
  ]),
  row('joint-static-membrane', 'joint', ['membrane'], {}, 'joint-stripe', [{ do: 'stripe', eachSideMm: 150, coats: 1, mesh: true }]),
  row('joint-static-hot', 'joint', ['hot'], {}, 'joint-hot', [
    { do: 'prime', role: 'bitumen-primer', eachSideMm: 250 },
    { do: 'stripe', eachSideMm: 150, coats: 1, fabric: true },
  ]),
  row('joint-static-slab', 'joint', ['slab'], {}, 'joint-slab', pour(1)),
  row('joint-static-soft', 'joint', ['soak', 'lime', 'paint'], {}, 'joint-soft', rout(CAULK_SLOT, 'repair-mortar')),

  row('mortar-joint-leaking', 'mortar-joint', CRYSTALLINE, { leaks: true }, 'mortar-joint-leaks', stop(RAKED_LEAK, 'mortar')),
  row('mortar-joint-leaking-stop', 'mortar-joint', OTHERS, { leaks: true }, 'leaks-stop-first', stop(RAKED_LEAK, 'repair-mortar')),
  row('mortar-joint', 'mortar-joint', CRYSTALLINE, {}, 'mortar-joint', rout(RAKED_JOINT, 'mortar')),
  row('mortar-joint-lime', 'mortar-joint', ['lime'], {}, 'mortar-joint-lime', rout(RAKED_JOINT, 'coat')),
  row(
    'mortar-joint-pointed',
    'mortar-joint',
    OTHERS.filter((each) => each !== 'lime'),
    {},
    'mortar-joint',
    rout(RAKED_JOINT, 'repair-mortar'),
  ),
];
