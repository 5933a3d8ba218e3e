import fc from 'fast-check';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { LearningSearch } from './learning-search';
import { Bounds } from './schedule-bounds';
import { pullForward } from './schedule-forward';
import { type ScheduleInput, buildModel } from './schedule-model';
import { weigh } from './schedule-weights';

const task = (id: string, durationMin: number, uses: Record<string, number> = { crew: 1 }) => ({
  id,
  durationMin,
  uses,
  splittable: false,
});
const input = (part: Partial<ScheduleInput>): ScheduleInput => ({
  ...{ horizonMin: 2000, stepMin: 5, resources: [{ id: 'crew', capacity: 1 }], tasks: [], lags: [] },
  ...part,
});
const at = (starts: number[], of: ScheduleInput) => {
  const model = buildModel(of);
  const endsMin = starts.map((start, i) => {
    const { times } = model.tasks[i]!;
    return times.endMin(times.notBefore(start));
  });
  return { model, schedule: { startsMin: starts, endsMin, makespanMin: Math.max(...endsMin) } };
};

test('what nothing holds begins at once, what a wait holds when it may', () => {
  const of = input({
    tasks: [task('a', 60), task('b', 30, {}), task('c', 30)],
    lags: [{ from: 'a', to: 'c', kind: 'finish-start', minMin: 45 }],
  });
  const { model, schedule } = at([100, 700, 900], of);
  expect(pullForward(model, schedule).startsMin).toEqual([0, 0, 105]);
});

test('it slips into a gap that holds it, and no other', () => {
  const of = input({
    tasks: [task('a', 60), task('b', 60), task('long', 60), task('short', 30)],
    lags: [{ from: 'a', to: 'b', kind: 'start-start', minMin: 100, maxMin: 100 }],
  });
  const { model, schedule } = at([0, 100, 300, 400], of);
  expect(pullForward(model, schedule).startsMin).toEqual([0, 100, 160, 60]);
});

test('two that a window ties together come forward by turns', () => {
  const of = input({
    tasks: [task('coat 1', 30), task('coat 2', 30)],
    lags: [
      { from: 'coat 1', to: 'coat 2', kind: 'finish-start', minMin: 60 },
      { from: 'coat 1', to: 'coat 2', kind: 'start-start', minMin: 0, maxMin: 120 },
    ],
  });
  const { model, schedule } = at([600, 700], of);
  expect(pullForward(model, schedule).startsMin).toEqual([0, 90]);
});

const arbitrary = fc.record({
  tasks: fc.array(
    fc.record({ durationMin: fc.integer({ min: 1, max: 12 }), crew: fc.integer({ min: 0, max: 2 }), splittable: fc.boolean() }),
    { minLength: 2, maxLength: 7 },
  ),
  lags: fc.array(
    fc.record({
      from: fc.nat(6),
      to: fc.nat(6),
      minMin: fc.integer({ min: 0, max: 8 }),
      slack: fc.option(fc.integer({ min: 0, max: 12 }), { nil: undefined }),
      isEnd: fc.boolean(),
    }),
    { maxLength: 6 },
  ),
});

test('keeps every rule, moves nothing later, and leaves nothing that could still come forward alone', () => {
  fc.assert(
    fc.property(arbitrary, ({ tasks, lags }) => {
      const of = input({
        stepMin: 10,
        resources: [
          {
            id: 'crew',
            capacity: 2,
            available: [
              { fromMin: 0, toMin: 240 },
              { fromMin: 600, toMin: 840 },
              { fromMin: 1200, toMin: 1440 },
            ],
          },
        ],
        tasks: tasks.map(({ durationMin, crew, splittable }, i) => ({ ...task(`t${i}`, durationMin * 10, { crew }), splittable })),
        lags: lags
          .filter(({ from, to }) => from < to && to < tasks.length)
          .map(({ from, to, minMin, slack, isEnd }) => ({
            ...{ from: `t${from}`, to: `t${to}`, kind: isEnd ? ('finish-start' as const) : ('start-start' as const), minMin: minMin * 10 },
            ...(slack === undefined ? {} : { maxMin: (minMin + slack) * 10 }),
          })),
      });
      const model = buildModel(of);
      const root = new Bounds(model);
      root.markAll();
      if (!root.propagate()) return;
      const search = new LearningSearch(model, root, { random: xoroshiro128plus(3), isLoose: true });
      search.advance(60);
      if (!search.best) return;
      const pulled = pullForward(model, search.best);
      expect(pulled.startsMin.every((start, i) => start <= search.best!.startsMin[i]!)).toBe(true);
      expect(pulled.makespanMin).toBeLessThanOrEqual(search.best.makespanMin);
      expect(faults(of, pulled)).toEqual([]);
      expect(pullForward(model, pulled)).toEqual(pulled);
      expect(weigh(model, pulled, { finish: 1, outOfHours: 0, batches: 0, cost: 0 })).toBe(pulled.makespanMin);
    }),
    { numRuns: 300, seed: 11 },
  );
});

/** Rules that are broken, looked at minute by minute. */
function faults({ tasks, lags, resources }: ScheduleInput, { startsMin, endsMin }: { startsMin: number[]; endsMin: number[] }): string[] {
  const found: string[] = [];
  const place = new Map(tasks.map(({ id }, i) => [id, i]));
  for (const { from, to, kind, minMin, maxMin = Infinity } of lags) {
    const wait = startsMin[place.get(to)!]! - (kind === 'finish-start' ? endsMin : startsMin)[place.get(from)!]!;
    if (wait < minMin || wait > maxMin) found.push(`${from} to ${to}`);
  }
  const { capacity, available = [] } = resources[0]!;
  for (let minute = 5; minute < 2000; minute += 10) {
    const isOpen = available.some(({ fromMin, toMin }) => minute >= fromMin && minute < toMin);
    const there = tasks.reduce((sum, { uses }, i) => sum + (startsMin[i]! < minute && endsMin[i]! > minute ? (uses['crew'] ?? 0) : 0), 0);
    if (isOpen && there > capacity) found.push(`too many at ${minute}`);
  }
  return found;
}
