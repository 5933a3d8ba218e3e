import { type EntryBody, checkEntry } from './index';

const visit = (part: object): EntryBody => ({ kind: 'visit', faceId: 'north', why: 'call-back', wet: 'leaks', found: [], ...part });
const codes = (part: object) => checkEntry(visit(part), '2026-09-20T10:00:00Z').map(({ code, path }) => `${path} ${code}`);

test('a leak is seen, then told, then visited', () => {
  expect(codes({})).toEqual([]);
  expect(codes({ seenOn: '2026-09-01', toldOn: '2026-09-10' })).toEqual([]);
  expect(codes({ seenOn: '2026-09-20', toldOn: '2026-09-20' })).toEqual([]);
  expect(codes({ seenOn: '2026-09-11', toldOn: '2026-09-10' })).toEqual(['body.seenOn not-in-order']);
  expect(codes({ toldOn: '2026-09-22' })).toEqual(['body.toldOn after-the-entry']);
  expect(codes({ seenOn: '2026-10-01' })).toEqual(['body.seenOn not-in-order']);
});

test('of a look nobody was told', () => {
  expect(codes({ why: 'look', toldOn: '2026-09-10' })).toEqual(['body.toldOn not-wanted']);
  expect(codes({ why: 'look', seenOn: '2026-09-10' })).toEqual(['body.seenOn not-wanted']);
});
