import { calculate } from '../calculators';
import { type Face, isOnFace } from '../jobs';
import { reading, sampleJob } from '../testing/sample-job';
import { FINISHES, MVER_LB_PER_G, dryingForecast, slabResults, slabVerdict, testPlaces, testsWanted } from './slab-moisture';

const slab = sampleJob().faces[2]!;
const large = (wide: number, high: number): Face => ({
  ...slab,
  outline: [
    [0, 0],
    [wide, 0],
    [wide, high],
    [0, high],
  ],
});
const rh = (value: number, at: string, point: [number, number] = [1, 1]) =>
  reading({ id: `${at} ${point.join()}`, faceId: 'floor', kind: 'in-slab-rh', value, at, point });
const AROUND = { base: 'sealed', ambientRhPct: 45, temperatureC: 20, limitRhPct: 85 } as const;

test('as many tests as the area wants, all on the slab and well apart', () => {
  // ASTM F2170: three in the first 1000 ft², one for each 1000 ft² more (from memory)
  expect(testPlaces(slab)).toHaveLength(3);
  expect(testPlaces(large(20, 15))).toHaveLength(3 + Math.ceil((300 - 92.90304) / 92.90304));
  for (const face of [slab, large(20, 15)]) {
    const places = testPlaces(face);
    for (const [i, [u, v]] of places.entries()) {
      expect(isOnFace(face, [u, v])).toBe(true);
      for (const [ou, ov] of places.slice(i + 1)) expect(Math.hypot(u - ou, v - ov)).toBeGreaterThan(1);
    }
  }
});

test('none lies in an opening or in the corner that an L leaves out', () => {
  const l: Face = {
    ...slab,
    outline: [
      [0, 0],
      [8, 0],
      [8, 3],
      [3, 3],
      [3, 8],
      [0, 8],
    ],
    openings: [
      [
        [1, 1],
        [2.5, 1],
        [2.5, 2.5],
        [1, 2.5],
      ],
    ],
  };
  expect(testPlaces(l)).toHaveLength(3);
  for (const point of testPlaces(l)) expect(isOnFace(l, point)).toBe(true);
});

test('the worst of the latest at each place counts', () => {
  const readings = [
    rh(97, '2026-01-01T10:00:00Z'),
    rh(82, '2026-03-01T10:00:00Z'),
    rh(88, '2026-03-01T10:00:00Z', [3, 2]),
    reading({ id: 'd', faceId: 'floor', kind: 'vapour-emission', value: 20, point: [2, 2] }),
    reading({ id: 'x', faceId: 'north', kind: 'in-slab-rh', value: 99 }),
  ];
  expect(slabResults(slab, readings)).toEqual({ rhPct: 88, gPerM2Day: 20 });
  expect(slabResults(slab, [])).toEqual({});
});

test('against a finish: cover, a barrier first, or stop', () => {
  const vinyl = FINISHES[0]!;
  // 1 lb/(1000 ft²·24 h) is 4.88 g/(m²·24 h), 56.5 µg/(m²·s) (ASTM F1869)
  expect(1 / MVER_LB_PER_G).toBeCloseTo(4.8824, 3);
  const level = (results: Parameters<typeof slabVerdict>[0]) => {
    const verdict = slabVerdict(results, vinyl);
    return verdict?.ok ? verdict.value : verdict;
  };
  expect(level({ rhPct: 74, gPerM2Day: 14, ph: 9 })).toMatchObject({ level: 'cover' });
  expect(level({ rhPct: 93, gPerM2Day: 31.2 })).toEqual({ level: 'barrier', reasons: ['rh-over-finish-limit', 'mver-over-finish-limit'] });
  expect(level({ gPerM2Day: 26 * 4.8825 })).toMatchObject({ level: 'stop' });
  expect(level({})).toBeUndefined();
});

test('three readings on two days are fitted, with the day of casting as day 0; fewer start from the wettest', () => {
  const two = [rh(93, '2026-03-01T10:00:00Z'), rh(95, '2026-03-01T11:00:00Z', [3, 2])];
  expect(dryingForecast(slab, two, AROUND)).toMatchObject({ calculatorId: 'slab-drying', input: { initialRhPct: 95, days: 730 } });
  const three = [...two, rh(90, '2026-05-01T10:00:00Z')];
  const fitted = dryingForecast({ ...slab, castOn: '2026-01-01' }, three, AROUND)!;
  expect(fitted).toMatchObject({ calculatorId: 'slab-drying-fit', day0Ms: Date.UTC(2026, 0, 1, 12), input: { initialRhPct: 99 } });
  expect(fitted.readings[0]!.day).toBeCloseTo(58.9, 1);
  expect(dryingForecast(slab, [], AROUND)).toBeUndefined();
});

