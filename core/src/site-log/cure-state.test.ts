import fc from 'fast-check';
import { HOUR_MS } from '../quantities';
import { cureState } from './index';

const at = (...hours: number[]) => hours.map((h) => h * HOUR_MS);
const states = (due: number[], done: number[], now: number) => cureState(at(...due), at(...done), now * HOUR_MS).map(({ state }) => state);

test('rounds at 7, 14 and 21: done, missed once the next is due, due while it is not, ahead', () => {
  expect(states([7, 14, 21], [7.5], 13)).toEqual(['done', 'ahead', 'ahead']);
  expect(states([7, 14, 21], [], 8)).toEqual(['due', 'ahead', 'ahead']);
  expect(states([7, 14, 21], [15], 16)).toEqual(['missed', 'done', 'ahead']);
  // an hour before it counts for it, four hours before for the one before
  expect(states([7, 14, 21], [7, 13], 13.5)).toEqual(['done', 'done', 'ahead']);
  expect(states([7, 14, 21], [10], 15)).toEqual(['done', 'due', 'ahead']);
});

test('whatever was done whenever: no round counts twice, and none that was done is missed', () => {
  const hours = fc.array(fc.double({ min: 0, max: 100, noNaN: true }), { maxLength: 12 });
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: 1, max: 90 }), { minLength: 1, maxLength: 9 }),
      hours,
      fc.integer({ min: 0, max: 120 }),
      (due, done, now) => {
        const sorted = [...due].sort((a, b) => a - b);
        const found = cureState(at(...sorted), at(...done), now * HOUR_MS);
        const counted = found.flatMap(({ doneMs }) => doneMs ?? []);
        expect(new Set(counted).size).toBe(counted.length);
        expect(counted.length).toBeLessThanOrEqual(new Set(done).size);
        for (const { dueMs, state } of found) if (state !== 'done') expect(state === 'ahead').toBe(dueMs > now * HOUR_MS);
      },
    ),
  );
});
