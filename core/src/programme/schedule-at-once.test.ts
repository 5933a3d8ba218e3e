import fc from 'fast-check';
import { scheduleAtOnce } from './schedule-at-once';
import { Bounds } from './schedule-bounds';
import { type ScheduleInput, buildModel } from './schedule-model';

const task = (id: string, durationMin: number, uses: Record<string, number> = { crew: 1 }) => ({
  id,
  durationMin,
  uses,
  splittable: false,
});
const wait = (from: string, to: string, minMin: number, maxMin?: number) => ({ from, to, kind: 'finish-start' as const, minMin, maxMin });

/** Undefined where the rules alone leave no room. */
function placed(input: ScheduleInput) {
  const model = buildModel(input);
  const root = new Bounds(model);
  root.markAll();
  return root.propagate() ? scheduleAtOnce(model, root) : undefined;
}

test('what is urgent goes first, and the rest beside it or after it', () => {
  const schedule = placed({
    horizonMin: 1000,
    stepMin: 10,
    resources: [{ id: 'crew', capacity: 1 }],
    tasks: [task('whenever', 100), { ...task('early', 50), allowed: [{ fromMin: 0, toMin: 60 }] }, task('alone', 30, {})],
    lags: [],
  })!;
  expect(schedule).toEqual({ startsMin: [50, 0, 0], endsMin: [150, 50, 30], makespanMin: 150 });
});

test('a coat whose follower must wait for its machine is itself laid so late that the window holds', () => {
  const schedule = placed({
    horizonMin: 2000,
    stepMin: 10,
    resources: [
      { id: 'crew', capacity: 1 },
      { id: 'pump', capacity: 1, available: [{ fromMin: 800, toMin: 1200 }] },
    ],
    tasks: [task('clean', 60), task('coat 1', 40), task('coat 2', 40, { crew: 1, pump: 1 })],
    lags: [wait('clean', 'coat 1', 0), wait('coat 1', 'coat 2', 120, 300)],
  })!;
  // 800 less the window of 300: coat 1 ends at 500 at the earliest
  expect(schedule.startsMin).toEqual([0, 460, 800]);
});

test('tasks that wait for each other in a ring are left to the search', () => {
  const start = { kind: 'start-start' as const, minMin: 0 };
  const ring = {
    horizonMin: 100,
    stepMin: 10,
    resources: [],
    tasks: [task('a', 10, {}), task('b', 10, {})],
    lags: [
      { from: 'a', to: 'b', ...start },
      { from: 'b', to: 'a', ...start },
    ],
  };
  expect(placed(ring)).toBeNull();
});

const programme = fc.record({
  durations: fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 3, maxLength: 12 }),
  capacity: fc.integer({ min: 1, max: 3 }),
  waits: fc.array(
    fc.record({ from: fc.nat(11), on: fc.integer({ min: 1, max: 11 }), min: fc.nat(20), slack: fc.option(fc.nat(30), { nil: undefined }) }),
    { maxLength: 14 },
  ),
});

test('whatever it answers keeps every wait, every window, every shift and what there is of a crew', () => {
  let answered = 0;
  fc.assert(
    fc.property(programme, ({ durations, capacity, waits }) => {
      const shifts = Array.from({ length: 30 }, (_, day) => ({ fromMin: 24 * day, toMin: 24 * day + 10 }));
      const tasks = durations.map((duration, i) => task(String(i), duration, { crew: 1 + (i % capacity) }));
      const lags = waits
        .filter(({ from, on }) => from + on < tasks.length)
        .map(({ from, on, min, slack }) => wait(String(from), String(from + on), min, slack === undefined ? undefined : min + slack));
      const schedule = placed({ horizonMin: 720, stepMin: 1, resources: [{ id: 'crew', capacity, available: shifts }], tasks, lags });
      if (!schedule) return;
      answered++;
      const { startsMin, endsMin } = schedule;
      for (const { from, to, minMin, maxMin = Infinity } of lags) {
        const between = startsMin[Number(to)]! - endsMin[Number(from)]!;
        expect(between).toBeGreaterThanOrEqual(minMin);
        expect(between).toBeLessThanOrEqual(maxMin);
      }
      tasks.forEach(({ durationMin, uses }, i) => {
        expect(endsMin[i]).toBe(startsMin[i]! + durationMin);
        expect((startsMin[i]! % 24) + durationMin).toBeLessThanOrEqual(10);
        const beside = tasks.flatMap(({ uses: { crew } }, j) =>
          startsMin[j]! <= startsMin[i]! && endsMin[j]! > startsMin[i]! ? [crew!] : [],
        );
        expect(beside.reduce((sum, n) => sum + n, 0)).toBeLessThanOrEqual(capacity);
        expect(uses['crew']).toBeLessThanOrEqual(capacity);
      });
    }),
    { seed: 7, numRuns: 400 },
  );
  expect(answered).toBeGreaterThan(200);
});
