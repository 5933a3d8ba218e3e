import { SHIPPED_CATALOGUE, SHIPPED_PRODUCTS, pinProducts } from '../catalogue';
import { outdoorsAt } from '../devices';
import type { Forecast, ForecastHour } from '../jobs';
import { buildUp, sampleJob } from '../testing/sample-job';
import {
  type Booking,
  type WorkItem,
  closedHours,
  coverOf,
  permitsMissing,
  planJob,
  programmeJob,
  USUAL_CREW,
  USUAL_HOUSE,
  wallAhead,
  hoursAhead,
  weatherHours,
} from './index';

const H = 3_600_000;
const MONDAY_7 = Date.parse('2026-05-18T07:00:00Z');
const item = (part: Partial<WorkItem> = {}): WorkItem => ({
  ...{ id: 'a', faceId: 'f', step: 'inject', durationMin: 60, quantity: { value: 1, unit: 'm' }, waits: [], rewet: false },
  machines: ['injection-pump'],
  ...part,
});
const booked = (fromH: number, toH: number, part: Partial<Booking> = {}): Booking => ({
  ...{ jobId: 'k', jobName: 'Kelp House', machines: ['injection-pump'], fromMs: MONDAY_7 + fromH * H, toMs: MONDAY_7 + toH * H },
  ...part,
});
const closed = (items: WorkItem[], bookings: Booking[], house = {}, person?: string) =>
  closedHours({
    workItems: items,
    bookings,
    house: { machines: { 'injection-pump': 1 }, ...house },
    timeZone: 'Europe/Oslo',
    today: '2026-05-18',
    personOf: () => person,
  });
const options = { nowMs: MONDAY_7, timeZone: 'UTC', temperatureC: 20 };

describe('a machine that another job has', () => {
  test('keeps a piece of work waiting until it is back, and says where it is', () => {
    const hours = closed([item()], [booked(0, 3)]);
    expect(hours.get('a')).toEqual([
      { fromMs: MONDAY_7, toMs: MONDAY_7 + 3 * H, because: { code: 'machine', machine: 'injection-pump', jobs: ['Kelp House'] } },
    ]);
    const { tasks, conflicts } = programmeJob([item()], { done: new Map() }, { ...options, closed: hours });
    expect(tasks[0]!.startMs).toBe(MONDAY_7 + 3 * H);
    expect(conflicts).toEqual([]);
  });

  test('of two there is one left until both are away', () => {
    const two = { machines: { 'injection-pump': 2 } };
    expect(closed([item()], [booked(0, 3)], two).size).toBe(0);
    const both = closed([item()], [booked(0, 3), booked(2, 5, { jobId: 'h', jobName: 'Harbour' })], two).get('a')!;
    expect(both.map(({ fromMs, toMs }) => [(fromMs - MONDAY_7) / H, (toMs - MONDAY_7) / H])).toEqual([[2, 3]]);
    // one job has one of them twice over
    expect(closed([item()], [booked(0, 3), booked(2, 5)], two).size).toBe(0);
  });

  test('of what the organisation does not list nothing is known, and work without it goes on', () => {
    expect(closed([item()], [booked(0, 3)], { machines: {} }).size).toBe(0);
    expect(closed([item({ machines: ['jet'] })], [booked(0, 3)]).size).toBe(0);
  });

  test('a dryer that would be fetched before it has done is not set up', () => {
    const dry = item({ step: 'dry', machines: ['dehumidifier'], restH: 24 });
    const hours = closed([dry], [booked(48, 60, { machines: ['dehumidifier'] })], { machines: { dehumidifier: 1 } }).get('a')!;
    expect((hours[0]!.fromMs - MONDAY_7) / H).toBe(24);
  });
});

test('who is off, or at another job, is not given work then; the day is the job’s own, also when the clocks change', () => {
  const house = { people: [{ name: 'Pauli', skills: [], daysOff: ['2026-03-29'] }] };
  const [off, away] = closed([item({ machines: [] })], [booked(0, 2, { person: 'Pauli' })], house, 'Pauli').get('a')!;
  // 23 hours: the clocks go forward in the night
  expect([off!.fromMs, off!.toMs].map((ms) => new Date(ms).toISOString())).toEqual([
    '2026-03-28T23:00:00.000Z',
    '2026-03-29T22:00:00.000Z',
  ]);
  expect(away!.because).toEqual({ code: 'person-away', person: 'Pauli', jobs: ['Kelp House'] });
  expect(closed([item({ machines: [] })], [booked(0, 2, { person: 'Pauli' })], house, 'Signe').size).toBe(0);
});

