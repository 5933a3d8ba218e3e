import fc from 'fast-check';
import highsLoader from 'highs';
import { calculate } from '../calculators';
import { type MadeProgramme, madeProgramme } from '../testing/programmes';
import { accepted, refusals } from '../testing/results';
import { ageClock } from './age-clock';
import type { ProgrammeAnswer } from './programme';

const plan = (input: object, slices = 400) => accepted(calculate('programme', input, (done) => done >= slices)) as ProgrammeAnswer;
type Span = { fromMin: number; toMin: number };

/** Minutes that a task really works, minute by minute from its start: read off the input alone. */
function worked(input: MadeProgramme, id: string, startMin: number, endMin: number): number[] {
  const task = input.tasks.find((each) => each.id === id)!;
  const calendars = [...input.resources.filter((r) => (task.uses[r.id] ?? 0) > 0).map((r) => r.available), task.allowed].filter(
    (c) => c !== undefined,
  );
  const open = (minute: number) =>
    calendars.every((spans: Span[]) => spans.some(({ fromMin, toMin }) => minute >= fromMin && minute < toMin));
  return Array.from({ length: endMin - startMin }, (_, i) => startMin + i).filter((minute) => !task.splittable || open(minute));
}

/** Every rule that a programme breaks, found without the scheduler's own code. */
function broken(input: MadeProgramme, { tasks }: ProgrammeAnswer): string[] {
  const found: string[] = [];
  const place = new Map(tasks.map((task) => [task.id, task]));
  const load = new Map<string, number>();
  for (const { id, durationMin, uses, allowed, splittable } of input.tasks) {
    const { startMin, endMin } = place.get(id)!;
    if (startMin % input.stepMin !== 0) found.push(`${id} starts between steps`);
    const minutes = worked(input, id, startMin, endMin);
    if (minutes.length !== durationMin) found.push(`${id} works ${minutes.length} of ${durationMin} min`);
    const inside = (spans: Span[] | undefined) => !spans || spans.some(({ fromMin, toMin }) => startMin >= fromMin && endMin <= toMin);
    if (!splittable)
      for (const r of input.resources) if ((uses[r.id] ?? 0) > 0 && !inside(r.available)) found.push(`${id} leaves the hours of ${r.id}`);
    if (!splittable && !inside(allowed)) found.push(`${id} leaves its allowed times`);
    if (splittable && minutes[0] !== startMin) found.push(`${id} begins with a rest`);
    for (const [resource, amount] of Object.entries(uses))
      for (const minute of minutes) load.set(`${resource} ${minute}`, (load.get(`${resource} ${minute}`) ?? 0) + amount);
  }
  for (const { id, capacity } of input.resources)
    for (const [key, amount] of load) if (key.startsWith(`${id} `) && amount > capacity) found.push(`${id} is overfull at ${key}`);
  for (const { from, to, kind, minMin, maxMin, ageing } of input.lags) {
    const clock = ageing ? ageClock(ageing) : { aged: (minutes: number) => minutes };
    const since = kind === 'finish-start' ? place.get(from)!.endMin : place.get(from)!.startMin;
    const wait = clock.aged(place.get(to)!.startMin) - clock.aged(since);
    if (wait < minMin - 1e-6 || (maxMin !== undefined && wait > maxMin + 1e-6))
      found.push(`${to} waits ${wait} after ${from}, not ${minMin} to ${maxMin}`);
  }
  return found;
}

describe('no rule is ever broken', () => {
  test('hours, splits, allowed times, ageing waits', () => {
    let feasible = 0;
    for (let seed = 1; seed <= 14; seed++) {
      const input = madeProgramme(seed, { tasks: 6 + seed, resources: 3, days: 9 }, true);
      const answer = plan(input, 60);
      if (!answer.feasible) {
        expect(answer.conflicts.length).toBeGreaterThan(0);
        continue;
      }
      feasible++;
      expect([seed, broken(input, answer)]).toEqual([seed, []]);
      expect(answer.makespanMin).toBe(Math.max(...answer.tasks.map(({ endMin }) => endMin)));
      expect(answer.makespanMin!).toBeGreaterThanOrEqual(answer.lowerBoundMin);
    }
    expect(feasible).toBeGreaterThan(7);
  });

  test('sixty tasks, stopped early, still keep all rules', () => {
    const input = madeProgramme(2, { tasks: 60, resources: 3, days: 30 });
    const answer = plan(input, 40);
    expect(answer.feasible).toBe(true);
    expect(broken(input, answer)).toEqual([]);
  });
});

