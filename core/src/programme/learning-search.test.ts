import fc from 'fast-check';
import { calculate } from '../calculators';
import { accepted } from '../testing/results';
import { tradeProgramme } from '../testing/trade-programmes';
import { Trail, literal, negated, sideOf, valueOf } from './learning-trail';
import type { ProgrammeAnswer } from './programme';

const plan = (input: object, slices: number) => accepted(calculate('programme', input, (done) => done >= slices)) as ProgrammeAnswer;

test('a literal and what denies it: one of the two holds, whatever the bounds', () =>
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 300_000 }), fc.integer({ min: -2_000_000, max: 2_000_000 }), (side, value) => {
      const of = literal(side, value);
      expect([sideOf(of), valueOf(of)]).toEqual([side, value]);
      expect(negated(negated(of))).toBe(of);
      expect(sideOf(negated(of))).toBe(side ^ 1);
    }),
  ));

test('what is taken back leaves no trace', () =>
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.integer({ min: 0, max: 7 }), fc.integer({ min: -9, max: 9 })), { maxLength: 30 }),
      fc.nat(20),
      (raises, level) => {
        const trail = new Trail([0, 0, 0, 0], [9, 9, 9, 9]);
        const before: string[] = [];
        for (const [side, value] of raises) {
          const of = literal(side, value);
          if (trail.holds(of) || trail.fails(of)) continue;
          before.push(String(trail.values));
          trail.decide(of);
          expect(trail.holds(of)).toBe(true);
          expect(trail.fails(negated(of))).toBe(true);
          expect(trail.levelAt(trail.placeOf(of))).toBe(trail.level);
        }
        if (level >= trail.level) return;
        trail.backTo(level);
        expect(String(trail.values)).toBe(before[level]);
      },
    ),
  ));

/** Every way to place up to four tasks that may rest at noon, by trying all of them minute by minute. */
function bestByTrial(input: Small): number {
  const open = (minute: number) => input.resources[0]!.available.some(({ fromMin, toMin }) => minute >= fromMin && minute < toMin);
  const placesOf = ({ durationMin, splittable }: Small['tasks'][number]) =>
    Array.from({ length: input.horizonMin }, (_, start) => {
      const minutes: number[] = [];
      for (let minute = start; minutes.length < durationMin && minute < input.horizonMin; minute++)
        if (!splittable || open(minute)) minutes.push(minute);
      return { start, end: (minutes.at(-1) ?? start) + 1, minutes };
    }).filter(({ start, minutes }) => minutes.length === durationMin && minutes[0] === start && minutes.every(open));
  const all = input.tasks.map(placesOf);
  let best = Infinity;
  const place = (i: number, placed: { start: number; end: number; minutes: number[] }[], load: number[]) => {
    if (placed.some(({ end }) => end >= best)) return;
    if (i === all.length) return void (best = Math.max(...placed.map(({ end }) => end)));
    for (const here of all[i]!) {
      const lag = input.lags[i - 1];
      const since = placed.at(-1)?.end ?? 0;
      if (lag && (here.start - since < lag.minMin || here.start - since > lag.maxMin)) continue;
      const next = [...load];
      for (const minute of here.minutes) next[minute]! += input.tasks[i]!.uses.crew;
      if (next.every((amount) => amount <= input.resources[0]!.capacity)) place(i + 1, [...placed, here], next);
    }
  };
  place(
    0,
    [],
    Array.from({ length: input.horizonMin }, () => 0),
  );
  return best;
}

interface Small {
  horizonMin: number;
  stepMin: number;
  resources: { id: string; capacity: number; available: { fromMin: number; toMin: number }[] }[];
  tasks: { id: string; durationMin: number; uses: { crew: number }; splittable: boolean }[];
  lags: { from: string; to: string; kind: 'finish-start'; minMin: number; maxMin: number }[];
}

test('with rests at noon the shortest is found and proven, as trying every start finds it; what cannot be is said to be so', () =>
  fc.assert(
    fc.property(
      fc.array(fc.record({ durationMin: fc.integer({ min: 1, max: 4 }), crew: fc.integer({ min: 1, max: 2 }), splittable: fc.boolean() }), {
        minLength: 3,
        maxLength: 4,
      }),
      fc.array(fc.tuple(fc.integer({ min: -6, max: 3 }), fc.integer({ min: 0, max: 6 })), { minLength: 3, maxLength: 3 }),
      (made, waits) => {
        const tasks = made.map(({ durationMin, crew, splittable }, i) => ({ id: `t${i}`, durationMin, uses: { crew }, splittable }));
        const lags = tasks.slice(1).map(({ id }, i) => ({
          ...{ from: `t${i}`, to: id, kind: 'finish-start' as const },
          ...{ minMin: waits[i]![0], maxMin: waits[i]![0] + waits[i]![1] },
        }));
        const resources = [
          {
            id: 'crew',
            capacity: 2,
            available: [
              { fromMin: 1, toMin: 5 },
              { fromMin: 7, toMin: 12 },
            ],
          },
        ];
        const input: Small = { horizonMin: 12, stepMin: 1, resources, tasks, lags };
        const best = bestByTrial(input);
        const answer = plan(input, 400);
        expect(answer.makespanMin).toBe(best === Infinity ? null : best);
        expect(answer.optimal).toBe(best !== Infinity);
      },
    ),
    { numRuns: 150 },
  ));

describe('programmes of this trade', () => {
  test.each([
    [2, 40],
    [4, 75],
    [6, 110],
  ])('seed %i, %i tasks: a plan within the first slices, and every rule is kept', (seed, size) => {
    const input = tradeProgramme(seed, size);
    const { tasks, feasible } = plan(input, 20);
    expect(feasible).toBe(true);
    const place = new Map(tasks.map((task) => [task.id, task]));
    for (const { id, durationMin, uses } of input.tasks) {
      const { startMin, endMin } = place.get(id)!;
      expect(endMin - startMin).toBe(durationMin);
      for (const { id: resource, available } of input.resources)
        if (uses[resource]) expect(available!.some(({ fromMin, toMin }) => startMin >= fromMin && endMin <= toMin)).toBe(true);
    }
    for (const { from, to, minMin, maxMin = Infinity } of input.lags) {
      const wait = place.get(to)!.startMin - place.get(from)!.endMin;
      expect(wait).toBeGreaterThanOrEqual(minMin);
      expect(wait).toBeLessThanOrEqual(maxMin);
    }
    // a resource can only become overfull where some task starts
    for (const { id: resource, capacity } of input.resources)
      for (const { startMin: at } of tasks) {
        const there = input.tasks.filter(({ id }) => place.get(id)!.startMin <= at && place.get(id)!.endMin > at);
        expect(there.reduce((sum, { uses }) => sum + (uses[resource] ?? 0), 0)).toBeLessThanOrEqual(capacity);
      }
  });

  test('what ends early in a shift is brought into the shift before, not only a quarter of an hour forward', () => {
    // the best known ends with the shift of day 8, counted from 0; step by step it would stay on day 9 past its first hours
    const { makespanMin } = plan(tradeProgramme(81, 70), 600);
    expect(makespanMin).toBeLessThanOrEqual(8 * 1440 + 1020);
  });
});
