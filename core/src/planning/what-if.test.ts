import { shiftsFrom, weekOf } from '../programme';
import { HOUR_MS } from '../quantities';
import type { PlacingOptions } from './programme-job';
import { type Circumstances, WHAT_IFS, WHAT_IF_IDS } from './what-if';
import type { WorkItem } from './work-items';

const NOW = Date.parse('2026-05-18T05:00:00Z');
const item = (durationMin: number): WorkItem => ({ id: `${durationMin}`, durationMin, waits: [] }) as unknown as WorkItem;
const given = (part: Partial<PlacingOptions> = {}): Circumstances => ({
  ...{ workItems: [item(240), item(15), item(0)], people: 2 },
  options: { nowMs: NOW, timeZone: 'UTC', temperatureC: 8, wallsC: new Map([['a', [{ atMs: NOW - 1, temperatureC: 9 }]]]), ...part },
});
const minutes = (of: Circumstances | undefined) => of!.workItems.map(({ durationMin }) => durationMin);

test('heated, no wall is colder than that, and a warm one stays as it is', () => {
  const walls = new Map([
    [
      'cold',
      [
        { atMs: NOW - 9, temperatureC: 11 },
        { atMs: NOW - 1, temperatureC: 9 },
      ],
    ],
    ['warm', [{ atMs: NOW - 1, temperatureC: 19 }]],
  ]);
  const { options } = WHAT_IFS.warmer(given({ wallsC: walls }))!;
  expect(options.temperatureC).toBe(15);
  expect([...options.wallsC!.values()].map((history) => history.at(-1)!.temperatureC)).toEqual([15, 19]);
  expect(options.wallsC!.get('cold')!.slice(0, 2)).toEqual(walls.get('cold'));
  expect(WHAT_IFS.warmer(given({ temperatureC: 18, wallsC: new Map() }))).toBeUndefined();
});

test('heated, a forecast night is no colder either, and stays where it lies in time', () => {
  const history = [
    { atMs: NOW - 9, temperatureC: 18 },
    { atMs: NOW + 5, temperatureC: 2 },
    { atMs: NOW + 9, temperatureC: 20 },
  ];
  const { options } = WHAT_IFS.warmer(given({ temperatureC: 18, wallsC: new Map([['out', history]]) }))!;
  expect(options.wallsC!.get('out')).toEqual([
    history[0],
    { atMs: NOW, temperatureC: 18 },
    { atMs: NOW + 5, temperatureC: 15 },
    { atMs: NOW + 9, temperatureC: 20 },
  ]);
});

test('three take two thirds of what two take, to five minutes, and what keeps nobody stays as long', () =>
  expect(minutes(WHAT_IFS['one-more'](given()))).toEqual([160, 15, 0]));

test('from noon it is as many hours; longer is two hours more, up to twelve; every day is seven', () => {
  const week = (of: Circumstances | undefined) => weekOf(of!.options);
  expect(week(WHAT_IFS.noon(given()))).toMatchObject({ fromHour: 12, toHour: 22, days: [1, 2, 3, 4, 5, 6] });
  expect(week(WHAT_IFS.longer(given()))).toMatchObject({ fromHour: 7, toHour: 19 });
  expect(WHAT_IFS.longer(given({ week: { days: [1], fromHour: 6, hours: 11 } }))).toBeUndefined();
  expect(shiftsFrom(NOW, week(WHAT_IFS['every-day'](given())), 14)).toHaveLength(14);
  expect(WHAT_IFS.noon(given({ week: { days: [1], fromHour: 13, hours: 8 } }))).toBeUndefined();
});

test('one more of a machine opens the hours in which other jobs have them all, from now on, and no others', () => {
  const at = (fromH: number, toH: number, because: object) => ({ fromMs: NOW + fromH * HOUR_MS, toMs: NOW + toH * HOUR_MS, because });
  const pump = { code: 'machine', machine: 'spray-pump', jobs: ['Quay'] };
  const off = { code: 'person-off', person: 'Bo' };
  const closed = new Map([['240', [at(0, 4, pump), at(5, 9, off)]]]) as unknown as NonNullable<PlacingOptions['closed']>;
  const more = WHAT_IFS['second-machine'](given({ closed }))!;
  expect(more.machines).toEqual(['spray-pump']);
  expect(more.options.closed!.get('240')).toEqual([at(5, 9, off)]);
  const past = new Map([['240', [at(-4, 0, pump)]]]) as unknown as NonNullable<PlacingOptions['closed']>;
  expect(WHAT_IFS['second-machine'](given({ closed: past }))).toBeUndefined();
  expect(WHAT_IFS['second-machine'](given())).toBeUndefined();
});

test('other coats are asked of who knows the job: its work and its hours take the place of these', () => {
  const coats = new Map([['north', {}]]) as never;
  const closed = new Map();
  const other = { ...given(), withOtherCoats: () => ({ workItems: [item(30)], closed, coats }) };
  expect(WHAT_IFS['other-coat'](other)).toMatchObject({ workItems: [{ durationMin: 30 }], options: { closed }, coats });
  expect(WHAT_IFS['other-coat']({ ...given(), withOtherCoats: () => ({ workItems: [], coats: new Map() }) })).toBeUndefined();
  expect(WHAT_IFS['other-coat']({ ...given(), withOtherCoats: () => undefined })).toBeUndefined();
  expect(WHAT_IFS['other-coat'](given())).toBeUndefined();
});

test('nothing that is asked changes what was given', () => {
  const before = given();
  const told = JSON.stringify([before, [...before.options.wallsC!]]);
  for (const id of WHAT_IF_IDS) WHAT_IFS[id](before);
  expect(JSON.stringify([before, [...before.options.wallsC!]])).toBe(told);
});
