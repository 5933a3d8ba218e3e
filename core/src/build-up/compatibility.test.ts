import { type Stack, TRAPS, trapsIn } from './index';

const STACK: Stack = {
  family: 'rigid-slurry',
  substrate: 'cast-concrete',
  oldLayers: [],
  wet: 'damp',
  ponds: false,
  traffic: 'none',
  isBuried: false,
  isRising: false,
  layers: [{ layer: 'coat', binder: 'cement', sdM: 1, traffic: 'none' }],
  bridgesMoving: false,
  footLeft: false,
};
const EPOXY = { layer: 'coat', binder: 'epoxy', sdM: 300, traffic: 'foot' } as const;
const FILM = { layer: 'coat', binder: 'rubber', sdM: 25, traffic: 'none' } as const;

// common practice, no source: each trap sprung once, and not by a plain tanking slurry on sound concrete
test.each<[string, Partial<Stack>]>([
  ['waterproofed-render', { oldLayers: ['waterproofed-render'] }],
  ['closed-pores', { family: 'crystalline-slurry', oldLayers: ['curing-compound'] }],
  ['bitumen-under-cement', { oldLayers: ['bitumen'] }],
  ['gypsum-under-cement', { oldLayers: ['gypsum'] }],
  [
    'render-on-green-slurry',
    { family: 'block-wall-crystalline', layers: [...STACK.layers, { layer: 'render', binder: 'polymer-cement', afterMinH: 4 }] },
  ],
  ['epoxy-on-free-water', { family: 'epoxy-vapour-barrier', layers: [EPOXY], wet: 'weeping' }],
  ['paint-on-sealer', { family: 'above-grade-elastomeric', oldLayers: ['sealer'], layers: [{ ...FILM, binder: 'acrylic' }] }],
  ['traffic-on-coat', { traffic: 'vehicles' }],
  ['hard-in-moving-joint', { bridgesMoving: true }],
  ['lime-over-closed', { family: 'lime-base-coat', oldLayers: ['cement-slurry'] }],
  ['trapped-damp', { substrate: 'brick', isRising: true }],
  ['no-protection', { family: 'liquid-rubber', layers: [FILM], isBuried: true }],
  ['no-floor-lap', { footLeft: true }],
])('%s', (id, part) => {
  expect(trapsIn({ ...STACK, ...part }).map((trap) => trap.id)).toContain(id);
  expect(trapsIn(STACK)).toEqual([]);
});

test('no trap goes untested', () => expect(TRAPS).toHaveLength(13));

test('a separation render takes the sting out of a waterproofed one; a thick film may go over old bitumen', () => {
  const separated = [{ layer: 'levelling', binder: 'cement' as const }, ...STACK.layers];
  expect(trapsIn({ ...STACK, oldLayers: ['waterproofed-render'], layers: separated })).toEqual([]);
  expect(trapsIn({ ...STACK, oldLayers: ['waterproofed-render', 'plain-render'] })).toEqual([]);
  expect(trapsIn({ ...STACK, family: 'thick-film', oldLayers: ['bitumen'], layers: [{ ...FILM, binder: 'polymer-cement' }] })).toEqual([]);
});