describe('permits', () => {
  const H10 = (hour: number) => new Date(MONDAY_7 + hour * H).toISOString();
  const permit = (fromH: number, untilH: number, spaceId?: string) => ({
    ...{ id: `${fromH}`, kind: 'confined-space' as const, number: `CS ${fromH}`, from: H10(fromH), until: H10(untilH) },
    ...(spaceId ? { spaceId } : {}),
  });
  const inTank = item({ machines: [], room: { spaceId: 'tank', phase: 'stop', isFloor: false } });
  const hours = (permits: ReturnType<typeof permit>[]) =>
    closedHours({
      ...{ workItems: [inTank], bookings: [], house: {}, timeZone: 'UTC', today: '2026-05-18', personOf: () => undefined, permits },
      careOf: () => ['confined-space', 'gas-test'],
    }).get('a') ?? [];

  test('work in a confined place waits until one holds, and between two; what comes after the last is told, not closed', () => {
    const closed = hours([permit(30, 40), permit(4, 10)]);
    expect(closed.map(({ fromMs, toMs }) => [Math.max(0, fromMs - MONDAY_7) / H, (toMs - MONDAY_7) / H])).toEqual([
      [0, 4],
      [10, 30],
    ]);
    const placed = programmeJob([inTank], { done: new Map() }, { ...options, closed: new Map([['a', closed]]) });
    expect(placed.tasks[0]!.startMs).toBe(MONDAY_7 + 4 * H);
  });

  test('one of another room is none; where none is kept nothing is closed', () => {
    expect(hours([permit(4, 10, 'pit')])).toEqual([]);
    expect(hours([])).toEqual([]);
  });

  test('what no permit covers when it is planned is told, and whether there is none or it ends before', () => {
    const face = { ...sampleJob().faces[0]!, id: 'f', kind: 'lining' as const };
    const programme = programmeJob([inTank], { done: new Map() }, options);
    const missing = (permits: ReturnType<typeof permit>[]) =>
      permitsMissing(programme, [inTank], { faces: [face], job: { ...sampleJob().job, permits } });
    expect(missing([])).toEqual([{ kind: 'confined-space', isNone: true, faceIds: ['f'], firstMs: MONDAY_7 }]);
    expect(missing([permit(-1, 0.5)])).toMatchObject([{ isNone: false }]);
    expect(missing([permit(-1, 3)])).toEqual([]);
    // two kinds: the one that stops work first comes first, however the tasks lie
    const hot = item({ id: 'hot', faceId: 'g', machines: ['kettle'], room: undefined });
    const [task] = programme.tasks;
    const tasks = [
      { ...task!, startMs: task!.startMs + 5 * H, endMs: task!.endMs + 5 * H },
      { ...task!, id: 'hot' },
    ];
    const wall = { ...sampleJob().faces[0]!, id: 'g' };
    const both = permitsMissing({ ...programme, tasks }, [inTank, hot], { faces: [face, wall], job: sampleJob().job });
    expect(both.map(({ kind, firstMs }) => [kind, firstMs - MONDAY_7])).toEqual([
      ['hot-work', 0],
      ['confined-space', 5 * H],
    ]);
  });
});

test('on a holiday nobody works', () => {
  const { tasks } = programmeJob([item()], { done: new Map() }, { ...options, holidays: ['2026-05-18', '2026-05-19'] });
  expect(new Date(tasks[0]!.startMs).toISOString()).toBe('2026-05-20T07:00:00.000Z');
});

