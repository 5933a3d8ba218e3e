import type { TestResult } from '../jobs';
import { type PlannedTest, type TestBody, judgeTest } from './index';

const NOON = '2026-09-01T12:00:00Z';
const planned = (part: Partial<PlannedTest>): PlannedTest => ({
  ...{ id: 't', test: 'film-dry', from: 'layers', afterH: 0, cureH: 0, referenceC: 20, where: 'spread', by: 'foreman', limits: {} },
  ...part,
});
const body = (result: TestResult, part: Partial<TestBody> = {}): TestBody => ({
  ...{
    kind: 'test',
    faceId: 'f',
    planRevisionId: 'r',
    testId: 't',
    witness: 'Ida Moor',
    weather: 'dry, 12 °C',
    calibratedOn: '2026-09-01',
  },
  ...{ result, ...part },
});
const judge = (test: TestBody, of: Partial<PlannedTest>, times: { readyMs?: number; closedMs?: number } = { readyMs: 0 }) => {
  const { state, failures, lacks, voids, figures } = judgeTest(test, { atMs: Date.parse(NOON), timeZone: 'UTC' }, planned(of), times);
  const codes = (list: readonly { code: string }[]) => list.map(({ code }) => code);
  return { state, failures: codes(failures), lacks: codes(lacks), voids: codes(voids), kinds: failures.map(({ kind }) => kind), figures };
};
const at = (i: number) => ({ uM: (i % 10) / 2, vM: Math.floor(i / 10) / 2 });
const film = (mm: readonly number[], place = at): TestResult => ({
  ...{ kind: 'film-dry', how: 'gauge' },
  readings: mm.map((value, i) => ({ mm: value, ...place(i) })),
});
const FILM = { test: 'film-dry', places: 20, limits: { filmMm: 2, leastShare: 1, areaM2: 80 } } as const;
const level = (h: number, levelMm: number, more: object = {}) => ({ h, levelMm, ...more });
const OK20 = Array.from({ length: 20 }, () => 2.2);

describe('film of 2 mm, none under (DIN 18533-3, from memory)', () => {
  test('twenty readings, each thick enough, pass with their margin', () => {
    const { state, figures } = judge(body(film(OK20)), FILM);
    expect(state).toBe('passed');
    expect(figures).toContainEqual({ name: 'least', value: 2.2, unit: 'mm', limit: 2, bound: 'least' });
  });
  test('one reading under it fails, whatever the mean', () => {
    expect(judge(body(film(OK20.with(7, 1.8))), FILM)).toMatchObject({ state: 'failed', kinds: ['thin'] });
  });
  test('of what may be thinner by a fifth, a mean that is too thin fails without a single one that is', () => {
    const mean = judge(body(film(OK20.map(() => 1.9))), { ...FILM, limits: { ...FILM.limits, leastShare: 0.8 } });
    expect(mean).toMatchObject({ state: 'failed', failures: ['mean-too-thin'] });
  });
  test('too few, without their places, without a witness, without the weather: not shown, never passed', () => {
    expect(judge(body(film(OK20.slice(1))), FILM)).toMatchObject({ state: 'not-shown', lacks: ['too-few-tested'] });
    expect(judge(body(film(OK20, () => ({}) as ReturnType<typeof at>)), FILM)).toMatchObject({ state: 'not-shown', lacks: ['no-place'] });
    expect(judge(body(film(OK20), { witness: ' ' }), FILM).lacks).toEqual(['no-witness']);
    expect(judge(body(film(OK20), { weather: '' }), FILM).lacks).toEqual(['no-weather']);
  });
  test('too few readings do not hide one that is too thin', () => {
    expect(judge(body(film([1.2, 2.2])), FILM).state).toBe('failed');
  });
  test('a gauge that was not set that day, or later, says nothing either way', () => {
    for (const [calibratedOn, code] of [
      [undefined, 'no-calibration'],
      ['2026-08-31', 'out-of-calibration'],
      ['2026-09-02', 'calibrated-later'],
    ] as const) {
      const { calibratedOn: _, ...without } = body(film(OK20.with(0, 0.5)));
      const test = calibratedOn === undefined ? without : { ...without, calibratedOn };
      expect(judge(test, FILM)).toMatchObject({ state: 'not-shown', voids: [code] });
    }
  });
  test('the day of a calibration is the job’s own day', () => {
    // noon UTC on the first is the second in Auckland
    const test = body(film(OK20), { calibratedOn: '2026-09-02' });
    const { state } = judgeTest(test, { atMs: Date.parse(NOON), timeZone: 'Pacific/Auckland' }, planned(FILM), { readyMs: 0 });
    expect(state).toBe('passed');
  });
  test('before curing, before the work is done, and once it is covered: not shown', () => {
    const later = Date.parse(NOON) + 1;
    expect(judge(body(film(OK20)), FILM, { readyMs: later })).toMatchObject({ state: 'not-shown', voids: ['too-early'] });
    expect(judge(body(film(OK20)), FILM, {})).toMatchObject({ state: 'not-shown', voids: ['work-not-finished'] });
    expect(judge(body(film(OK20)), FILM, { readyMs: 0, closedMs: 1 })).toMatchObject({ state: 'not-shown', voids: ['too-late'] });
  });
  test('of a film that no sheet specifies nothing is shown', () => {
    expect(judge(body(film(OK20)), { ...FILM, limits: { areaM2: 80 } })).toMatchObject({ state: 'not-shown', lacks: ['no-limit'] });
  });
});

