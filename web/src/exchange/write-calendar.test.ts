import fc from 'fast-check';
import ICAL from 'ical.js';
import { type CalendarEvent, asCalendar } from './write-calendar';

const START = Date.UTC(2026, 9, 25, 0, 30);
const HOUR_MS = 3_600_000;
const event = (part: Partial<CalendarEvent> = {}): CalendarEvent => ({
  ...{ uid: 'a coat@job', summary: 'B · coat 2', description: 'Window until 14:00', startMs: START, endMs: START + 2 * HOUR_MS },
  ...part,
});
const read = (text: string) =>
  new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents('vevent').map((each) => new ICAL.Event(each));
const write = (events: readonly CalendarEvent[], madeMs = START) => asCalendar({ name: 'A job', place: 'Basin Street 4', events, madeMs });

test('what is written is read back, over the night on which clocks are put back too', () => {
  const [back] = read(write([event()]));
  expect([back!.uid, back!.summary, back!.description, back!.location]).toEqual([
    'a coat@job',
    'B · coat 2',
    'Window until 14:00',
    'Basin Street 4',
  ]);
  expect([back!.startDate.toJSDate().getTime(), back!.endDate.toJSDate().getTime()]).toEqual([START, START + 2 * HOUR_MS]);
});

test('a later file has the same events under the same names, in a later version', () => {
  const [before] = read(write([event()]));
  const [after] = read(write([event({ startMs: START + HOUR_MS, endMs: START + 3 * HOUR_MS })], START + HOUR_MS));
  expect(after!.uid).toBe(before!.uid);
  expect(after!.sequence).toBeGreaterThan(before!.sequence);
});

test('any text comes through whole, in lines that every reader takes', () =>
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme', minLength: 1, maxLength: 200 }), (text) => {
      const clean = text.replace(/[\u0000-\u001f\u007f-\u009f]/g, ' ');
      const file = write([event({ summary: clean, description: `${clean}\nand, more; of it` })]);
      const [back] = read(file);
      expect([back!.summary, back!.description]).toEqual([clean, `${clean}\nand, more; of it`]);
      for (const line of file.split('\r\n')) expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75);
    }),
  ));

test('nothing to do is an empty calendar', () => expect(read(write([]))).toEqual([]));