describe('the best of small programmes', () => {
  /** The same programme as an integer programme: one binary for each task and start, resources per slot. */
  function asMip(input: MadeProgramme): string {
    const { stepMin, horizonMin } = input;
    const inside = (spans: Span[] | undefined, from: number, to: number) =>
      !spans || spans.some((span) => from >= span.fromMin && to <= span.toMin);
    const starts = input.tasks.map((task) =>
      Array.from({ length: horizonMin / stepMin + 1 }, (_, slot) => slot).filter((slot) => {
        const [from, to] = [slot * stepMin, slot * stepMin + task.durationMin];
        return (
          to <= horizonMin &&
          inside(task.allowed, from, to) &&
          input.resources.every((r) => !(task.uses[r.id]! > 0) || inside(r.available, from, to))
        );
      }),
    );
    const index = new Map(input.tasks.map(({ id }, i) => [id, i]));
    const start = (i: number, scale = 1) => starts[i]!.map((slot) => `${scale * slot * stepMin} x${i}_${slot}`).join(' + ');
    const rows = [
      ...starts.map((slots, i) => slots.map((slot) => `x${i}_${slot}`).join(' + ') + ' = 1'),
      ...input.tasks.map(({ durationMin }, i) => `C - ${start(i).replaceAll(' + ', ' - ')} >= ${durationMin}`),
      ...input.lags.flatMap(({ from, to, kind, minMin, maxMin }) => {
        const [i, j] = [index.get(from)!, index.get(to)!];
        const since = kind === 'finish-start' ? input.tasks[i]!.durationMin : 0;
        const wait = `${start(j)} - ${start(i).replaceAll(' + ', ' - ')}`;
        return [`${wait} >= ${since + minMin}`, ...(maxMin === undefined ? [] : [`${wait} <= ${since + maxMin}`])];
      }),
      ...input.resources.flatMap(({ id, capacity }) =>
        Array.from({ length: horizonMin / stepMin }, (_, slot) => {
          const terms = input.tasks.flatMap(({ durationMin, uses }, i) =>
            uses[id] ? starts[i]!.filter((s) => s <= slot && slot < s + durationMin / stepMin).map((s) => `${uses[id]} x${i}_${s}`) : [],
          );
          return terms.length > 0 ? `${terms.join(' + ')} <= ${capacity}` : '';
        }).filter(Boolean),
      ),
    ];
    const names = starts.flatMap((slots, i) => slots.map((slot) => `x${i}_${slot}`));
    return `Minimize\n obj: C\nSubject To\n${rows.map((row, i) => ` r${i}: ${row}`).join('\n')}\nBounds\n C >= 0\nBinary\n ${names.join(' ')}\nEnd\n`;
  }

  test('as HiGHS proves it (exact integer programming)', async () => {
    const highs = await highsLoader();
    let feasible = 0;
    for (let seed = 1; seed <= 8; seed++) {
      const input = madeProgramme(seed, { tasks: 6, resources: 2, days: 2, stepMin: 60 });
      const proven = highs.solve(asMip(input));
      const answer = plan(input);
      if (proven.Status === 'Infeasible') {
        expect(answer.feasible).toBe(false);
        continue;
      }
      expect(proven.Status).toBe('Optimal');
      feasible++;
      expect(answer.optimal).toBe(true);
      expect(answer.makespanMin).toBeCloseTo(proven.ObjectiveValue, 6);
      expect(answer.lowerBoundMin).toBeCloseTo(proven.ObjectiveValue, 6);
    }
    expect(feasible).toBeGreaterThan(3);
  });

  test('as trying every start does (brute force)', () => {
    const start = fc.integer({ min: 0, max: 4 });
    const any = fc.record({
      durations: fc.array(fc.integer({ min: 1, max: 3 }), { minLength: 3, maxLength: 3 }),
      amounts: fc.array(fc.integer({ min: 1, max: 2 }), { minLength: 3, maxLength: 3 }),
      waits: fc.array(fc.tuple(start, fc.option(fc.integer({ min: 0, max: 3 }))), { minLength: 2, maxLength: 2 }),
    });
    fc.assert(
      fc.property(any, ({ durations, amounts, waits }) => {
        const input: MadeProgramme = {
          horizonMin: 12,
          stepMin: 1,
          resources: [
            {
              id: 'r',
              capacity: 2,
              available: [
                { fromMin: 0, toMin: 5 },
                { fromMin: 6, toMin: 12 },
              ],
            },
          ],
          tasks: durations.map((durationMin, i) => ({ id: `t${i}`, durationMin, uses: { r: amounts[i]! } })),
          lags: waits.map(([minMin, slack], i) => ({
            from: `t${i}`,
            to: `t${i + 1}`,
            kind: 'finish-start',
            minMin,
            ...(slack === null ? {} : { maxMin: minMin + slack }),
          })),
        };
        let least = Infinity;
        for (let a = 0; a < 12; a++)
          for (let b = 0; b < 12; b++)
            for (let c = 0; c < 12; c++) {
              const tasks = [a, b, c].map((startMin, i) => ({ id: `t${i}`, startMin, endMin: startMin + durations[i]! }));
              const end = Math.max(...tasks.map(({ endMin }) => endMin));
              if (end <= 12 && end < least && broken(input, { tasks } as ProgrammeAnswer).length === 0) least = end;
            }
        const answer = plan(input);
        expect(answer.makespanMin ?? Infinity).toBe(least);
        expect(answer.feasible).toBe(least < Infinity);
      }),
      { numRuns: 12 },
    );
  });
});