describe('pull-off, mean 1.0 and least single 0.7 MPa (EN 1504-2, from memory)', () => {
  // strength is load over area (EN 1542): 50 mm dolly, 1963.5 mm²
  const newtons = (mPa: number) => (mPa * Math.PI * 50 * 50) / 4;
  const BOND = { test: 'pull-off', places: 3, limits: { requiredMPa: 1, leastMPa: 0.7 } } as const;
  const pulls = (list: readonly [number, 'substrate' | 'interface' | 'coat' | 'between-coats' | 'glue'][]): TestBody =>
    body({ kind: 'pull-off', dollyMm: 50, pulls: list.map(([mPa, failure], i) => ({ loadN: newtons(mPa), failure, ...at(i) })) });
  test('three that hold pass', () => {
    const { state, figures } = judge(
      pulls([
        [1.2, 'substrate'],
        [1.1, 'substrate'],
        [0.8, 'coat'],
      ]),
      BOND,
    );
    expect(state).toBe('passed');
    expect(figures[0]).toMatchObject({ name: 'mean', limit: 1, bound: 'least' });
    expect(figures[0]!.value).toBeCloseTo(3.1 / 3, 6);
  });
  test.each([
    ['substrate', 'weak-substrate'],
    ['interface', 'preparation-or-damp'],
    ['coat', 'mix-or-cure'],
    ['between-coats', 'window-missed'],
  ] as const)('where it broke says why: %s', (failure, code) => {
    expect(
      judge(
        pulls([
          [1.5, 'coat'],
          [1.5, 'coat'],
          [0.5, failure],
        ]),
        BOND,
      ),
    ).toMatchObject({ state: 'failed', failures: [code] });
  });
  test('forty pulls of which twelve came off in their glue: twenty-eight count', () => {
    const forty = Array.from({ length: 40 }, (_, i): [number, 'glue' | 'coat'] => (i < 12 ? [0.4, 'glue'] : [1.3, 'coat']));
    const { state, figures } = judge(pulls(forty), BOND);
    expect(state).toBe('passed');
    expect(figures.find(({ name }) => name === 'counted')!.value).toBe(28);
  });
  test('glue that lets go under what is wanted is no result, above it at least so much', () => {
    expect(
      judge(
        pulls([
          [1.2, 'coat'],
          [1.2, 'coat'],
          [0.9, 'glue'],
        ]),
        BOND,
      ),
    ).toMatchObject({ state: 'not-shown', lacks: ['too-few-tested'] });
    expect(
      judge(
        pulls([
          [1.2, 'coat'],
          [1.2, 'coat'],
          [1.1, 'glue'],
        ]),
        BOND,
      ).state,
    ).toBe('passed');
  });
  test('each single one may hold and the mean not', () => {
    expect(
      judge(
        pulls([
          [0.9, 'coat'],
          [0.9, 'coat'],
          [0.9, 'coat'],
        ]),
        BOND,
      ).failures,
    ).toEqual(['mean-too-low']);
  });
  test('on masonry, where nobody has said what is enough, nothing is shown', () => {
    expect(
      judge(
        pulls([
          [1.2, 'coat'],
          [1.2, 'coat'],
          [1.2, 'coat'],
        ]),
        { ...BOND, limits: {} },
      ).lacks,
    ).toEqual(['no-limit']);
  });
  test('a rig is good for a year', () => {
    const three = pulls([
      [1.2, 'coat'],
      [1.2, 'coat'],
      [1.2, 'coat'],
    ]);
    expect(judge({ ...three, calibratedOn: '2025-09-01' }, BOND).state).toBe('passed');
    expect(judge({ ...three, calibratedOn: '2025-08-31' }, BOND).voids).toEqual(['out-of-calibration']);
  });
});

