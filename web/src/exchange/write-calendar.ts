import ICAL from 'ical.js';

export interface CalendarEvent {
  /** the same for the same thing in every file, so that a later one replaces it */ uid: string;
  summary: string;
  description: string;
  startMs: number;
  endMs: number;
}

/** Versions of an event count minutes from here. */
const FIRST_VERSION_MS = Date.UTC(2026, 0, 1);
const MINUTE_MS = 60_000;

/** A calendar file (RFC 5545) with all times in UTC. Whoever takes in a later one gets what moved in place of what was. */
export function asCalendar({
  name,
  place,
  events,
  madeMs,
}: {
  name: string;
  place: string;
  events: readonly CalendarEvent[];
  madeMs: number;
}): string {
  const at = (ms: number) => ICAL.Time.fromJSDate(new Date(ms), true);
  const calendar = new ICAL.Component('vcalendar');
  for (const [property, value] of [
    ['version', '2.0'],
    ['prodid', '-//Caulkhorn//Programme//EN'],
    ['calscale', 'GREGORIAN'],
    ['method', 'PUBLISH'],
    ['x-wr-calname', name],
  ] as const)
    calendar.addPropertyWithValue(property, value);
  for (const { uid, summary, description, startMs, endMs } of events) {
    const event = new ICAL.Component('vevent');
    event.addPropertyWithValue('uid', uid);
    event.addPropertyWithValue('dtstamp', at(madeMs));
    event.addPropertyWithValue('sequence', Math.floor((madeMs - FIRST_VERSION_MS) / MINUTE_MS));
    event.addPropertyWithValue('dtstart', at(startMs));
    event.addPropertyWithValue('dtend', at(endMs));
    event.addPropertyWithValue('summary', summary);
    event.addPropertyWithValue('description', description);
    event.addPropertyWithValue('location', place);
    calendar.addSubcomponent(event);
  }
  return `${calendar.toString()}\r\n`;
}