describe('what cannot be done says why', () => {
  const resources = [{ id: 'crew', capacity: 1 }];
  const task = (id: string, durationMin = 60) => ({ id, durationMin, uses: { crew: 1 } });
  const base = { horizonMin: 2000, resources };
  const codes = (answer: ProgrammeAnswer) => answer.conflicts.map(({ code, path }) => `${code} at ${path}`);

  test('waits round a circle', () => {
    const lag = (from: string, to: string) => ({ from, to, kind: 'finish-start', minMin: 10 });
    const answer = plan({
      ...base,
      tasks: [task('a'), task('b'), task('c'), task('d')],
      lags: [lag('d', 'a'), lag('a', 'b'), lag('b', 'c'), lag('c', 'a')],
    });
    expect(answer).toMatchObject({ feasible: false, tasks: [], makespanMin: null, optimal: false });
    expect(codes(answer).sort()).toEqual([1, 2, 3].map((i) => `lags-contradict at lags[${i}]`));
  });

  test('a latest wait that the tasks between make impossible: just the waits that contradict', () => {
    const lags = [
      { from: 'a', to: 'b', kind: 'finish-start', minMin: 120 },
      { from: 'b', to: 'c', kind: 'finish-start', minMin: 60 },
      { from: 'a', to: 'c', kind: 'finish-start', minMin: 0, maxMin: 200 },
    ];
    expect(codes(plan({ ...base, tasks: [task('a'), task('b'), task('c')], lags })).sort()).toEqual(
      [0, 1, 2].map((i) => `lags-contradict at lags[${i}]`),
    );
    // 120 + 60 + 60 = 240 minutes are enough
    lags[2]!.maxMin = 240;
    expect(plan({ ...base, tasks: [task('a'), task('b'), task('c')], lags }).feasible).toBe(true);
  });

  test('a task longer than any shift, and a horizon too short', () => {
    const shifts = [{ fromMin: 0, toMin: 50 }];
    expect(codes(plan({ horizonMin: 2000, resources: [{ id: 'crew', capacity: 1, available: shifts }], tasks: [task('a')] }))).toEqual([
      'no-time-to-fit at tasks[0]',
    ]);
    expect(plan({ ...base, horizonMin: 100, tasks: [task('a'), task('b')] }).feasible).toBe(false);
  });

  test('stopped before anything was found it says so, and is not infeasible for good', () => {
    const input = madeProgramme(1, { tasks: 60, resources: 3, days: 30 });
    // two that begin together are not placed one after the other
    const together = ['x', 'y'].map((id) => ({ ...task(id), uses: {} }));
    const lags = [
      ...(input.lags ?? []),
      ...['xy', 'yx'].map(([from, to]) => ({ from: from!, to: to!, kind: 'start-start' as const, minMin: 0 })),
    ];
    expect(codes(plan({ ...input, tasks: [...input.tasks, ...together], lags }, 1))).toEqual(['none-found-in-time at tasks']);
  });

  test('stopped at once it has a plan all the same', () => {
    for (const seed of [1, 2, 4, 5, 7]) {
      const { feasible, makespanMin, lowerBoundMin } = plan(madeProgramme(seed, { tasks: 60, resources: 3, days: 30 }), 1);
      expect(feasible).toBe(true);
      expect(makespanMin).toBeGreaterThanOrEqual(lowerBoundMin);
    }
  });

  test('unknown names, doubled names, too much of a resource, empty times', () => {
    const refused = (part: object) => refusals(calculate('programme', { ...base, tasks: [task('a')], ...part }));
    expect(refused({ tasks: [task('a'), task('a')] })).toEqual(['duplicate-id at tasks[1].id']);
    expect(refused({ tasks: [{ ...task('a'), uses: { crane: 1 } }] })).toEqual(['no-such-id at tasks[0].uses.crane']);
    expect(refused({ tasks: [{ ...task('a'), uses: { crew: 2 } }] })).toEqual(['over-capacity at tasks[0].uses.crew']);
    expect(refused({ tasks: [{ ...task('a'), allowed: [{ fromMin: 5, toMin: 5 }] }] })).toEqual([
      'to-not-after-from at tasks[0].allowed[0].toMin',
    ]);
    expect(refused({ lags: [{ from: 'a', to: 'x', kind: 'finish-start', minMin: 0 }] })).toEqual(['no-such-id at lags[0].to']);
    expect(refused({ lags: [{ from: 'a', to: 'a', kind: 'finish-start', minMin: 0 }] })).toEqual(['lag-on-itself at lags[0].to']);
    expect(refused({ tasks: [task('a'), task('b')], lags: [{ from: 'a', to: 'b', kind: 'finish-start', minMin: 9, maxMin: 8 }] })).toEqual([
      'max-below-min at lags[0].maxMin',
    ]);
    expect(refused({ tasks: [] })).toEqual(['empty-list at tasks']);
    expect(refused({ horizonMin: 1_000_000, stepMin: 0.1 })).toEqual(['too-fine at stepMin']);
  });
});

