import { NOTE_VALUES } from '../music';
import { isCalendarDay } from '../time';
import { matching, number, object, oneOf, text, whole } from './shape';

export const day = matching(/^\d{4}-\d{2}-\d{2}$/, 'a day that exists, as 2027-01-20', isCalendarDay);
export const clock = matching(/^([01]\d|2[0-3]):[0-5]\d$/, 'a time as 15:40');
export const bars = object({ from: whole(1, 99_999), to: whole(1, 99_999) });
export const tempo = object({ unit: oneOf(NOTE_VALUES), perMinute: number(10, 600) });
export const name = text(120, 1);
export const seconds = whole(0, 36_000);
