import { FAMILIES } from '../catalogue';
import { isTrouble } from '../proof';
import { COAT_LOOKS, COAT_LOOK_IDS, type CoatWork, type EntryBody, type LogEntry, checkEntry, coatLooksDue, foldLog } from './index';

const MORNING = Date.parse('2026-05-18T07:00:00Z');
const H = 3_600_000;
let n = 0;
const line = (hours: number, body: EntryBody, part: Partial<LogEntry> = {}) => ({
  entry: {
    ...{ id: `e${++n}`, occurredAt: new Date(MORNING + hours * H).toISOString(), personId: 'p', personName: 'Ida', body },
    ...part,
  } as LogEntry,
});
const about = (workItemId: string) => ({ workItemId, planRevisionId: 'r' });
const laid = (id: string, from: number, to: number, lastLaidAt?: string) => [
  line(from, { kind: 'start', ...about(id) }),
  line(to, { kind: 'finish', ...about(id), ...(lastLaidAt ? { lastLaidAt } : {}) }),
];
const look = (hours: number, isRight: boolean, of = 'bare' as const, id = 'coat-1') =>
  line(hours, { kind: 'look', ...about(id), look: of, isRight, ...(isRight ? {} : { note: 'by the pipe' }) });
const COATS: CoatWork[] = [
  { id: 'coat-1', family: 'crystalline-slurry', coveredBy: 'coat-2' },
  { id: 'coat-2', family: 'crystalline-slurry' },
];
const due = (lines: ReturnType<typeof line>[], hours: number, coats = COATS) =>
  coatLooksDue({ done: foldLog(lines).done, lines }, coats, MORNING + hours * H).map(({ workItemId, look: { id }, dueMs, wrong }) => [
    `${workItemId} ${id}`,
    (dueMs - MORNING) / H,
    ...(wrong ? [wrong.note] : []),
  ]);

describe('looks at a coat once it was laid', () => {
  test('an hour after its last square metre, not after somebody pressed the button', () => {
    expect(due(laid('coat-1', 0, 2), 2)).toEqual([['coat-1 bare', 3]]);
    expect(due(laid('coat-1', 0, 2, '2026-05-18T08:30:00Z'), 2)).toEqual([['coat-1 bare', 2.5]]);
    expect(due([line(0, { kind: 'start', ...about('coat-1') })], 1)).toEqual([]);
  });

  test('what is laid on it covers it; the coin comes a day after the last coat alone', () => {
    const both = [...laid('coat-1', 0, 2), ...laid('coat-2', 5, 7)];
    expect(due(both, 8)).toEqual([
      ['coat-2 bare', 8],
      ['coat-2 scratch', 31],
    ]);
  });

  test('once right it is over; what is not right is asked for again, and after three days as well', () => {
    const coat = laid('coat-1', 0, 2);
    expect(due([...coat, look(3.2, true)], 4)).toEqual([]);
    expect(due([...coat, look(3.2, false)], 4)).toEqual([['coat-1 bare', 3, 'by the pipe']]);
    expect(due([...coat, look(3.2, false)], 200)).toEqual([['coat-1 bare', 3, 'by the pipe']]);
    expect(due([...coat, look(3.2, false), look(4, true)], 5)).toEqual([]);
    // nobody looked: it stays not shown, and is no longer asked for
    expect(due(coat, 80)).toEqual([]);
  });

  test('a look that was taken back, or taken before the coat was laid anew, is none', () => {
    const coat = laid('coat-1', 0, 2);
    const slip = look(3, true);
    const back = line(3.01, { kind: 'withdrawn' }, { supersedes: slip.entry.id });
    expect(due([...coat, slip, back], 4)).toEqual([['coat-1 bare', 3]]);
    expect(due([look(-1, true), ...coat], 4)).toEqual([['coat-1 bare', 3]]);
  });

  test('what is not right is told in words, and stands among what went against the plan', () => {
    const wrong = (note?: string): EntryBody => ({
      ...{ kind: 'look', ...about('coat-1'), look: 'bare', isRight: false },
      ...(note === undefined ? {} : { note }),
    });
    expect(checkEntry(wrong(), '2026-05-18T10:00:00Z')).toMatchObject([{ code: 'missing', path: 'body.note' }]);
    expect(checkEntry(wrong('  '), '2026-05-18T10:00:00Z')).toHaveLength(1);
    expect(checkEntry(wrong('by the pipe'), '2026-05-18T10:00:00Z')).toEqual([]);
    expect([isTrouble(look(3, false).entry), isTrouble(look(3, true).entry)]).toEqual([true, false]);
  });

  test('every look is of a system that there is, and each kind of look is used', () => {
    const rows = Object.entries(COAT_LOOKS);
    for (const [family] of rows) expect(FAMILIES).toHaveProperty(family);
    expect(new Set(rows.flatMap(([, looks]) => looks.map(({ id }) => id)))).toEqual(new Set(COAT_LOOK_IDS));
  });
});
