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

/**
 * The events as iCalendar text (RFC 5545), lines folded, ends CRLF.
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
  calendar.updatePropertyWithValue('name', name);
  for (const event of events) {
    const component = new ICAL.Component('vevent');
    component.updatePropertyWithValue('uid', event.uid);
    component.updatePropertyWithValue('dtstamp', ICAL.Time.fromString(`${stampedOn}T00:00:00Z`, undefined));
    component.updatePropertyWithValue('summary', event.title);
    if (event.at) {
      const start = ICAL.Time.fromString(`${event.day}T${event.at.start}:00`, undefined);
      component.updatePropertyWithValue('dtstart', start);
      component.updatePropertyWithValue('duration', ICAL.Duration.fromSeconds(event.at.minutes * 60));
    } else {
      component.updatePropertyWithValue('dtstart', ICAL.Time.fromDateString(event.day));
      component.updatePropertyWithValue('dtend', ICAL.Time.fromDateString(addDays(event.day, 1)));
    }
    if (event.place !== '') component.updatePropertyWithValue('location', event.place);
    if (event.note !== '') component.updatePropertyWithValue('description', event.note);
    calendar.addSubcomponent(component);
  }
  return `${calendar.toString()}\r\n`;
}
