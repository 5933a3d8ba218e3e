import { coverStands } from './cover-stands';

const FIT = { readyDay: 60, lowDay: 50, highDay: 75, isOver: true };

test.each([
  ['before the band it is too wet', 49, FIT, 'wet'],
  ['within the band nobody knows', 50, FIT, 'open'],
  ['also after the likely day', 74, FIT, 'open'],
  ['after the band it should be dry', 75, FIT, 'dry'],
  ['a band without an end is never taken for dry', 900, { ...FIT, highDay: null }, 'open'],
  ['a slab that does not get there', 900, { ...FIT, readyDay: null, highDay: null }, 'never'],
  ['without a band, the likely day', 59, { ...FIT, lowDay: null, highDay: 60 }, 'wet'],
  ['and after it', 60, { ...FIT, lowDay: null, highDay: 60 }, 'dry'],
  ['what is dry already', 3, { ...FIT, isOver: false }, 'dry'],
] as const)('%s', (_, coverDay, readiness, stands) => {
  expect(coverStands(coverDay, readiness)).toBe(stands);
});