test('readings taken from a slab that dries as computed give back its ready day', () => {
  const thin = { ...slab, thicknessMm: 100 };
  const { input } = dryingForecast(thin, [rh(99, '2026-01-01T00:00:00Z')], AROUND)!;
  const truth = calculate('slab-drying', { ...input, initialRhPct: 99 });
  if (!truth.ok) throw new Error();
  const { rhAtProbePct, readyDay } = truth.value as { rhAtProbePct: number[]; readyDay: number };
  const day = (n: number) => new Date(Date.UTC(2026, 0, 1) + n * 86_400_000).toISOString();
  expect(readyDay).toBeGreaterThan(80);
  const readings = [15, 30, 45, 60].map((n) => rh(rhAtProbePct[n]!, day(n)));
  const forecast = dryingForecast({ ...thin, castOn: '2025-12-31' }, readings, AROUND)!;
  const fit = calculate(forecast.calculatorId, forecast.input);
  if (!fit.ok) throw new Error(JSON.stringify(fit.issues));
  const { readyDay: found } = fit.value as { readyDay: number };
  // its day 0 lies half a day before the slab's own
  expect(Math.abs(found - readyDay)).toBeLessThan(0.03 * readyDay + 1);
});

// ASTM F2170 wants one test within 1 m of an outer wall (from memory); a test at the very edge reads the air beside it
test('places keep off the edges, the first stands near one, and the rest are spread over the slab', () => {
  for (const [face, edgeU, edgeV] of [
    [slab, 0.9, 0.75],
    [large(20, 15), 0.9, 0.9],
    [large(2, 2), 0.5, 0.5],
  ] as const) {
    const us = face.outline.map(([u]) => u);
    const vs = face.outline.map(([, v]) => v);
    const places = testPlaces(face);
    expect(Math.min(...places[0]!)).toBeLessThanOrEqual(1);
    for (const [u, v] of places) {
      expect(u).toBeGreaterThanOrEqual(edgeU - 0.03);
      expect(u).toBeLessThanOrEqual(Math.max(...us) - edgeU + 0.03);
      expect(v).toBeGreaterThanOrEqual(edgeV - 0.03);
      expect(v).toBeLessThanOrEqual(Math.max(...vs) - edgeV + 0.03);
    }
    // the second stands across from the first, on the diagonal
    const [[u1, v1], [u2, v2]] = places as [[number, number], [number, number]];
    expect(Math.hypot(u2 - u1, v2 - v1)).toBeCloseTo(Math.hypot(Math.max(...us) - 2 * edgeU, Math.max(...vs) - 2 * edgeV), 1);
  }
  // read off a tape: whole five centimetres
  for (const [u, v] of testPlaces(large(7.31, 3.77)))
    for (const each of [u, v]) expect(Math.abs(each * 20 - Math.round(each * 20))).toBeLessThan(1e-9);
});

test('a slab for which no tests can be planned gets no places', () => {
  const sliver = { ...slab, thicknessMm: 20_000 };
  expect([testsWanted(sliver), testPlaces(sliver)]).toEqual([0, []]);
});

test('each kind of test is judged by itself, and what was not tested says nothing', () => {
  const vinyl = FINISHES[0]!;
  expect(slabVerdict({ ph: 9.5 }, vinyl)).toMatchObject({ ok: true, value: { level: 'barrier', reasons: ['ph-over-finish-limit'] } });
  expect(slabVerdict({ ph: 9 }, vinyl)).toMatchObject({ ok: true, value: { level: 'cover', reasons: [] } });
  expect(slabVerdict({ rhPct: 75 }, vinyl)).toMatchObject({ ok: true, value: { level: 'cover' } });
  expect(slabVerdict({ gPerM2Day: 3 / MVER_LB_PER_G + 0.1 }, vinyl)).toMatchObject({ ok: true, value: { level: 'barrier' } });
});

test('a day of casting that is not before the first reading is none; the forecast looks two years past the last', () => {
  const three = [rh(93, '2026-03-01T12:00:00Z'), rh(92, '2026-03-11T12:00:00Z'), rh(90, '2026-03-21T12:00:00Z')];
  for (const castOn of ['2026-03-01', '2026-06-01', undefined]) {
    const { day0Ms, input } = dryingForecast({ ...slab, castOn }, three, AROUND)!;
    expect(day0Ms).toBe(Date.parse(three[0]!.at));
    expect(input).toMatchObject({ initialRhPct: 93, days: 20 + 730 });
  }
  expect(dryingForecast({ ...slab, castOn: '2026-02-28' }, three, AROUND)!.input).toMatchObject({ initialRhPct: 99, days: 21 + 730 });
  // three on one day are not enough to see it dry
  const oneDay = ['10', '11', '12'].map((hour, i) => rh(93 + i, `2026-03-01T${hour}:00:00Z`));
  const { calculatorId, readings, input } = dryingForecast(slab, oneDay, AROUND)!;
  expect([calculatorId, (input as { initialRhPct: number }).initialRhPct]).toEqual(['slab-drying', 95]);
  expect(readings.map(({ day }) => day)).toEqual([-2 / 24, -1 / 24, 0].map((day) => expect.closeTo(day, 9)));
  // what was read days before the last does not count as its state
  const late = dryingForecast(slab, [rh(98, '2026-03-01T10:00:00Z'), rh(88, '2026-03-05T10:00:00Z')], AROUND)!;
  expect(late.readings).toEqual([{ day: 0, rhPct: 88 }]);
  expect((late.input as { initialRhPct: number }).initialRhPct).toBe(88);
});
