import fc from 'fast-check';
import type { LogEntry } from '../site-log';
import { diaryOf } from './index';

const DAY = { day: '2026-05-18', fromMs: Date.parse('2026-05-18T00:00:00Z'), toMs: Date.parse('2026-05-19T00:00:00Z') };
const AIR = { airTemperatureC: 12, surfaceTemperatureC: 10, relativeHumidityPct: 80 };
const about = { planRevisionId: 'r' };
let n = 0;
const line = (time: string, body: LogEntry['body'], part: Partial<LogEntry> = {}) => ({
  entry: { id: `e${++n}`, occurredAt: time.length > 5 ? time : `2026-05-18T${time}:00Z`, personName: 'Tomas', body, ...part } as LogEntry,
});

test('a day: who from when to when, what was begun and finished with which batch, what was measured, what went wrong', () => {
  const mix = line('09:10', { kind: 'mix', workItemId: 'a', ...about, batchNumber: 'TV-2' });
  const diary = diaryOf(
    [
      line('2026-05-17T23:59:00Z', { kind: 'note', note: 'the evening before' }),
      line('07:30', { kind: 'reading', conditions: AIR }, { personName: 'Juno' }),
      line('09:00', { kind: 'start', workItemId: 'a', ...about, conditions: AIR, batchNumber: 'TV-1', breachReason: 'the tide' }),
      mix,
      line('09:40', { kind: 'pail', mixId: mix.entry.id, became: 'thrown' }),
      line('10:00', { kind: 'film', workItemId: 'a', ...about, readings: [{ wetMm: 1 }, { wetMm: 1.1 }] }),
      line('11:00', { kind: 'finish', workItemId: 'a', ...about, usedKg: 32 }),
      line('11:30', { kind: 'hold', workItemId: 'b', ...about, verdict: 'refused', reason: 'thin' }, { personName: 'Odile' }),
      line('12:00', { kind: 'note', note: 'Client on site' }),
      line('18:00', { kind: 'diary', day: '2026-05-18', word: 'Rain from four.' }),
      line('13:00', {
        ...{ kind: 'hold', workItemId: 'b', ...about, verdict: 'released' },
        glass: { name: 'Rafe Lindmere', drawn: 'M0 0' },
      }),
      line('2026-05-19T06:00:00Z', {
        kind: 'diary',
        day: '2026-05-18',
        word: 'Rain from five.',
        visitors: 'The client',
        delays: 'Pump: 2 h',
      }),
    ],
    DAY,
  );
  expect(diary.work).toEqual([
    {
      ...{ workItemId: 'a', startedMs: Date.parse('2026-05-18T09:00:00Z'), finishedMs: Date.parse('2026-05-18T11:00:00Z') },
      ...{ people: ['Tomas'], batchNumbers: ['TV-1', 'TV-2'], usedKg: 32, pails: 1, films: 2, rounds: 0, photos: 0 },
    },
  ]);
  expect(diary.people.map(({ name, workItemIds }) => [name, workItemIds])).toEqual([
    ['Juno', []],
    ['Tomas', ['a', 'b']],
    ['Odile', ['b']],
  ]);
  expect(diary.people[1]!.untilMs).toBe(Date.parse('2026-05-18T13:00:00Z'));
  expect(diary.weather).toHaveLength(2);
  expect(diary.trouble.map(({ body }) => body.kind)).toEqual(['start', 'pail', 'hold']);
  expect(diary.notes.map(({ body }) => body.note)).toEqual(['Client on site']);
  // said again the day after, it is still of that day
  expect(diary.word).toEqual({
    ...{ at: Date.parse('2026-05-19T06:00:00Z'), name: 'Tomas', text: 'Rain from five.' },
    ...{ visitors: 'The client', delays: 'Pump: 2 h' },
  });
  expect(diary.guests).toEqual([{ at: Date.parse('2026-05-18T13:00:00Z'), name: 'Rafe Lindmere' }]);
  expect(diary.entries).toBe(9);
});

test('air taken over from a reading is no reading of its own, and what was corrected is told once', () => {
  const first = line('08:00', { kind: 'finish', workItemId: 'a', ...about, usedKg: 300 });
  const diary = diaryOf(
    [
      first,
      line('08:00', { kind: 'finish', workItemId: 'a', ...about, usedKg: 30 }, { supersedes: first.entry.id }),
      line('09:00', { kind: 'start', workItemId: 'b', ...about, conditions: AIR, conditionsAt: '2026-05-18T08:30:00Z' }),
    ],
    DAY,
  );
  expect(diary.work.map(({ usedKg }) => usedKg)).toEqual([30, 0]);
  expect(diary.weather).toEqual([]);
});

test('the days of a log hold every entry of it once', () => {
  const hours = fc.array(fc.integer({ min: 0, max: 71 }), { maxLength: 30 });
  fc.assert(
    fc.property(hours, (at) => {
      const lines = at.map((hour) => line(new Date(DAY.fromMs + hour * 3_600_000).toISOString(), { kind: 'note', note: 'x' }));
      const days = [0, 1, 2].map((day) =>
        diaryOf(lines, { day: `d${day}`, fromMs: DAY.fromMs + day * 86_400_000, toMs: DAY.toMs + day * 86_400_000 }),
      );
      expect(days.reduce((sum, { notes }) => sum + notes.length, 0)).toBe(at.length);
    }),
  );
});

test('whom a finish names was there from when that work was begun', () => {
  const diary = diaryOf(
    [
      line('08:30', { kind: 'note', note: 'early' }, { personName: 'Juno' }),
      line('09:00', { kind: 'start', workItemId: 'a', ...about }),
      line('11:00', { kind: 'finish', workItemId: 'a', ...about, hands: ['Bo', 'Juno'] }),
    ],
    DAY,
  );
  const at = (time: string) => Date.parse(`2026-05-18T${time}:00Z`);
  expect(diary.people).toEqual([
    { name: 'Juno', fromMs: at('08:30'), untilMs: at('11:00'), workItemIds: ['a'] },
    { name: 'Tomas', fromMs: at('09:00'), untilMs: at('11:00'), workItemIds: ['a'] },
    { name: 'Bo', fromMs: at('09:00'), untilMs: at('11:00'), workItemIds: ['a'] },
  ]);
  expect(diary.work[0]!.people).toEqual(['Tomas', 'Bo', 'Juno']);
});
