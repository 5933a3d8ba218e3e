import type { DetailRule, DetailStep } from '../detail-rule.js';
import { ALL, CRACK_SLOT, CRYSTALLINE, LEAK_SLOT, pour, refill, rout, row, stop } from './parts.js';

const OTHERS = ALL.filter((each) => !CRYSTALLINE.includes(each));
const NOT_POURED = OTHERS.filter((each) => each !== 'slab');
const CHASED = { ...LEAK_SLOT, extendMm: 0 };
const MINERAL = ['tanking', 'membrane', 'soak', 'paint'] as const;

/** After EN 1504-9 (from memory), on an engineer's word: the steel freed, bright and primed, then a repair mortar. */
const steelRepair = (runs: boolean): DetailStep[] => {
  const [plug, ...rest] = refill('repair-mortar', 20, 20, runs);
  const steel: DetailStep = { do: 'clean', how: 'steel' };
  return runs ? [plug!, steel, ...rest] : [steel, plug!, ...rest];
};

/** Pipes, holes, cavities and what is seen on the surface. */
export const SPOT_RULES: readonly DetailRule[] = [
  row('pipe-not-rigid', 'penetration', ALL, { pipe: ['flexible', 'corrugated'] }, 'pipe-not-rigid', 'refuse'),
  row('pipe-leaking', 'penetration', CRYSTALLINE, { leaks: true }, 'pipe-leaks', stop(CHASED, 'mortar')),
  row('pipe-leaking-membrane', 'penetration', ['membrane', 'hot'], { leaks: true }, 'pipe-leaks', [
    ...stop(CHASED, 'repair-mortar'),
    { do: 'lap-pipe', ontoPipeMm: 50, ontoFaceMm: 150 },
  ]),
  row(
    'pipe-leaking-stop',
    'penetration',
    ['tanking', 'slab', 'soak', 'lime', 'paint'],
    { leaks: true },
    'pipe-leaks',
    stop(CHASED, 'repair-mortar'),
  ),
  row('pipe-dry', 'penetration', CRYSTALLINE, {}, 'pipe', rout(CRACK_SLOT, 'mortar')),
  row('pipe-membrane', 'penetration', ['membrane'], {}, 'pipe-lap', [
    { do: 'fillet', legMm: 25, shape: 'triangle', role: 'sealant' },
    { do: 'lap-pipe', ontoPipeMm: 50, ontoFaceMm: 150 },
  ]),
  row('pipe-hot', 'penetration', ['hot'], {}, 'pipe-lap', [
    { do: 'prime', role: 'bitumen-primer', eachSideMm: 200 },
    { do: 'lap-pipe', ontoPipeMm: 50, ontoFaceMm: 150 },
  ]),
  row('pipe-slab', 'penetration', ['slab'], {}, 'pipe-slab', [{ do: 'seal-joint', depthMm: 12 }]),
  row('pipe-mortared', 'penetration', ['tanking', 'soak', 'lime', 'paint'], {}, 'pipe', rout(CRACK_SLOT, 'repair-mortar')),

  row('tie-hole-leaking', 'tie-hole', CRYSTALLINE, { leaks: true }, 'tie-hole-leaks', refill('mortar', 0, 25, true)),
  row('tie-hole-leaking-stop', 'tie-hole', OTHERS, { leaks: true }, 'tie-hole-leaks', refill('repair-mortar', 0, 25, true)),
  row('tie-hole', 'tie-hole', CRYSTALLINE, {}, 'tie-hole', [{ do: 'patch', role: 'dry-pack', cutBackMm: 0, leastDepthMm: 25 }]),
  row('tie-hole-mortar', 'tie-hole', OTHERS, {}, 'tie-hole', refill('repair-mortar', 0, 25)),

  row('fixing-lime', 'fixing', ['lime'], {}, 'fixing-lime', [{ do: 'patch', role: 'coat', cutBackMm: 0, leastDepthMm: 30 }]),
  row(
    'fixing',
    'fixing',
    ALL.filter((each) => each !== 'lime'),
    {},
    'fixing',
    [{ do: 'seal-hole' }],
  ),

  row('drain-membrane', 'drain', ['membrane'], {}, 'drain', [{ do: 'lap-drain', intoMm: 50, ontoFaceMm: 150, ring: true }]),
  row('drain-hot', 'drain', ['hot'], {}, 'drain-hot', [
    { do: 'prime', role: 'bitumen-primer', eachSideMm: 200 },
    { do: 'lap-drain', intoMm: 50, ontoFaceMm: 150, ring: true, sheet: true },
  ]),
  row('drain-slab', 'drain', ['slab'], {}, 'drain-slab', [{ do: 'seal-joint', depthMm: 12 }]),
  row('drain-rigid', 'drain', CRYSTALLINE, {}, 'drain-rigid', [
    ...rout(CRACK_SLOT, 'mortar'),
    { do: 'lap-drain', intoMm: 50, ontoFaceMm: 150, ring: false },
  ]),
  row('drain-tanking', 'drain', ['tanking'], {}, 'drain-rigid', [
    ...rout(CRACK_SLOT, 'repair-mortar'),
    { do: 'lap-drain', intoMm: 50, ontoFaceMm: 150, ring: false },
  ]),
  row('drain-soft', 'drain', ['soak', 'lime', 'paint'], {}, 'drain-soft', [{ do: 'seal-joint', depthMm: 12 }]),

  ...(['honeycomb', 'spall'] as const).flatMap((of) => [
    row(`${of}-steel-leaking`, of, ALL, { steel: true, leaks: true }, 'steel-repair', steelRepair(true)),
    row(`${of}-steel`, of, ALL, { steel: true }, 'steel-repair', steelRepair(false)),
    row(`${of}-leaking`, of, CRYSTALLINE, { leaks: true }, 'cavity-leaks', refill('mortar', 20, 20, true)),
    row(`${of}-leaking-stop`, of, OTHERS, { leaks: true }, 'cavity-leaks', refill('repair-mortar', 20, 20, true)),
    row(of, of, CRYSTALLINE, {}, of, refill('mortar', 20, 20)),
    row(`${of}-slab`, of, ['slab'], {}, of, pour(2)),
    row(`${of}-mortar`, of, NOT_POURED, {}, of, refill('repair-mortar', 20, 20)),
  ]),

  row('blow-holes', 'blow-holes', ['rigid', 'block', 'tanking', 'membrane', 'slab', 'lime'], {}, 'blow-holes', [
    { do: 'skim', role: 'coat', filmMm: 0.5 },
  ]),
  row('blow-holes-mortar', 'blow-holes', ['hot', 'soak', 'paint'], {}, 'blow-holes', [{ do: 'skim', role: 'repair-mortar', filmMm: 1 }]),

  row('damp-area', 'damp-area', ['rigid', 'block', 'tanking', 'lime'], {}, 'damp-welcome', 'coat-over'),
  row('damp-area-matt', 'damp-area', ['membrane', 'soak'], {}, 'damp-matt', 'coat-over'),
  row('damp-area-dry', 'damp-area', ['hot', 'slab', 'paint'], {}, 'damp-dry-first', 'undecided'),

  row('salts-rigid', 'salt-bloom', CRYSTALLINE, {}, 'salts', [{ do: 'clean', how: 'salts' }]),
  row('salts-primed', 'salt-bloom', MINERAL, {}, 'salts-prime', [
    { do: 'clean', how: 'salts' },
    { do: 'skim', role: 'silicate-primer', filmMm: 0.2 },
  ]),
  row('salts-lime', 'salt-bloom', ['lime'], {}, 'salts-lime', [
    { do: 'clean', how: 'salts' },
    { do: 'skim', role: 'coat', filmMm: 5 },
  ]),
  row('salts-ground', 'salt-bloom', ['hot', 'slab'], {}, 'salts-ground', [{ do: 'clean', how: 'grind' }]),

  row('mould', 'mould', ALL, {}, 'mould', [{ do: 'clean', how: 'mould' }]),

  row('ponding-falls', 'ponding', ['membrane', 'hot'], {}, 'ponding-falls', [{ do: 'skim', role: 'levelling-compound', filmMm: 5 }]),
  row('ponding-mop', 'ponding', ['rigid', 'block', 'tanking', 'slab', 'soak', 'lime', 'paint'], {}, 'ponding-mop', 'coat-over'),
];
