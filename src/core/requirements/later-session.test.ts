import { expect, test } from 'vitest';
import { calendarDay } from '../time';
import { laterSession, noLaterSession } from './later-session';
import { BARE_SESSION, type Session } from './requirement-set';

const session = (name: string, day: string, closes: string | null, until?: string): Session => ({
  ...BARE_SESSION,
  id: name,
  name,
  day: calendarDay(day),
  entryCloses: closes === null ? null : calendarDay(closes),
  late: until === undefined ? null : { until: calendarDay(until), fee: '' },
});
const spring = session('spring', '2027-03-31', '2027-01-26');
const summer = session('summer', '2027-06-23', '2027-01-10');
const autumn = session('autumn', '2027-11-17', '2027-09-14');
const [today, after] = [calendarDay('2027-01-20'), calendarDay('2027-03-31')];

test.each<[string, Session[], number | null | undefined, string, string]>([
  ['the next', [autumn, spring], undefined, 'autumn', ''],
  ['not one whose entry has closed', [spring, summer, autumn], undefined, 'autumn', ''],
  [
    'one that still takes late entries',
    [spring, { ...summer, late: { until: calendarDay('2027-02-01'), fee: '' } }],
    0,
    'summer',
    '',
  ],
  ['one without a closing date', [session('open', '2027-05-01', null), autumn], 0, 'open', ''],
  ['one that leaves the weeks needed', [session('near', '2027-04-10', null), autumn], 30, 'autumn', ''],
  ['none known', [spring], undefined, 'none known', 'No later session is known.'],
  ['none open', [spring, summer], undefined, 'entry closed', 'Entry for the summer closed on Sun 10 Jan.'],
  ['none far enough', [spring, autumn], 60, 'too soon', 'The autumn leaves 43 weeks, fewer than are needed.'],
  [
    'a year or more',
    [spring, autumn],
    null,
    'too soon',
    'The autumn leaves 43 weeks, fewer than are needed.',
  ],
])('%s', (_, sessions, weeks, expected, words) => {
  const found = laterSession({ sessions }, after, today, weeks);
  expect(found.kind === 'session' ? found.session.name : found.kind).toBe(expected);
  if (found.kind !== 'session') expect(noLaterSession(found)).toBe(words);
});
