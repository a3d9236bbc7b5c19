import { oneLine, severalLines } from '../plain-text';
import { addDays, type CalendarDay } from '../time';

/** A whole-day event, or one with a start and a length. Times are the studio's own, without a zone. */
export interface CalendarEvent {
  readonly uid: string;
  readonly title: string;
  readonly day: CalendarDay;
  readonly at: { readonly start: string; readonly minutes: number } | null;
  readonly place: string;
  readonly note: string;
}

/** Most octets of a line before its end (RFC 5545, 3.1). */
const MOST_OCTETS = 75;

/** A content line cut to lines of at most 75 octets of UTF-8, never inside a character. */
function folded(line: string): string {
  const lines: string[] = [];
  let current = '';
  let octets = 0;
  for (const char of line) {
    const size = new TextEncoder().encode(char).length;
    if (octets + size > MOST_OCTETS) {
      lines.push(current);
      current = ' ';
      octets = 1;
    }
    current += char;
    octets += size;
  }
  return [...lines, current].join('\r\n');
}

/**
 * The events as iCalendar text (RFC 5545), lines folded, ends CRLF. Control characters never reach it: titles, places and
 * the calendar's name are put on one line; a note keeps its line breaks, escaped.
 * The package that writes it is loaded when first asked for: few days need a calendar.
 * @param stampedOn - the day of writing; the same input gives the same text
 */
export async function formatCalendar(
  name: string,
  events: readonly CalendarEvent[],
  stampedOn: CalendarDay,
): Promise<string> {
  const { default: ICAL } = await import('ical.js');
  const calendar = new ICAL.Component('vcalendar');
  calendar.updatePropertyWithValue('version', '2.0');
  calendar.updatePropertyWithValue('prodid', '-//Formal Stave//EN');
  // The package does not know NAME (RFC 7986): it is told that it is text, so that it is escaped.
  calendar.addProperty(new ICAL.Property(['name', {}, 'text', oneLine(name)]));
  for (const event of events) {
    const component = new ICAL.Component('vevent');
    component.updatePropertyWithValue('uid', oneLine(event.uid));
    component.updatePropertyWithValue('dtstamp', ICAL.Time.fromString(`${stampedOn}T00:00:00Z`, undefined));
    component.updatePropertyWithValue('summary', oneLine(event.title));
    if (event.at) {
      const start = ICAL.Time.fromString(`${event.day}T${event.at.start}:00`, undefined);
      component.updatePropertyWithValue('dtstart', start);
      component.updatePropertyWithValue('duration', ICAL.Duration.fromSeconds(event.at.minutes * 60));
    } else {
      component.updatePropertyWithValue('dtstart', ICAL.Time.fromDateString(event.day));
      component.updatePropertyWithValue('dtend', ICAL.Time.fromDateString(addDays(event.day, 1)));
    }
    const [place, note] = [oneLine(event.place), severalLines(event.note)];
    if (place !== '') component.updatePropertyWithValue('location', place);
    if (note !== '') component.updatePropertyWithValue('description', note);
    calendar.addSubcomponent(component);
  }
  // The package folds by characters; the limit is one of octets.
  const written = calendar
    .toString()
    .replace(/\r\n[ \t]/g, '')
    .split('\r\n');
  // What it writes for a property it was told of names its kind; NAME is text anyway.
  const lines = written.map((line) => line.replace(/^NAME;VALUE=TEXT:/, 'NAME:'));
  return `${lines.map(folded).join('\r\n')}\r\n`;
}