describe('water that stands', () => {
  const pond = (levels: object[], part: object = {}): TestBody =>
    body({ kind: 'ponding', depthMm: 50, outletsShut: true, dripBelow: false, levels, ...part } as TestResult, {
      calibratedOn: '2026-08-31',
    });
  const POND = { test: 'ponding', where: 'once' } as const;
  test('beyond the pan a millimetre is lost at most', () => {
    expect(judge(pond([level(0, 50), level(24, 46.5, { evaporationMm: 2.6 })]), POND).state).toBe('passed');
    expect(judge(pond([level(0, 50), level(24, 46.3, { evaporationMm: 2.6 })]), POND).kinds).toEqual(['water-loss']);
  });
  test('rain that fell does not hide a loss', () => {
    expect(judge(pond([level(0, 50), level(24, 50, { rainMm: 4 })]), POND)).toMatchObject({
      state: 'failed',
      failures: ['loss-over-1-mm'],
    });
  });
  test('a drip below fails it whatever the level', () => {
    expect(judge(pond([level(0, 50), level(24, 50)], { dripBelow: true }), POND).failures).toEqual(['drips-below']);
  });
  test('under a day, too deep, with an outlet that may have run: not shown', () => {
    expect(judge(pond([level(0, 50), level(20, 50)]), POND).lacks).toEqual(['ponded-under-24-hours']);
    // counted from the first reading, not from when the water was let in
    expect(judge(pond([level(10, 50), level(30, 50)]), POND).lacks).toEqual(['ponded-under-24-hours']);
    expect(judge(pond([level(10, 50), level(34, 50)]), POND).lacks).toEqual([]);
    expect(judge(pond([level(0, 50), level(24, 50)], { depthMm: 120, outletsShut: false }), POND).lacks).toEqual([
      'pond-depth',
      'outlets-not-shut',
    ]);
  });
  const hourly = (fall: number, jumpAt?: number) =>
    Array.from({ length: 7 * 24 + 1 }, (_, h) => level(h, Math.round((-fall * h * 10) / 168) / 10 - (h >= (jumpAt ?? Infinity) ? 6 : 0)));
  const tank = (levels: object[], part: object = {}): TestBody =>
    body({ kind: 'tank-fill', depthM: 4, fillMPerDay: 1.5, soakDays: 7, levels, ...part } as TestResult, { calibratedOn: '2026-08-25' });
  const TANK = { test: 'tank-fill', where: 'once' } as const;
  test('a tank 4 m deep may fall 8 mm in a week (lesser of 10 mm and depth/500: BS 8007, from memory)', () => {
    expect(judge(tank(hourly(8)), TANK)).toMatchObject({ state: 'passed', failures: [] });
    expect(judge(tank(hourly(8.4)), TANK)).toMatchObject({ state: 'failed', failures: ['drop-over-allowed'] });
    expect(judge(tank(hourly(-2)), TANK).failures).toEqual(['level-rises']);
  });
  test('a jump of the logger, a pan that caught rain and hours out of order make it say nothing', () => {
    expect(judge(tank(hourly(2, 60)), TANK)).toMatchObject({ state: 'not-shown', voids: ['level-jump'] });
    const flooded = hourly(2).map((each, h) => ({ ...each, evaporationMm: h < 90 ? h / 50 : h / 50 - 9 }));
    expect(judge(tank(flooded), TANK).voids).toEqual(expect.arrayContaining(['pan-flooded']));
    expect(judge(tank(hourly(2).reverse()), TANK).voids).toContain('not-in-order');
  });
  test('soaked too short, filled too fast, wide cracks: not shown', () => {
    expect(judge(tank(hourly(2), { soakDays: 6 }), TANK).lacks).toEqual(['soak-under-7-days']);
    expect(judge(tank(hourly(2), { crackWidthMm: 0.2, soakDays: 20 }), TANK).lacks).toEqual(['soak-under-21-days']);
    expect(judge(tank(hourly(2), { fillMPerDay: 3 }), TANK).lacks).toEqual(['filled-too-fast']);
  });
  test('a week of watching that began before it had cured is too early, though it ended after', () => {
    const sixDaysAgo = Date.parse(NOON) - 6 * 86_400_000;
    expect(judge(tank(hourly(2)), TANK, { readyMs: sixDaysAgo }).voids).toContain('too-early');
  });
});

