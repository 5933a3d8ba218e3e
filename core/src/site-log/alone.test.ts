import { type LogEntry, aloneOf, aloneState, checkEntry } from './index';

const at = (minute: number) => Date.parse('2026-05-18T21:00:00Z') + minute * 60_000;
const line = (minute: number, state: 'begun' | 'well' | 'ended', personId = 'tomas', everyMin = 20) => ({
  entry: {
    ...{ id: `${personId} ${minute}`, personId, personName: personId, occurredAt: new Date(at(minute)).toISOString() },
    body: { kind: 'alone', state, ...(state === 'begun' ? { everyMin } : {}) },
  } as LogEntry,
});

test('who said that he is alone is, until he says that he is not; each answer begins the time anew', () => {
  const lines = [line(0, 'begun'), line(5, 'begun', 'juno', 10), line(18, 'well'), line(12, 'ended', 'juno')];
  expect(aloneOf(lines)).toEqual([{ personId: 'tomas', personName: 'tomas', sinceMs: at(0), lastMs: at(18), everyMin: 20 }]);
  // an answer of somebody who never began says nothing
  expect(aloneOf([line(3, 'well')])).toEqual([]);
});

test('he is asked in time, then it sounds, then others are told: by the clock, whether or not his phone still runs', () => {
  const alone = { lastMs: at(0), everyMin: 20 };
  expect([19, 20, 21.9, 22, 24.9, 25].map((minute) => aloneState(alone, at(minute)))).toEqual([
    ...['well', 'asked', 'asked', 'sounding', 'sounding', 'silent'],
  ]);
});

test('how often he is asked is said when it begins', () => {
  const codes = (body: LogEntry['body']) => checkEntry(body, '2026-05-18T21:00:00Z').map(({ code }) => code);
  expect(codes({ kind: 'alone', state: 'begun' })).toEqual(['missing']);
  expect(codes({ kind: 'alone', state: 'well' })).toEqual([]);
});
