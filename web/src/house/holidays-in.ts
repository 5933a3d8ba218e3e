import type { Holiday } from '@caulkhorn/core/planning';
import ICAL from 'ical.js';
import { readSheet } from '../exchange/csv-in';

const DAY = /^\d{4}-\d{2}-\d{2}$/;
/** A span of more days than these is no holiday of a firm. */
const LONGEST_DAYS = 60;
const MOST_NAME = 120;

/** The days of a calendar file, or of a table of day and name; every day of an event that lasts several. Empty where there are none. */
export function holidaysIn(text: string): Holiday[] {
  const days = /^\s*BEGIN:VCALENDAR/i.test(text) ? fromCalendar(text) : fromTable(text);
  return [...new Map(days.map((each) => [each.day, each])).values()].sort((a, b) => (a.day < b.day ? -1 : 1));
}

function fromCalendar(text: string): Holiday[] {
  let calendar: ICAL.Component;
  try {
    calendar = new ICAL.Component(ICAL.parse(text) as unknown[]);
  } catch {
    return [];
  }
  return calendar.getAllSubcomponents('vevent').flatMap((component) => {
    const event = new ICAL.Event(component);
    const name = nameOf(event.summary);
    const days: Holiday[] = [];
    const day = event.startDate.clone();
    // an event of whole days ends on the day after its last
    do {
      days.push({ day: dayOf(day), name });
      day.adjust(1, 0, 0, 0);
    } while (event.startDate.isDate && day.compare(event.endDate) < 0 && days.length < LONGEST_DAYS);
    return days;
  });
}

function fromTable(text: string): Holiday[] {
  // a list may come without a line of names
  const delimiter = /[,;\t]/.exec(text)?.[0] ?? ',';
  const sheet = readSheet(`day${delimiter}name\n${text}`);
  if (!sheet.ok) return [];
  return sheet.value.rows.flatMap(([day = '', name = '']) => (isDay(day.trim()) ? [{ day: day.trim(), name: nameOf(name) }] : []));
}

const nameOf = (name: string): string => name.trim().slice(0, MOST_NAME) || '–';
const dayOf = ({ year, month, day }: ICAL.Time): string => `${year}-${String(month).padStart(2, '0')}-${String(day).padStart(2, '0')}`;

function isDay(text: string): boolean {
  return DAY.test(text) && !Number.isNaN(Date.parse(`${text}T00:00:00Z`)) && new Date(`${text}T00:00:00Z`).toISOString().startsWith(text);
}
