import type { WorkWeek } from '../jobs';
import { programmeFaults } from '../testing/programme-faults';
import { buildUp, sampleJob } from '../testing/sample-job';
import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import { longestPieceH, pausesFrom, shiftsFrom, weekOf } from '../programme';
import {
  type Booking,
  type PlacingOptions,
  type WorkItem,
  USUAL_CREW,
  USUAL_HOUSE,
  WHAT_IFS,
  betterProgrammeJob,
  closedHours,
  labourMinor,
  placingOptions,
  planJob,
  programmeFigures,
  programmeJob,
} from './index';

const H = 3_600_000;
const MONDAY_7 = Date.parse('2026-05-18T07:00:00Z');
const USUAL: WorkWeek = { days: [1, 2, 3, 4, 5], fromHour: 7, hours: 10 };
const item = (id: string, hours: number, part: Partial<WorkItem> = {}): WorkItem => ({
  ...{ id, faceId: id, step: 'coat-1', durationMin: hours * 60, quantity: { value: 1, unit: 'm²' }, waits: [], rewet: false },
  ...part,
});
const options = (week: Partial<WorkWeek> = {}, part: Partial<PlacingOptions> = {}): PlacingOptions => ({
  ...{ nowMs: MONDAY_7, timeZone: 'UTC', temperatureC: 20, week: { ...USUAL, ...week } },
  ...part,
});
const placed = (items: WorkItem[], of: PlacingOptions) => programmeJob(items, { done: new Map() }, of).tasks;
const at = (ms: number) => new Date(ms).toISOString().slice(8, 16);
const starts = (items: WorkItem[], of: PlacingOptions) => placed(items, of).map(({ startMs }) => at(startMs));

describe('a pause in the shift', () => {
  const noon = { pause: { fromHour: 12, minutes: 30 } };

  test('a coat is over before it or begins after it; what may rest goes on over it', () => {
    expect(starts([item('a', 4), item('b', 2)], options(noon))).toEqual(['18T07:00', '18T12:30']);
    expect(starts([item('a', 4), item('b', 2)], options())).toEqual(['18T07:00', '18T11:00']);
    const [prepare] = placed([item('a', 7, { step: 'prepare' })], options(noon));
    expect([prepare!.startMs, prepare!.endMs].map(at)).toEqual(['18T07:00', '18T14:30']);
  });

  test('a coat longer than any time between two pauses goes on through it: the people take turns', () => {
    const { tasks, conflicts } = programmeJob([item('a', 6)], { done: new Map() }, options(noon));
    expect(at(tasks[0]!.endMs)).toBe('18T13:00');
    expect(conflicts).toEqual([]);
  });

  test('it keeps the hour of the clock when the clocks change, lies on the next day in a night shift, and outside the shift there is none', () => {
    const pauses = (week: WorkWeek, from: string, timeZone: string) =>
      pausesFrom(Date.parse(from), weekOf({ timeZone, week }), 3).map(({ fromMs, toMs }) => [
        new Date(fromMs).toISOString().slice(5, 16),
        (toMs - fromMs) / H,
      ]);
    const daily = { ...USUAL, days: [0, 1, 2, 3, 4, 5, 6], ...noon };
    expect(pauses(daily, '2026-03-28T00:00:00Z', 'Europe/Oslo')).toEqual([
      ['03-28T11:00', 0.5],
      ['03-29T10:00', 0.5],
      ['03-30T10:00', 0.5],
    ]);
    const night = { days: [1], fromHour: 20, hours: 10, pause: { fromHour: 1, minutes: 45 } };
    expect(pauses(night, '2026-05-18T00:00:00Z', 'UTC')).toEqual([['05-19T01:00', 0.75]]);
    expect(weekOf({ timeZone: 'UTC', week: { ...USUAL, pause: { fromHour: 18, minutes: 30 } } }).pause).toBeUndefined();
    expect(longestPieceH(weekOf({ timeZone: 'UTC', week: { ...USUAL, ...noon } }))).toBe(5);
    // a day is a day, pause or not
    expect(shiftsFrom(MONDAY_7, weekOf({ timeZone: 'UTC', week: { ...USUAL, ...noon } }), 1)).toEqual([
      { fromMs: MONDAY_7, toMs: MONDAY_7 + 10 * H },
    ]);
  });

  test('the search keeps it as well', () => {
    const items = [item('a', 4), item('b', 3), item('c', 2)];
    const search = betterProgrammeJob(items, { done: new Map() }, options(noon));
    let next = search.next(false);
    while (!next.done) next = search.next(false);
    for (const { startMs, endMs } of next.value!.programme!.tasks) {
      const inPause = [18, 19, 20].some((day) => {
        const pauseMs = Date.parse(`2026-05-${day}T12:00:00Z`);
        return startMs < pauseMs + H / 2 && endMs > pauseMs;
      });
      expect(inPause).toBe(false);
    }
  });
});

