import fc from 'fast-check';
import { TimeBands, daysIn } from './time-bands';

const H = 3_600_000;
const DAY = 24 * H;
const MONDAY = Date.parse('2026-05-18T00:00:00Z');
const shiftOn = (day: number) => ({ fromMs: MONDAY + day * DAY + 7 * H, toMs: MONDAY + day * DAY + 17 * H });
const shifts = Array.from({ length: 14 }, (_, day) => shiftOn(day)).filter((_, day) => day % 7 !== 6);
const busyOn = (...days: number[]) => days.map((day) => ({ fromMs: shiftOn(day).fromMs + H, toMs: shiftOn(day).fromMs + 3 * H }));
const board = (part: Partial<Parameters<typeof TimeBands.of>[0]> = {}) =>
  TimeBands.of({ fromMs: MONDAY, toMs: MONDAY + 14 * DAY, shifts, busy: busyOn(0, 1), events: [], pxPerHour: 20, ...part });
const shape = ({ bands }: TimeBands) => bands.map(({ kind, widthPx }) => [kind, Math.round(widthPx)]);

test('a shift has its scale, a quiet night is a narrow band', () => {
  expect(shape(board()).slice(0, 4)).toEqual([
    ['folded', 18],
    ['work', 200],
    ['folded', 18],
    ['work', 200],
  ]);
});

test('weeks without work are one band, which says how many days it hides', () => {
  const { bands } = board();
  expect(bands).toHaveLength(5);
  expect(daysIn(bands[4]!)).toBe(12);
  expect(daysIn(bands[2]!)).toBe(0);
});

test('a night in which a window closes is drawn, at half the scale', () => {
  const events = [MONDAY + 26 * H];
  expect(shape(board({ events })).slice(1, 3)).toEqual([
    ['work', 200],
    ['rest', 140],
  ]);
});

test('a day of rest with rounds of mist is drawn too', () => {
  const sunday = MONDAY + 6 * DAY + 9 * H;
  expect(board({ events: [sunday], busy: busyOn(5, 7) }).bands.find(({ fromMs, toMs }) => sunday >= fromMs && sunday < toMs)!.kind).toBe(
    'rest',
  );
});

test('time rises with place, and either leads back to the other', () => {
  const bands = board({ events: [MONDAY + 26 * H], busy: busyOn(0, 1, 3, 8) });
  fc.assert(
    fc.property(fc.double({ min: 0, max: 14, noNaN: true }), fc.double({ min: 0, max: 14, noNaN: true }), (a, b) => {
      const [first, second] = [Math.min(a, b), Math.max(a, b)].map((days) => MONDAY + days * DAY) as [number, number];
      expect(bands.x(first)).toBeLessThanOrEqual(bands.x(second) + 1e-9);
      expect(bands.at(bands.x(first))).toBeCloseTo(first, -1);
    }),
  );
});

test('what lies beyond lies at the edge', () => {
  const bands = board();
  expect(bands.x(MONDAY - DAY)).toBe(0);
  expect(bands.x(MONDAY + 30 * DAY)).toBe(bands.widthPx);
  expect(bands.at(-5)).toBe(MONDAY);
  expect(bands.at(1e6)).toBe(MONDAY + 14 * DAY);
});

test('nothing has no width', () => expect(new TimeBands([]).widthPx).toBe(0));