describe('waits on aged time', () => {
  test('a coat that ages at half speed may be followed after twice the time', () => {
    const answer = plan({
      horizonMin: 2000,
      resources: [{ id: 'crew', capacity: 1 }],
      tasks: [
        { id: 'coat 1', durationMin: 60, uses: { crew: 1 } },
        { id: 'coat 2', durationMin: 60, uses: { crew: 1 } },
      ],
      lags: [{ from: 'coat 1', to: 'coat 2', kind: 'finish-start', minMin: 180, maxMin: 240, ageing: [0.5] }],
    });
    expect(answer.tasks[1]!.startMin).toBe(60 + 360);
  });

  test('the clock reads both ways', () => {
    const rate = fc.double({ min: 0.1, max: 5, noNaN: true });
    fc.assert(
      fc.property(fc.array(rate, { minLength: 1, maxLength: 30 }), fc.double({ min: -500, max: 5000, noNaN: true }), (rates, minutes) => {
        const clock = ageClock(rates);
        expect(clock.timeOf(clock.aged(minutes))).toBeCloseTo(minutes, 6);
        expect(clock.aged(minutes + 1)).toBeGreaterThan(clock.aged(minutes));
      }),
    );
  });
});

describe('other things that matter', () => {
  // two short jobs with a long wait between them on one mixer, and one that could go anywhere
  const input: MadeProgramme = {
    horizonMin: 600,
    stepMin: 10,
    resources: [{ id: 'mixer', capacity: 1 }],
    tasks: [
      { id: 'a', durationMin: 60, uses: { mixer: 1 } },
      { id: 'b', durationMin: 60, uses: { mixer: 1 } },
      { id: 'c', durationMin: 60, uses: { mixer: 1 } },
    ],
    lags: [{ from: 'a', to: 'b', kind: 'finish-start', minMin: 240 }],
  };
  const spells = ({ tasks }: ProgrammeAnswer) => {
    const sorted = [...tasks].sort((x, y) => x.startMin - y.startMin);
    return sorted.filter(({ startMin }, i) => i === 0 || startMin > sorted[i - 1]!.endMin).length;
  };

  test('fewer fresh starts, where they weigh more than the end', () => {
    const usual = plan(input);
    const fewer = plan({ ...input, weights: { finish: 1, batches: 1000 } }, 60);
    expect(usual.makespanMin).toBe(360);
    expect(fewer.makespanMin).toBe(360);
    expect(spells(fewer)).toBeLessThanOrEqual(spells(usual));
    expect(spells(fewer)).toBe(2);
    expect(broken(input, fewer)).toEqual([]);
    expect(fewer.optimal).toBe(false);
  });
});

test('an empty list of waits is none', () => {
  const input = {
    horizonMin: 600,
    stepMin: 10,
    resources: [{ id: 'crew', capacity: 1 }],
    tasks: [{ id: 'a', durationMin: 60, uses: { crew: 1 } }],
  };
  expect(plan({ ...input, lags: [] })).toMatchObject({ feasible: true, makespanMin: 60 });
});
