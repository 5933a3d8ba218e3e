import { DemoSurvey, rectangle } from './survey.js';

const HOUR_MS = 3_600_000;
const DAY_MS = 24 * HOUR_MS;

/** One face for each way of building: an old kelp store on a slope, half dug in, to be offices over a new plant cellar. */
export function surveyKelpHouse(now: Date): DemoSurvey {
  const s = new DemoSurvey('kelp-house', {
    name: 'Kelp house, offices and plant cellar',
    site: 'Norrand Ness, Drying Lane 2',
    timeZone: 'Europe/Oslo',
    currency: 'EUR',
    datum: 'threshold of the lane door',
    ahead: { minC: 7, maxC: 19 },
    schools: { 'old-masonry': { school: 'B', reason: 'Rubble laid in lime: it has to dry.' } },
  });
  const iso = (days: number) => new Date(now.getTime() - days * DAY_MS).toISOString();
  const day = (days: number) => iso(days).slice(0, 10);
  const ground = s.water(
    'Ground water, slope side',
    'ground',
    [
      { at: iso(20), levelM: -2.1, kind: 'dip', note: 'trial pit' },
      { at: iso(200), levelM: -1.4, kind: 'seasonal-high', note: 'after the thaw' },
    ],
    1,
  );
  const earth = { kind: 'ground', waterBodyId: ground.id } as const;
  const lane = s.water('Ground water, lane side', 'ground', [{ at: iso(18), levelM: -3.4, kind: 'dip', note: 'borehole in the lane' }], 0);
  const dryEarth = { kind: 'ground', waterBodyId: lane.id } as const;
  const room = { kind: 'room' } as const;
  const air = { kind: 'open-air' } as const;
  const cellar = s.space('Plant cellar');
  s.room(
    cellar,
    { xM: 0, yM: 0, lengthM: 7, depthM: 4.5, floorM: -2.6, topM: 0 },
    [
      { mark: 'A', name: 'Cellar, slope side', substrate: 'cast-concrete', strengthMPa: 38 },
      { mark: 'B', name: 'Cellar, block wall', substrate: 'block', strengthMPa: 20, roughnessFactor: 1.2 },
      { mark: 'C', name: 'Cellar, rubble wall', substrate: 'rubble', strengthMPa: 8, roughnessFactor: 1.4, thicknessMm: 600 },
      null,
    ],
    { mark: 'G', name: 'Cellar floor, new pour', substrate: 'cast-concrete', strengthMPa: 35, thicknessMm: 250, roughnessFactor: 1 },
    room,
    earth,
  );
  const outside = s.space('Dug out, slope side');
  s.face(
    outside,
    { mark: 'D', name: 'Slope wall, outside', substrate: 'cast-concrete', strengthMPa: 38 },
    'wall',
    { kind: 'plane', xM: 10, yM: 0, zM: -2.6, headingDeg: 0, tiltDeg: 90 },
    rectangle(8, 2.6),
    earth,
    room,
  );
  s.face(
    outside,
    { mark: 'E', name: 'Gable wall, outside', substrate: 'block', strengthMPa: 18 },
    'wall',
    { kind: 'plane', xM: 20, yM: 0, zM: -1.2, headingDeg: 0, tiltDeg: 90 },
    rectangle(5, 1.2),
    dryEarth,
    room,
  );
  const offices = s.space('Offices');
  s.face(
    offices,
    { mark: 'F', name: 'Office floor, for vinyl', substrate: 'cast-concrete', strengthMPa: 30, thicknessMm: 160, roughnessFactor: 1 },
    'slab',
    { kind: 'plane', xM: 0, yM: 10, zM: 0.1, headingDeg: 0, tiltDeg: 0 },
    rectangle(9, 6),
    room,
    dryEarth,
  );
  s.face(
    offices,
    { mark: 'H', name: 'Lane front', substrate: 'brick', strengthMPa: 15, roughnessFactor: 1.1, thicknessMm: 350 },
    'wall',
    { kind: 'plane', xM: 0, yM: 20, zM: 0, headingDeg: 0, tiltDeg: 90 },
    rectangle(9, 3),
    air,
    room,
  );
  s.face(
    s.space('Roof deck'),
    { mark: 'J', name: 'Deck over the plant cellar', substrate: 'cast-concrete', strengthMPa: 32, thicknessMm: 220, roughnessFactor: 1 },
    'slab',
    { kind: 'plane', xM: 10, yM: 10, zM: 0, headingDeg: 0, tiltDeg: 0 },
    rectangle(7, 4.5),
    air,
    room,
  );
  const face = (mark: string) => s.model.faces.find((each) => each.mark === mark)!;
  face('A').castOn = day(90);
  face('G').castOn = day(-9);
  face('D').castOn = day(90);
  face('F').demands = { finish: 'sheet-vinyl', traffic: 'foot' };
  face('F').csp = 3;
  face('C').salts = 'strong';
  face('C').oldLayers = ['lime-render', 'paint'];
  face('B').oldLayers = ['waterproofed-render'];
  for (const [i, rhPct] of [88, 91, 86].entries()) s.reading('F', 'in-slab-rh', rhPct, iso(2), [1.5 + 3 * i, 2 + i], { depthMm: 64 });

  s.feature('A', 'K1', {
    kind: 'crack',
    path: [
      [2, 2.2],
      [2.2, 0.4],
    ],
    widthMm: 0.7,
    movement: 'static',
    wetState: 'weeping',
  });
  s.feature('A', 'N1', { kind: 'penetration', path: [[5, 1.6]], diameterMm: 160, pipe: 'rigid', wetState: 'damp' });
  s.feature('B', 'M1', {
    kind: 'mortar-joint',
    path: [
      [0.5, 0.8],
      [3, 0.8],
    ],
    wetState: 'weeping',
  });
  s.feature('C', 'A1', {
    kind: 'damp-area',
    path: [
      [0.3, 0],
      [4, 0],
      [4, 0.9],
      [0.3, 0.7],
    ],
    wetState: 'damp',
    signs: ['tide-mark', 'flaking-paint'],
  });
  s.feature('D', 'K2', {
    kind: 'crack',
    path: [
      [3, 2.3],
      [3.1, 0.5],
    ],
    widthMm: 1.2,
    movement: 'static',
    wetState: 'dry',
  });
  s.feature('D', 'J1', {
    kind: 'joint',
    path: [
      [6, 0],
      [6, 2.6],
    ],
    widthMm: 18,
    movement: 'moving',
    movementMm: 8,
    wetState: 'dry',
    note: 'between old and new',
  });
  s.feature('J', 'D1', { kind: 'drain', path: [[3.5, 2.2]], diameterMm: 110, wetState: 'dry' });
  s.feature('J', 'K3', {
    kind: 'crack',
    path: [
      [1, 1],
      [4, 1.3],
    ],
    widthMm: 2.4,
    movement: 'static',
    wetState: 'dry',
  });
  s.feature('F', 'K4', {
    kind: 'crack',
    path: [
      [2, 1],
      [5, 3],
    ],
    widthMm: 1.8,
    movement: 'static',
    wetState: 'dry',
  });

  s.coat('A', 'tarnwick-veil', { version: 1, reason: 'Planned in spring with the sheet of then.' });
  s.coat('B', 'tarnwick-veil', { family: 'block-wall-crystalline', reason: 'Block, from inside: nobody can dig on that side.' });
  s.coat('C', 'tarnwick-old-lime', { family: 'lime-base-coat', reason: 'Old rubble in lime has to dry out.' });
  s.coat('D', 'osmere-hybridon', { family: 'thick-film', reason: 'Dug out anyway, water pushes it on.' });
  s.coat('F', 'fennick-floorlock', { family: 'epoxy-vapour-barrier', reason: 'Vinyl in three weeks, 91 % in the slab.' });
  s.coat('G', 'tarnwick-inmix', {
    family: 'crystalline-admixture',
    pour: { name: 'Base, one pour', cementKgM3: 350, dosePct: 0.8, pouredAt: iso(-9) },
    reason: 'Cast tight from the start.',
  });
  s.coat('J', 'hulvane-cauldron', { family: 'hot-rubber', reason: 'A terrace over rooms, under paving.' });
  s.model.buildUps[0]!.overrides = [
    { targetId: s.id('feature N1'), ruleId: 'pipe-leaking', reason: 'It ran when the main was flushed; we plug it all the same.' },
  ];
  return s;
}