describe('gangs', () => {
  const pump = { machines: ['spray-pump' as const] };

  test('two work side by side; on one pump, or by one person, one after the other', () => {
    const [a, b] = [item('a', 9), item('b', 9)];
    expect(starts([a, b], options({ gangs: 2 }))).toEqual(['18T07:00', '18T07:00']);
    const [pa, pb] = [item('a', 9, pump), item('b', 9, pump)];
    expect(starts([pa, pb], options({ gangs: 2 }))).toEqual(['18T07:00', '19T07:00']);
    expect(starts([pa, pb], options({ gangs: 2 }, { machines: { 'spray-pump': 2 } }))).toEqual(['18T07:00', '18T07:00']);
    const people = new Map([
      ['a', 'Anna'],
      ['b', 'Anna'],
    ]);
    expect(starts([a, b], options({ gangs: 2 }, { people }))).toEqual(['18T07:00', '19T07:00']);
  });

  test('each is paid for the days on which it is there', () => {
    const items = [item('a', 9), item('b', 9), item('c', 4)];
    const hours = (gangs: number) => {
      const of = options({ gangs });
      return programmeFigures(programmeJob(items, { done: new Map() }, of), items, of);
    };
    expect(hours(1)).toMatchObject({ daysOnSite: 3, hoursOnSite: 30 });
    expect(hours(2)).toMatchObject({ daysOnSite: 2, hoursOnSite: 30 });
    expect(hours(3)).toMatchObject({ daysOnSite: 1, hoursOnSite: 30 });
    expect(labourMinor(hours(3), 2, 100)).toBe(6000);
  });

  test('a machine that another job has been told is one less for them, and one is left to take turns with', () => {
    const sample = sampleJob();
    const products = pinProducts(SHIPPED_CATALOGUE.choices('coat', 'rigid-slurry')[0]!, 'rigid-slurry', SHIPPED_CATALOGUE);
    const model = { ...sample, buildUps: [buildUp('north', { family: 'rigid-slurry', products })] };
    const plan = planJob(model, USUAL_CREW, USUAL_HOUSE);
    const booking = (jobId: string): Booking => ({
      ...{ jobId, jobName: jobId, machines: ['spray-pump'], fromMs: MONDAY_7, toMs: MONDAY_7 + H },
    });
    const left = (owned: number, bookings: Booking[]) =>
      placingOptions({
        ...{ model, plan, workItems: plan.workItems, bookings, tool: undefined, today: '2026-05-18', wallsC: new Map() },
        house: { ...USUAL_HOUSE, machines: { 'spray-pump': owned, grinder: 3 } },
      }).machines;
    expect(left(3, [])).toEqual({ 'spray-pump': 3, grinder: 3 });
    expect(left(3, [booking('k'), booking('k')])).toEqual({ 'spray-pump': 2, grinder: 3 });
    expect(left(1, [booking('k')])).toEqual({ 'spray-pump': 1, grinder: 3 });
  });

  test('a whole job by two gangs begins its work sooner, and ends no later than by one', () => {
    const sample = sampleJob();
    const products = pinProducts(SHIPPED_CATALOGUE.choices('coat', 'rigid-slurry')[0]!, 'rigid-slurry', SHIPPED_CATALOGUE);
    const model = { ...sample, buildUps: sample.faces.map(({ id }) => buildUp(id, { family: 'rigid-slurry', products })) };
    const { workItems } = planJob(model, USUAL_CREW, USUAL_HOUSE);
    const by = (gangs: number) => placed(workItems, options({ gangs }, { machines: { jet: 2, blaster: 2, grinder: 2 } }));
    const [one, two] = [by(1), by(2)];
    const begun = (tasks: typeof one) => tasks.reduce((sum, { startMs }) => sum + (startMs - MONDAY_7) / H, 0);
    expect(begun(two)).toBeLessThan(begun(one) - 5);
    expect(Math.max(...two.map(({ endMs }) => endMs))).toBeLessThanOrEqual(Math.max(...one.map(({ endMs }) => endMs)));
  });

  test('what if there were one more: of what there is on more faces than there are gangs', () => {
    const given = (items: WorkItem[], week: Partial<WorkWeek> = {}) => ({ workItems: items, people: 2, options: options(week) });
    expect(WHAT_IFS['second-gang'](given([item('a', 1), item('b', 1)]))!.options.week).toEqual({ ...USUAL, gangs: 2 });
    expect(WHAT_IFS['second-gang'](given([item('a', 1)]))).toBeUndefined();
    expect(WHAT_IFS['second-gang'](given([item('a', 1), item('b', 1)], { gangs: 2 }))).toBeUndefined();
    // other questions leave gangs and pause as they are
    const pause = { fromHour: 12, minutes: 30 };
    expect(WHAT_IFS.longer(given([item('a', 1)], { gangs: 2, pause }))!.options.week).toMatchObject({ hours: 12, gangs: 2, pause });
  });
});