describe('looks', () => {
  const LOOK: Partial<PlannedTest> = { test: 'leak-look', where: 'each', targetIds: ['k1', 'k2'], limits: { day: 7, crystalsDay: 28 } };
  const look = (saw: readonly ['dry' | 'damp' | 'weeping' | 'dripping', 'dry' | 'damp' | 'weeping' | 'dripping'], waterUp = true) =>
    body({ kind: 'leak-look', waterUp, looks: saw.map((each, i) => ({ targetId: `k${i + 1}`, saw: each })) });
  test('damp before their day the crystals go on growing; what drips fails', () => {
    expect(judge(look(['dry', 'damp']), LOOK)).toMatchObject({ state: 'not-shown', lacks: ['crystals-growing'] });
    expect(judge(look(['dry', 'dripping']), LOOK)).toMatchObject({ state: 'failed', kinds: ['leak-beside'] });
    expect(judge(look(['dry', 'damp']), { ...LOOK, limits: { day: 28, crystalsDay: 28 } }).state).toBe('failed');
  });
  test('marks of damp that were agreed (BS 8102 grade 1) are none', () => {
    expect(judge(look(['dry', 'damp']), { ...LOOK, limits: { day: 28, dampAllowed: 1 } }).state).toBe('passed');
    expect(judge(look(['dry', 'weeping']), { ...LOOK, limits: { day: 28, dampAllowed: 1 } }).state).toBe('failed');
  });
  test('a place that nobody looked at, or water that was not up: not shown', () => {
    const one = body({ kind: 'leak-look', waterUp: true, looks: [{ targetId: 'k1', saw: 'dry' }] });
    expect(judge(one, LOOK)).toMatchObject({ state: 'not-shown', lacks: ['too-few-tested'] });
    expect(judge(look(['dry', 'dry'], false), LOOK).lacks).toEqual(['water-not-up']);
  });
});

describe('other tests', () => {
  test.each([
    // EN 1610, from memory: 0.40 L to a wetted m² in 30 min after an hour
    [{ kind: 'manhole-water', soakH: 1, minutes: 30, litres: 4, wettedM2: 10 }, 'passed', []],
    [{ kind: 'manhole-water', soakH: 1, minutes: 30, litres: 4.2, wettedM2: 10 }, 'failed', ['takes-too-much']],
    [{ kind: 'manhole-water', soakH: 0.5, minutes: 30, litres: 1, wettedM2: 10 }, 'not-shown', []],
    // ASTM C1244, from memory: 254 to 229 mm of mercury, 20 s at 2.4 m, 25 s at 3.0 m
    [
      { kind: 'manhole-vacuum', startMmHg: 254, endMmHg: 229, seconds: 25, deepM: 3, diameterM: 1.2, acceptedBy: 'E', filledRound: false },
      'passed',
      [],
    ],
    [
      { kind: 'manhole-vacuum', startMmHg: 254, endMmHg: 229, seconds: 24, deepM: 3, diameterM: 1.2, acceptedBy: 'E', filledRound: false },
      'not-shown',
      [],
    ],
    [
      { kind: 'manhole-vacuum', startMmHg: 254, endMmHg: 228, seconds: 25, deepM: 3, diameterM: 1.2, acceptedBy: 'E', filledRound: false },
      'failed',
      ['vacuum-lost'],
    ],
    [
      { kind: 'manhole-vacuum', startMmHg: 254, endMmHg: 240, seconds: 40, deepM: 3, diameterM: 1.2, acceptedBy: 'E', filledRound: true },
      'not-shown',
      [],
    ],
    // Haack 1991, from memory: 0.1 L/(m²·day) is class 2
    [{ kind: 'inflow', litres: 1, hours: 24, overM2: 10, agreedClass: 2 }, 'passed', []],
    [{ kind: 'inflow', litres: 1.1, hours: 24, overM2: 10, agreedClass: 2 }, 'failed', ['over-agreed-class']],
    [{ kind: 'inflow', litres: 500, hours: 24, overM2: 10, agreedClass: 5 }, 'failed', ['over-agreed-class']],
    // common practice, no source: hollows over 0.1 m², or at an edge
    [{ kind: 'hammer', soundedM2: 10, hollows: [{ areaM2: 0.1, uM: 1, vM: 1 }] }, 'passed', []],
    [{ kind: 'hammer', soundedM2: 10, hollows: [{ areaM2: 0.11, uM: 1, vM: 1 }] }, 'failed', ['hollow']],
    [{ kind: 'hammer', soundedM2: 10, hollows: [{ areaM2: 0.02, atEdge: true, uM: 1, vM: 1 }] }, 'failed', ['hollow-at-edge']],
    [{ kind: 'hammer', soundedM2: 9, hollows: [] }, 'not-shown', []],
    [{ kind: 'adhesion', cuts: [{ rate: 4, uM: 1, vM: 1 }] }, 'passed', []],
    [{ kind: 'adhesion', cuts: [{ rate: 3, uM: 1, vM: 1 }] }, 'failed', ['flakes-at-cut']],
    [{ kind: 'core', cores: [{ filledPct: 89, uM: 1, vM: 1 }] }, 'failed', ['not-filled']],
    [
      {
        kind: 'cavity-run',
        lPerMin: 2,
        minutes: 30,
        showed: ['reaches-sump', 'pump-1-alone', 'pump-2-alone', 'on-battery', 'alarm-heard', 'ports-open'],
      },
      'passed',
      [],
    ],
    [{ kind: 'cavity-run', lPerMin: 2, minutes: 30, showed: ['reaches-sump', 'pump-1-alone'] }, 'not-shown', []],
    [{ kind: 'penetration-air', with: 'soap', underKPa: 0.5, looks: [{ saw: 'leaks', uM: 1, vM: 1 }] }, 'failed', ['lets-air-through']],
    // NACE SP0188, from memory: 3000 V over half a millimetre to a millimetre
    [{ kind: 'pinhole', how: 'spark', volts: 3000, coveredM2: 10, holes: [] }, 'passed', []],
    [{ kind: 'pinhole', how: 'spark', volts: 1500, coveredM2: 10, holes: [] }, 'not-shown', []],
    [{ kind: 'pinhole', how: 'wet-sponge', volts: 67.5, coveredM2: 10, holes: [] }, 'not-shown', []],
    [{ kind: 'pinhole', how: 'look', coveredM2: 10, holes: [{ uM: 1, vM: 2 }] }, 'failed', ['pinhole']],
  ] as const)('%j: %s', (result, state, failures) => {
    const limits: Record<string, number> = result.kind === 'pinhole' ? { areaM2: 10, sparkV: 3000 } : { areaM2: 10 };
    expect(judge(body(result as unknown as TestResult), { test: result.kind, where: 'once', limits })).toMatchObject({ state, failures });
  });
  test('a drop that stands where it should be drunk, and one that is drunk where it should stand', () => {
    const drops = (saw: 'drinks' | 'beads') => body({ kind: 'water-drop', drops: [{ saw, powder: false, uM: 1, vM: 1 }] });
    expect(judge(drops('beads'), { test: 'water-drop', limits: { drinks: 1 } }).kinds).toEqual(['closed-surface']);
    expect(judge(drops('drinks'), { test: 'water-drop', limits: { beads: 1 } }).kinds).toEqual(['not-repelling']);
    expect(judge(drops('drinks'), { test: 'water-drop', limits: { firm: 1 } }).state).toBe('passed');
  });
});

