import fc from 'fast-check';
import { afterJump, betterSample, sampleOf } from './true-clock';

const at = (iso: string) => Date.parse(iso);
const DAY = 86_400_000;

test('an answer tells how far the clock is ahead, within half the way there and back and the half second that a date leaves open', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -400 * DAY, max: 400 * DAY }),
      fc.integer({ min: 0, max: 20_000 }),
      fc.integer({ min: 0, max: 20_000 }),
      fc.integer({ min: 0, max: 999 }),
      (aheadMs, thereMs, backMs, partMs) => {
        const trueMs = at('2026-11-28T10:00:00Z') + partMs;
        const asked = trueMs - thereMs + aheadMs;
        const answered = trueMs + backMs + aheadMs;
        const sample = sampleOf(asked, answered, new Date(trueMs).toUTCString())!;
        expect(Math.abs(sample.aheadMs - aheadMs)).toBeLessThanOrEqual(sample.errorMs);
      },
    ),
  );
});

test('no date, no sample; nor from a clock that ran backwards meanwhile', () => {
  expect(sampleOf(0, 10, null)).toBeUndefined();
  expect(sampleOf(0, 10, 'soon')).toBeUndefined();
  expect(sampleOf(10, 0, 'Sat, 28 Nov 2026 10:00:00 GMT')).toBeUndefined();
});

test('a surer sample stays; one that contradicts it, or that is much younger, takes its place', () => {
  const sure = { aheadMs: 3_600_000, errorMs: 520, learntMs: 0 };
  const rough = { aheadMs: 3_602_000, errorMs: 4000, learntMs: 1000 };
  expect(betterSample(undefined, rough)).toBe(rough);
  expect(betterSample(sure, rough)).toBe(sure);
  expect(betterSample(rough, sure)).toBe(sure);
  const set = { aheadMs: 0, errorMs: 4000, learntMs: 1000 };
  expect(betterSample(sure, set)).toBe(set);
  const later = { ...rough, learntMs: 11 * 60_000 };
  expect(betterSample(sure, later)).toBe(later);
});

test('a clock that is set back is known at once; one that went ahead may have slept', () => {
  const known = { aheadMs: DAY, errorMs: 500, learntMs: 5 };
  expect(afterJump(known, -DAY)).toEqual({ aheadMs: 0, errorMs: 500, learntMs: 5 - DAY });
  expect(afterJump(known, DAY)).toBe(known);
  expect(afterJump(known, -500)).toBe(known);
});
