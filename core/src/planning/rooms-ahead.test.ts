import { SHIPPED_PRODUCTS } from '../catalogue';
import { type Forecast, type JobModel, type RoomClimate, type UsualMonths, shaftShapes, tunnelShapes } from '../jobs';
import { HOUR_MS } from '../quantities';
import { foldLog } from '../site-log';
import { buildUp, sampleJob } from '../testing/sample-job';
import { USUAL_CREW, USUAL_HOUSE, airOf, hoursAhead, placingOptions, planJob, programmeJob, roomsAhead, usualAt } from './index';

const NOW = Date.parse('2026-01-12T06:00:00Z');
const forecast = (airC: number, more: { humidityPct?: number } = { humidityPct: 80 }, count = 240): Forecast => ({
  ...{ source: 'test', madeAt: new Date(NOW).toISOString() },
  hours: Array.from({ length: count }, (_, h) => ({ at: new Date(NOW + h * HOUR_MS).toISOString(), airC, ...more })),
});
const room = (part: Partial<RoomClimate> = {}): RoomClimate => ({ spaceId: 'room', airChangesPerH: 0.5, ...part });
const job = (part: Partial<JobModel['job']>, model = sampleJob()): JobModel => ({ ...model, job: { ...model.job, ...part } });
const ahead = (model: JobModel, wallsC = new Map()) => roomsAhead({ ...model, wallsC }, hoursAhead(model.job));
const lastOf = (model: JobModel) => ahead(model)[0]!.hours.at(-1)!;

test('a room holds its floor times the height of its walls; without a floor or walls nobody knows', () => {
  const { faces } = sampleJob();
  // 4 × 3 m and 2.5 m high
  expect(airOf(faces)).toBeCloseTo(30, 9);
  expect(airOf(faces.filter(({ kind }) => kind === 'wall'))).toBeUndefined();
  expect(airOf(faces.filter(({ kind }) => kind === 'slab'))).toBeUndefined();
  const walls = job({ forecast: forecast(0), climate: { rooms: [room()] } }, { ...sampleJob(), faces: faces.slice(0, 2) });
  expect(ahead(walls)).toEqual([]);
  expect(ahead({ ...walls, job: { ...walls.job, climate: { rooms: [room({ airM3: 30 })] } } })[0]!.airM3).toBe(30);
});

test('a shaft holds π r² h, a tunnel π r² times its length', () => {
  const { faces } = sampleJob();
  const lined = (shapes: ReturnType<typeof shaftShapes>) => shapes.map((shape, i) => ({ ...faces[0]!, id: `f${i}`, ...shape }));
  expect(airOf(lined(shaftShapes({ xM: 0, yM: 0, footM: -3, heightM: 3, diameterM: 2 })))).toBeCloseTo(Math.PI * 3, 3);
  expect(airOf(lined(tunnelShapes({ xM: 0, yM: 0, invertM: -3, lengthM: 10, diameterM: 2 })))).toBeCloseTo(Math.PI * 10, 2);
});

test('only rooms whose climate was told are reckoned, and only as far as somebody says how it is outdoors', () => {
  expect(ahead(job({ forecast: forecast(5) }))).toEqual([]);
  expect(ahead(job({ climate: { rooms: [room()] } }))).toEqual([]);
  expect(ahead(job({ forecast: forecast(5), climate: { rooms: [room({ spaceId: 'another' })] } }))).toEqual([]);
  const [known] = ahead(job({ forecast: forecast(5), climate: { rooms: [room()] } }));
  expect(known!.faceIds).toEqual(['north', 'east', 'floor']);
  expect(known!.hours.map(({ atMs }) => atMs)).toEqual(forecast(5).hours.map(({ at }) => Date.parse(at)));
});

test('the ground warms a cellar in winter, a heater more, a wet room is damper, and a forecast without humidity is taken for damp', () => {
  const of = (part: Partial<RoomClimate>, told = forecast(-5)) =>
    lastOf(job({ forecast: told, climate: { groundC: 9, rooms: [room(part)] } }));
  const bare = of({});
  expect(bare.airC).toBeGreaterThan(4);
  expect(bare.airC).toBeLessThan(9);
  expect(of({ heater: { kW: 3, toC: 15 } }).airC).toBeCloseTo(15, 1);
  expect(of({ wetness: 'wet' }).humidityPct).toBeGreaterThan(of({ wetness: 'dry' }).humidityPct + 10);
  // what nobody looked at is damp, not dry
  expect(of({}).humidityPct).toBe(of({ wetness: 'damp' }).humidityPct);
  expect(of({}, forecast(-5, {})).humidityPct).toBe(of({}, forecast(-5, { humidityPct: 85 })).humidityPct);
});

test('walls begin as they were measured, those behind which it is cold outdoors as cold as their day, the others like the ground', () => {
  const model = job({ forecast: forecast(-5), climate: { groundC: 9, rooms: [room()] } });
  const faces = model.faces.map((face) => (face.id === 'east' ? { ...face, far: { kind: 'open-air' as const } } : face));
  const [first] = ahead({ ...model, faces }, new Map([['north', [{ atMs: NOW, temperatureC: 16 }]]]))[0]!.hours;
  const [north, east, floor] = first!.surfacesC as [number, number, number];
  expect(north).toBeGreaterThan(14);
  expect(east).toBeLessThan(0);
  expect(Math.abs(floor - 9)).toBeLessThan(1);
});

