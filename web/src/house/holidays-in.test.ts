import { holidaysIn } from './holidays-in';

const calendar = (...events: string[]) =>
  [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    ...events.flatMap((event) => ['BEGIN:VEVENT', ...event.split('\n'), 'END:VEVENT']),
    'END:VCALENDAR',
  ].join('\r\n');

test('days of a calendar, every one of those that last several (RFC 5545: the end of whole days is the day after)', () => {
  const text = calendar(
    'UID:1\nSUMMARY:Yule\nDTSTART;VALUE=DATE:20261224\nDTEND;VALUE=DATE:20261227',
    'UID:2\nSUMMARY:Founders\nDTSTART;VALUE=DATE:20260301',
    'UID:3\nSUMMARY:Inventory\nDTSTART:20260105T070000Z\nDTEND:20260105T150000Z',
  );
  expect(holidaysIn(text)).toEqual([
    { day: '2026-01-05', name: 'Inventory' },
    { day: '2026-03-01', name: 'Founders' },
    { day: '2026-12-24', name: 'Yule' },
    { day: '2026-12-25', name: 'Yule' },
    { day: '2026-12-26', name: 'Yule' },
  ]);
});

test('days of a table, with or without a line of names; what is no day is left', () => {
  expect(holidaysIn('day,name\n2026-05-17,Constitution\n2026-02-30,never\nsoon,x')).toEqual([{ day: '2026-05-17', name: 'Constitution' }]);
  expect(holidaysIn('2026-05-17;Constitution')).toEqual([{ day: '2026-05-17', name: 'Constitution' }]);
  expect(holidaysIn('2026-05-17')).toEqual([{ day: '2026-05-17', name: '–' }]);
});

test('a calendar that is cut off, or something else, has none', () => {
  expect(holidaysIn(calendar('UID:1\nDTSTART;VALUE=DATE:20261224').slice(0, 60))).toEqual([]);
  expect(holidaysIn('PK\u0003\u0004 something else')).toEqual([]);
});
