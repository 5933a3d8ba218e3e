import type { Feature } from '@caulkhorn/core/jobs';
import type { DemoSurvey } from './survey.js';

const box = (u: number, v: number, wide: number, high: number): Feature['path'] => [
  [u, v],
  [u + wide, v],
  [u + wide, v + high],
  [u, v + high],
];

/** What else was seen and measured at the rope walk: the damp of the old brick, holes and flaws in the concrete, tests of the slabs. */
export function surveyRopewalk(s: DemoSurvey, iso: (days: number, hour?: number) => string, now: Date): void {
  s.feature('A', 'A1', { kind: 'damp-area', path: box(2.4, 0, 2.4, 0.9), wetState: 'damp', signs: ['tide-mark', 'flaking-paint'] });
  s.feature('A', 'E1', { kind: 'salt-bloom', path: box(2.6, 0.9, 1.9, 0.3), wetState: 'dry', note: 'white fur along the tide mark' });
  s.feature('E', 'T1', { kind: 'tie-hole', path: [[0.9, 1.4]], diameterMm: 26, wetState: 'damp' });
  s.feature('E', 'T2', { kind: 'tie-hole', path: [[3.3, 1.4]], diameterMm: 26, wetState: 'dry' });
  s.feature('E', 'U1', { kind: 'mould', path: box(3.4, 1.9, 0.9, 0.7), wetState: 'damp', signs: ['worse-in-winter', 'hard-to-touch'] });
  s.feature('Q', 'L5', { kind: 'leak', path: [[2.05, 0.9]], wetState: 'dripping', flow: { at: iso(9, 10), dripsPerMin: 34 } });
  s.feature('Q', 'L6', { kind: 'leak', path: [[0.35, 1.1]], wetState: 'weeping', flow: { at: iso(9, 10), dripsPerMin: 6 } });
  s.feature('R', 'H1', { kind: 'honeycomb', path: box(0.5, 0.1, 0.7, 0.4), depthMm: 45, wetState: 'damp' });
  s.feature('G', 'J1', {
    kind: 'joint',
    path: [
      [4, 0],
      [4, 5],
    ],
    movement: 'static',
    wetState: 'damp',
  });
  s.feature('J', 'D1', { kind: 'drain', path: [[1.2, 1.2]], diameterMm: 100, wetState: 'dry' });
  s.open('C', box(3.6, 0, 1, 2.1));

  const pinMeter = { instrument: 'pin meter 2' };
  for (const [v, value] of [
    [0.15, 88],
    [0.45, 79],
    [0.8, 58],
    [1.3, 27],
    [1.9, 19],
  ] as const)
    s.reading('A', 'moisture-meter', value, iso(9, 9), [3.4, v], pinMeter);
  s.reading('A', 'salts', 0.7, iso(9, 9), [3.4, 0.95], { note: 'scraping, strips' });
  const thisHour = new Date(now.getTime() - 1_800_000).toISOString();
  s.reading('E', 'surface-temperature', 9.2, thisHour, [3.8, 2.2]);
  s.reading('E', 'air-temperature', 13.8, thisHour);
  s.reading('E', 'air-humidity', 74, thisHour);
  for (const [u, v, ...values] of [
    [1, 1, 95, 93, 91],
    [4.6, 2.5, 96, 95, 93],
    [7, 4, 94, 92, 90],
  ] as const)
    for (const [i, value] of values.entries())
      s.reading('G', 'in-slab-rh', value, iso([110, 58, 6][i]!, 11), [u, v], { depthMm: 100, instrument: 'sleeve probe' });
  s.reading('G', 'vapour-emission', 31.2, iso(6, 11), [2.5, 3.2], { note: 'dish of 65 h' });
  s.reading('G', 'surface-ph', 11.6, iso(6, 11), [2.5, 3.3]);
  for (const [days, value] of [
    [150, 95],
    [125, 92],
    [95, 89],
  ] as const)
    s.reading('H', 'in-slab-rh', value, iso(days, 11), [3, 2], { depthMm: 48, instrument: 'sleeve probe' });
}
