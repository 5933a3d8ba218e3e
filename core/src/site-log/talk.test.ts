import { type LogEntry, talkOf } from './index';

const line = (id: string, occurredAt: string, cautions: string[], heard: string[], supersedes?: string) => ({
  entry: { id, occurredAt, body: { kind: 'talk', cautions, heard }, ...(supersedes ? { supersedes } : {}) } as unknown as LogEntry,
});
const NOON = { atMs: Date.parse('2026-05-20T10:00:00Z'), timeZone: 'Europe/Oslo' };

test('who heard of everything, who of a part, and what nobody has talked of', () => {
  const lines = [
    line('a', '2026-05-20T05:00:00Z', ['caustic-cement'], ['Tomas', 'Juno']),
    line('b', '2026-05-20T05:10:00Z', ['silica-dust'], ['tomas ']),
  ];
  expect(talkOf(lines, ['caustic-cement', 'silica-dust'], NOON)).toEqual({ left: [], heardAll: ['Tomas'], heardSome: ['Juno'] });
  // work with another product was added at ten: that caution is new to everybody
  expect(talkOf(lines, ['caustic-cement', 'silica-dust', 'solvent'], NOON)).toEqual({
    ...{ left: ['solvent'], heardAll: [], heardSome: ['Tomas', 'Juno'] },
  });
});

test('yesterday’s talk, one yet to come and one that was corrected do not count', () => {
  const heard = (lines: Parameters<typeof talkOf>[0]) => talkOf(lines, ['lime'], NOON).heardAll;
  // half an hour before midnight in Oslo, and half an hour after
  expect(heard([line('a', '2026-05-19T21:30:00Z', ['lime'], ['Juno'])])).toEqual([]);
  expect(heard([line('a', '2026-05-19T22:30:00Z', ['lime'], ['Juno'])])).toEqual(['Juno']);
  expect(heard([line('a', '2026-05-20T11:00:00Z', ['lime'], ['Juno'])])).toEqual([]);
  const corrected = [line('a', '2026-05-20T05:00:00Z', ['lime'], ['Juno']), line('b', '2026-05-20T05:00:00Z', ['lime'], ['Tomas'], 'a')];
  expect(heard(corrected)).toEqual(['Tomas']);
});
