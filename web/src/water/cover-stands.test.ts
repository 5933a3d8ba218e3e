import { coverStands, dryingStands } from './cover-stands';

const FIT = { readyDay: 60, lowDay: 50, highDay: 75, isOver: true, lastDay: 30 };

test.each([
  ['before the band it is too wet', 49, FIT, 'wet'],
  ['within the band nobody knows', 50, FIT, 'open'],
  ['also after the likely day', 74, FIT, 'open'],
  ['after the band it should be dry', 75, FIT, 'dry'],
  ['a band without an end is never taken for dry', 900, { ...FIT, highDay: null }, 'open'],
  ['a slab that does not get there', 900, { ...FIT, readyDay: null, highDay: null }, 'never'],
  ['without a band, the likely day', 59, { ...FIT, lowDay: null, highDay: 60 }, 'wet'],
  ['and after it', 60, { ...FIT, lowDay: null, highDay: 60 }, 'dry'],
  ['a curve that was there before the last reading promises nothing', 900, { ...FIT, lastDay: 60 }, 'missed'],
  ['what is dry already', 3, { ...FIT, isOver: false }, 'dry'],
] as const)('%s', (_, coverDay, readiness, stands) => {
  expect(coverStands(coverDay, readiness)).toBe(stands);
});

test.each([
  ['a day to come', 40, FIT, 'ahead'],
  ['a day gone by, with nothing read since', 60, FIT, 'unread'],
  ['a day gone by, after which it still read over the limit', 70, { ...FIT, lastDay: 60 }, 'missed'],
  ['no day within the time computed', 40, { ...FIT, readyDay: null }, 'never'],
  ['read within the limit', 40, { ...FIT, isOver: false }, 'now'],
] as const)('a drying curve says: %s', (_, today, readiness, stands) => {
  expect(dryingStands(readiness, today)).toBe(stands);
});