describe('who takes it and who sees it', () => {
  const lacksOf = (witness: string, by: string, plan: Partial<PlannedTest>) =>
    judgeTest(
      body(film(OK20), { witness }),
      { atMs: Date.parse(NOON), timeZone: 'UTC', by, workers: ['Tomas Brekkan', 'Ida Moor'] },
      planned({ ...FILM, ...plan, limits: { ...FILM.limits, ...plan.limits } }),
      { readyMs: 0 },
    ).lacks.map(({ code }) => code);
  const APART = { limits: { apart: 1 } };
  test('nobody is his own witness', () => {
    expect(lacksOf('Tomas Brekkan', 'Tomas Brekkan', APART)).toEqual(['witness-is-taker']);
    expect(lacksOf(' tomas brekkan, foreman', 'Tomas Brekkan', APART)).toEqual(['witness-is-taker']);
    expect(lacksOf('Tomas Brekkander', 'Tomas Brekkan', APART)).toEqual([]);
  });
  test('what the inspector proves, the crew does not prove among itself', () => {
    expect(lacksOf('Ida Moor', 'Tomas Brekkan', { ...APART, by: 'inspector' })).toEqual(['nobody-apart']);
    expect(lacksOf('Ida Moor', 'Tomas Brekkan', { ...APART, by: 'engineer' })).toEqual(['nobody-apart']);
    expect(lacksOf('Odile Marsk', 'Tomas Brekkan', { ...APART, by: 'inspector' })).toEqual([]);
    expect(lacksOf('Ida Moor', 'Odile Marsk', { ...APART, by: 'inspector' })).toEqual([]);
    expect(lacksOf('Ida Moor', 'Tomas Brekkan', APART)).toEqual([]);
  });
  test('a plan from before this was asked is judged as it was agreed', () => {
    expect(lacksOf('Ida Moor', 'Tomas Brekkan', { by: 'inspector' })).toEqual([]);
    expect(lacksOf('Tomas Brekkan', 'Tomas Brekkan', {})).toEqual([]);
  });
});