describe('hours that the weather closes', () => {
  const slurry = SHIPPED_PRODUCTS.find(({ id }) => id === 'tarnwick-veil')!;
  const forecast = (hours: (Partial<ForecastHour> & { h: number })[]): Forecast => ({
    ...{ source: 'test', madeAt: '2026-05-18T06:00:00Z' },
    hours: hours.map(({ h, ...part }) => ({ at: new Date(MONDAY_7 + h * H).toISOString(), airC: 15, ...part })),
  });
  const spans = (of: Forecast, product = slurry) =>
    weatherHours(product, hoursAhead({ forecast: of, timeZone: 'UTC' }), undefined).map(({ fromMs, toMs, because }) => [
      (fromMs - MONDAY_7) / H,
      (toMs - MONDAY_7) / H,
      because.code === 'weather' && because.breach.code,
    ]);
  const fine = Array.from({ length: 48 }, (_, h) => ({ h }));

  test('wind closes hours to who sprays, and to nobody with a brush', () => {
    const sprayed = SHIPPED_PRODUCTS.find(
      ({ placingKgPerMin = {} }) => placingKgPerMin.spray !== undefined && placingKgPerMin.brush !== undefined,
    )!;
    const windy = hoursAhead({ forecast: forecast([{ h: 0 }, { h: 1, windMS: 14 }, { h: 2, windMS: 3 }]), timeZone: 'UTC' });
    const shut = (tool: 'spray' | 'brush', product = sprayed) =>
      weatherHours(product, windy, tool).map(({ fromMs, because }) => [
        (fromMs - MONDAY_7) / H,
        because.code === 'weather' && because.breach.code,
      ]);
    expect(shut('spray')).toEqual([[1, 'wind']]);
    expect(shut('brush')).toEqual([]);
    // a product whose sheet knows no spraying is not sprayed, whatever tool is at hand
    const { placingKgPerMin: _, ...byHand } = sprayed;
    expect(shut('spray', byHand)).toEqual([]);
  });

  test('fine weather closes none, and an hour that nobody forecast neither', () => {
    expect(spans(forecast(fine))).toEqual([]);
    expect(coverOf(forecast(fine.filter(({ h }) => h !== 5 && h !== 6)))).toEqual({ untilMs: MONDAY_7 + 48 * H, gaps: 2 });
  });

  test('frost closes the day before it as well, as long as the coat would be fresh', () => {
    const frost = forecast(fine.map(({ h }) => ({ h, airC: h === 40 ? -1 : 15 })));
    const frostFreeH = slurry.limits.frostFreeH ?? 24;
    expect(spans(frost)).toEqual(expect.arrayContaining([[Math.max(0, 40 - frostFreeH + 1), 40, 'frost-ahead']]));
    expect(spans(frost).find(([from]) => from === 40)![2]).toBe('frost');
  });

  test('rain closes its own hours and those in which the coat would not have had its time', () => {
    const rainFreeH = slurry.limits.rainFreeH ?? 0;
    const rain = forecast(fine.map(({ h }) => ({ h, rainMm: h >= 20 && h < 23 ? 1 : 0 })));
    const closedHours = spans(rain).flatMap(([from, to]) =>
      Array.from({ length: (to as number) - (from as number) }, (_, i) => (from as number) + i),
    );
    expect(Math.min(...closedHours)).toBe(20 - Math.max(0, rainFreeH - 1));
    expect(Math.max(...closedHours)).toBe(22);
  });

  test('a wall outdoors follows the forecast, then its last day on the whole', () => {
    const ahead = wallAhead(
      [{ atMs: MONDAY_7 - H, temperatureC: 8 }],
      fine.map(({ h }) => ({ atMs: MONDAY_7 + h * H, temperatureC: h < 24 ? 30 : 10 })),
      MONDAY_7,
    );
    expect(ahead[0]).toEqual({ atMs: MONDAY_7 - H, temperatureC: 8 });
    expect(ahead.find(({ atMs }) => atMs === MONDAY_7 + 5 * H)!.temperatureC).toBe(30);
    expect(ahead.at(-1)!.temperatureC).toBe(10);
  });

  test('the simulated station is a year of weather: warmer in July, some rain, no calm without end', () => {
    const of = (month: number) => Array.from({ length: 24 * 28 }, (_, h) => outdoorsAt(Date.UTC(2026, month, 1) + h * H));
    const mean = (hours: ReturnType<typeof of>) => hours.reduce((sum, { airC }) => sum + airC, 0) / hours.length;
    expect(mean(of(6)) - mean(of(0))).toBeGreaterThan(12);
    const wet = of(10).filter(({ rainMm }) => rainMm > 0).length;
    expect(wet).toBeGreaterThan(10);
    expect(wet).toBeLessThan(300);
    for (const { humidityPct, windMS } of of(3)) {
      expect(humidityPct).toBeGreaterThan(20);
      expect(humidityPct).toBeLessThanOrEqual(98);
      expect(windMS).toBeGreaterThanOrEqual(0);
    }
  });
});

test('a plan says what it takes from the yard, and what who does it must have learned', () => {
  const family = 'epoxy-vapour-barrier';
  const coat = SHIPPED_CATALOGUE.choices('coat', family)[0]!;
  const products = pinProducts(coat, family, SHIPPED_CATALOGUE);
  const { workItems } = planJob({ ...sampleJob(), buildUps: [buildUp('floor', { family, products })] }, USUAL_CREW, USUAL_HOUSE);
  const of = (step: string) => workItems.find((each) => each.step === step)!;
  expect([of('prepare').machines, of('prepare').skills]).toEqual([['blaster'], ['blasting']]);
  expect([of('coat-1').machines, of('coat-1').skills]).toEqual([undefined, ['resins']]);
  const ofSlurry = 'crystalline-slurry';
  const slurry = SHIPPED_CATALOGUE.choices('coat', ofSlurry).find(({ placingKgPerMin = {} }) => 'spray' in placingKgPerMin)!;
  const parts = pinProducts(slurry, ofSlurry, SHIPPED_CATALOGUE);
  const onWall = (tool: 'spray' | 'brush') =>
    planJob({ ...sampleJob(), buildUps: [buildUp('north', { products: parts })] }, { ...USUAL_CREW, tool }, USUAL_HOUSE).workItems.find(
      ({ step }) => step === 'coat-1',
    )!.machines;
  expect(onWall('brush')).toBeUndefined();
  expect(onWall('spray')).toEqual(['spray-pump']);
});