test('the search over two gangs keeps the rules that a second reading of them finds', () => {
  const items = ['a', 'b', 'c', 'd'].flatMap((faceId, i) => [
    item(`${faceId}1`, 3 + i, { faceId, ...(i % 2 ? { machines: ['spray-pump' as const] } : {}) }),
    item(`${faceId}2`, 2, { faceId, step: 'coat-2', waits: [{ taskId: `${faceId}1`, minH: 4, maxH: 30, referenceC: 20 }] }),
  ]);
  const of = options({ gangs: 2 });
  const search = betterProgrammeJob(items, { done: new Map() }, of);
  let next = search.next(false);
  while (!next.done) next = search.next(false);
  const tasks = items.map(({ id, faceId: chain, durationMin, waits, machines = [] }) => ({
    ...{ id, chain, durationMs: durationMin * 60_000, splittable: false, waits },
    needs: machines.map((kind) => `machine ${kind}`),
  }));
  const setting = {
    nowMs: MONDAY_7,
    shifts: shiftsFrom(MONDAY_7, weekOf(of), 60),
    gangs: 2,
    temperaturesC: [20],
    temperaturesFromMs: MONDAY_7,
  };
  expect(programmeFaults(tasks, setting, next.value!.programme!)).toEqual([]);
});

describe('whoever works fewer hours than the crew', () => {
  const closedFor = (week: WorkWeek) =>
    closedHours({
      ...{ workItems: [item('a', 2)], bookings: [], timeZone: 'Europe/Oslo', today: '2026-05-18', personOf: () => 'Anna' },
      house: { people: [{ name: 'Anna', skills: [], daysOff: ['2026-05-20'], week }] },
    }).get('a')!;

  test('is given nothing outside them, and each hour says so', () => {
    const hours = closedFor({ days: [1, 3], fromHour: 9, hours: 4 });
    expect(hours[0]!.because).toMatchObject({ code: 'person-hours', person: 'Anna' });
    const monday = Date.parse('2026-05-18T07:00:00Z');
    const isClosed = (ms: number) => hours.some(({ fromMs, toMs }) => ms >= fromMs && ms < toMs);
    // Oslo is two hours ahead: nine there is seven here
    expect([-1, 0, 3.9, 4, 24, 48].map((h) => isClosed(monday + h * H))).toEqual([true, false, false, true, true, true]);
    const of = options({}, { timeZone: 'Europe/Oslo', closed: new Map([['a', hours]]), nowMs: monday + 2.5 * H });
    // Monday has too few hours left, Wednesday is off: the Monday after
    expect(starts([item('a', 2)], of)).toEqual(['25T07:00']);
  });
});
