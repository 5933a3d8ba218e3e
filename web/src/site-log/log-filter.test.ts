import { FIRST_LINK, type EntryBody } from '@caulkhorn/core/site-log';
import type { ShownLine } from '../job/log-lines';
import { logCsv } from '../exchange/log-csv';
import { filterLog, indexLog } from './log-filter';

const work = { workItemId: 'w', planRevisionId: 'r' };
const BODIES: EntryBody[] = [
  { kind: 'start', ...work, breachReason: '=cmd' },
  { kind: 'mix', ...work, batchNumber: 'B-7' },
  { kind: 'pail', mixId: 'e1', became: 'used' },
  { kind: 'film', ...work, readings: [{ wetMm: 1.1 }, { wetMm: 0.9 }] },
  { kind: 'note', faceId: 'g', note: 'a "word", and more' },
  { kind: 'withdrawn' },
];
const line = (body: EntryBody, i: number): ShownLine => {
  const at = new Date(Date.parse('2026-05-20T10:00:00Z') + i * 3_600_000 * 6).toISOString();
  return {
    entry: {
      ...{ id: `e${i}`, jobId: 'j', deviceId: 'd', deviceSeq: i, prevHash: FIRST_LINK, personId: i % 2 ? 'p' : 'q', personName: 'Ida' },
      ...{ body, occurredAt: at, writtenAt: at, hash: '', signature: null },
    },
    receipt: null,
  };
};
const index = (lines: ShownLine[]) => indexLog(lines, new Map([['w', 'f']]), (ms) => new Date(ms).toISOString().slice(0, 10));
const lines = BODIES.map(line);
const ids = (found: ReturnType<typeof index>) => found.map(({ line: { entry } }) => entry.id);

test('newest first; by face, where a pail goes with what it was mixed for; by person, kind and day, one with another', () => {
  const all = index(lines);
  expect(ids(all)).toEqual(['e5', 'e4', 'e3', 'e2', 'e1', 'e0']);
  expect(ids(filterLog(all, { faceId: 'f' }))).toEqual(['e3', 'e2', 'e1', 'e0']);
  expect(ids(filterLog(all, { faceId: 'g' }))).toEqual(['e4']);
  expect(ids(filterLog(all, { kind: 'film' }))).toEqual(['e3']);
  expect(ids(filterLog(all, { day: '2026-05-21' }))).toEqual(['e5', 'e4', 'e3']);
  expect(ids(filterLog(all, { personId: 'p', day: '2026-05-21' }))).toEqual(['e5', 'e3']);
  // a start against its sheet, with its reason
  expect(ids(filterLog(all, { isTrouble: true }))).toEqual(['e0']);
  expect(ids(filterLog(all, { isTrouble: false }))).toHaveLength(6);
});

test('as a table each entry is one line, with what was read, and no formula runs', () => {
  const [head, start, , pail, film, note] = logCsv(lines, { nameOf: () => 'B · coat 1', markOf: (id) => id.toUpperCase() }).split('\r\n');
  const at = (name: string, row: string) => row.split(',')[head!.split(',').indexOf(name)];
  expect(start).toContain(`"'=cmd"`);
  expect(at('became', pail!)).toBe('used');
  expect(at('film_mm', film!)).toBe('1.1;0.9');
  expect(note).toContain('"a ""word"", and more"');
  expect(at('face', note!)).toBe('G');
});