const MONTHS: UsualMonths = {
  source: 'typed',
  months: [0, 1, 4, 8, 13, 16, 18, 18, 14, 9, 4, 1].map((airC) => ({ airC, swingC: 3, humidityPct: 80 })),
};

test('a month is what it usually is in its middle, between months between them, and warmest in the afternoon of the job', () => {
  const at = (iso: string, zone = 'UTC') => usualAt(MONTHS, Date.parse(iso), zone).airC;
  // 16 May 12:00 is the middle of its 31 days; three hours before its warmest
  expect(at('2026-05-16T12:00:00Z')).toBeCloseTo(13 + 3 * Math.cos(Math.PI / 4), 6);
  expect(at('2026-05-16T15:00:00Z')).toBeGreaterThan(15.9);
  expect(at('2026-05-16T03:00:00Z')).toBeLessThan(10.1);
  // from December into January, whose middles are 1 and 0 °C
  const newYear = (at('2026-12-31T15:00:00Z') + at('2027-01-01T03:00:00Z')) / 2;
  expect(newYear).toBeGreaterThan(0.3);
  expect(newYear).toBeLessThan(0.7);
  expect(at('2026-05-16T15:00:00Z', 'America/New_York')).toBeLessThan(at('2026-05-16T19:00:00Z', 'America/New_York'));
});

test('hours past the forecast are marked, and closed as what they are: not as if somebody had forecast them', () => {
  const told = { ...forecast(12, { humidityPct: 60 }, 48), madeAt: '2026-01-12T06:00:00Z' };
  expect(hoursAhead({ forecast: told, timeZone: 'UTC' })).toHaveLength(48);
  const hours = hoursAhead({ forecast: told, usualMonths: MONTHS, timeZone: 'UTC' });
  expect(hours).toHaveLength(48 + 35 * 24);
  expect(hours.findIndex(({ isUsual }) => isUsual)).toBe(48);
  expect(new Set(hours.slice(1).map(({ atMs }, i) => atMs - hours[i]!.atMs))).toEqual(new Set([HOUR_MS]));
});

describe('what is laid in a room', () => {
  const slurry = SHIPPED_PRODUCTS.find(({ id }) => id === 'tarnwick-veil')!;
  const surfaceMinC = slurry.limits.surfaceMinC!;
  const placed = (part: Partial<JobModel['job']>) => {
    const model = job(part, { ...sampleJob(), buildUps: [buildUp('north')] });
    const plan = planJob(model, USUAL_CREW, USUAL_HOUSE);
    const from = {
      model,
      plan,
      workItems: plan.workItems,
      house: USUAL_HOUSE,
      bookings: [],
      today: '2026-05-18',
      tool: undefined,
      wallsC: new Map(),
    };
    const options = placingOptions(from);
    const coat = plan.workItems.find(({ step }) => step === 'coat-1')!;
    const programme = programmeJob(plan.workItems, foldLog([]), { ...options, nowMs: NOW });
    return {
      closed: options.closed!.get(coat.id) ?? [],
      wall: options.wallsC!.get('north'),
      start: programme.tasks.find(({ id }) => id === coat.id)!.startMs,
    };
  };
  const cold = forecast(-12, { humidityPct: 70 }, 480);
  const groundC = 2;
  const rooms = (heater?: RoomClimate['heater']) => ({ groundC, rooms: [room({ airChangesPerH: 3, ...(heater ? { heater } : {}) })] });

  test('a cold room closes its hours by the sheet of what is laid, and says that it is the room; a heater opens them', () => {
    const unheated = placed({ forecast: cold, climate: rooms() });
    expect(unheated.closed.length).toBeGreaterThan(0);
    expect(unheated.closed[0]!.because).toMatchObject({ code: 'weather', where: 'room', product: slurry.name });
    expect(unheated.wall!.at(-1)!.temperatureC).toBeLessThan(surfaceMinC);
    const heated = placed({ forecast: cold, climate: rooms({ kW: 30, toC: 18 }) });
    expect(heated.wall!.at(-1)!.temperatureC).toBeGreaterThan(surfaceMinC);
    expect(heated.closed.filter(({ toMs }) => toMs > NOW + 200 * HOUR_MS)).toEqual([]);
    // nothing is begun while it is closed
    expect(unheated.closed.some(({ fromMs, toMs }) => unheated.start >= fromMs && unheated.start < toMs)).toBe(false);
    expect(heated.start).toBeLessThan(unheated.start);
  });

  test('a room of which nobody told anything is closed by nothing, as before', () => {
    expect(placed({ forecast: cold }).closed).toEqual([]);
  });

  test('where the forecast ends and months are known, the closing says that it is only usual', () => {
    const mild = forecast(14, { humidityPct: 50 }, 24);
    const winter = { ...MONTHS, months: MONTHS.months.map((month) => ({ ...month, airC: -15 })) };
    const { closed } = placed({ forecast: mild, usualMonths: winter, climate: { groundC: 0, rooms: [room({ airChangesPerH: 3 })] } });
    expect(closed.some(({ because }) => because.code === 'weather' && because.isUsual === true)).toBe(true);
    for (const { fromMs, because } of closed)
      expect(because.code === 'weather' && because.isUsual === true).toBe(fromMs >= NOW + 24 * HOUR_MS);
  });
});
