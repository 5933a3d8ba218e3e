import fc from 'fast-check';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { tradeProgramme } from '../testing/trade-programmes';
import { Bounds } from './schedule-bounds';
import { chooseRelaxed, handovers } from './schedule-neighbourhood';
import { scheduleAtOnce } from './schedule-at-once';
import { type ScheduleInput, buildModel } from './schedule-model';

const model = buildModel(tradeProgramme(5, 70) as ScheduleInput);
const root = new Bounds(model);
root.markAll();
root.propagate([]);
const schedule = scheduleAtOnce(model, root)!;

test('as many are placed anew as asked for, and mostly whole faces of them', () => {
  let waits = 0;
  let kept = 0;
  fc.assert(
    fc.property(fc.integer(), fc.integer({ min: 4, max: 20 }), (seed, size) => {
      const relaxed = chooseRelaxed(model, schedule, size, xoroshiro128plus(seed));
      expect(relaxed.size).toBeLessThanOrEqual(size);
      expect(relaxed.size).toBeGreaterThan(0);
      for (const { from, to } of model.lags) {
        if (!relaxed.has(from) && !relaxed.has(to)) continue;
        waits++;
        if (relaxed.has(from) && relaxed.has(to)) kept++;
      }
    }),
  );
  expect(kept / waits).toBeGreaterThan(0.5);
});

test('orders that are kept hold in the schedule that they are taken from, and none is of a task that is placed anew', () =>
  fc.assert(
    fc.property(fc.integer(), (seed) => {
      const relaxed = chooseRelaxed(model, schedule, 12, xoroshiro128plus(seed));
      for (const { before, after } of handovers(model, schedule, relaxed)) {
        expect(schedule.endsMin[before]!).toBeLessThanOrEqual(schedule.startsMin[after]! + 1e-6);
        expect(relaxed.has(before) || relaxed.has(after)).toBe(false);
      }
    }),
  ));
