import fc from 'fast-check';
import { differenceInCalendarDays, differenceInYears, format, getISODay, isValid, parseISO } from 'date-fns';
import { enGB } from 'date-fns/locale/en-GB';
import { expect, test } from 'vitest';
import {
  addDays,
  calendarDay,
  dayOfWeek,
  daysBetween,
  formatDay,
  isCalendarDay,
  minutesOn,
  periodIndexOf,
  periodsBetween,
  yearsBetween,
  type Weekday,
} from '.';

const start = calendarDay('2026-01-01');
const anyDay = fc.integer({ min: 0, max: 2000 }).map((days) => addDays(start, days));

test.each(['2027-02-29', '2027-1-1', '1899-12-31', 'today', ''])('%s is no calendar day', (text) => {
  expect(isCalendarDay(text)).toBe(false);
  expect(() => calendarDay(text)).toThrow(RangeError);
});
test('days add up, over the changes of the clock too', () => {
  fc.assert(
    fc.property(anyDay, fc.integer({ min: -500, max: 500 }), (day, days) => {
      expect(daysBetween(day, addDays(day, days))).toBe(days);
      expect((((dayOfWeek(addDays(day, days)) - dayOfWeek(day) - days) % 7) + 7) % 7).toBe(0);
    }),
  );
});
test('the periods to a session have no gap, no overlap, and begin on the lesson weekday', () => {
  fc.assert(
    fc.property(
      anyDay,
      fc.integer({ min: 0, max: 200 }),
      fc.integer({ min: 0, max: 6 }),
      (today, ahead, weekday) => {
        const session = addDays(today, ahead);
        const periods = periodsBetween(today, session, weekday as Weekday);
        expect(periods.length === 0).toBe(ahead === 0);
        periods.forEach((period, at) => {
          expect(period.from).toBe(at === 0 ? today : addDays(periods[at - 1]!.to, 1));
          if (at > 0) expect(dayOfWeek(period.from)).toBe(weekday);
          expect(daysBetween(period.from, period.to)).toBeLessThan(7);
          expect(periodIndexOf(periods, period.to)).toBe(at);
        });
        if (periods.length > 0) expect(periods.at(-1)!.to).toBe(addDays(session, -1));
        expect(periodIndexOf(periods, session)).toBe(-1);
      },
    ),
  );
});
test('closures take the minutes of practice, not of lessons alone', () => {
  const week = { from: calendarDay('2027-01-20'), to: calendarDay('2027-01-26') };
  const closure = (stops: 'lessons' | 'practice' | 'both') => [
    { id: 'c', name: '', from: calendarDay('2027-01-22'), to: calendarDay('2027-01-23'), stops },
  ];
  const minutes = (stops: 'lessons' | 'practice' | 'both') =>
    minutesOn(week, { minutesByWeekday: [1, 2, 4, 8, 16, 32, 64] }, closure(stops)).reduce(
      (sum, day) => sum + day.minutes,
      0,
    );
  expect([minutes('lessons'), minutes('practice'), minutes('both')]).toEqual([
    127,
    127 - 16 - 32,
    127 - 16 - 32,
  ]);
});
test.each([
  ['2012-09-30', '2027-09-29', 14],
  ['2012-09-30', '2027-09-30', 15],
  ['2012-02-29', '2027-02-28', 14],
])('born %s, on %s: %i', (born, on, years) =>
  expect(yearsBetween(calendarDay(born), calendarDay(on))).toBe(years),
);
test('days are written as the design says', () =>
  expect(
    (['short', 'medium', 'long', 'written'] as const).map((style) =>
      formatDay(calendarDay('2027-01-20'), style),
    ),
  ).toEqual(['20 Jan', 'Wed 20 Jan', 'Wednesday 20 January', '20 January 2027']));

const anyDate = fc
  .date({ min: new Date(Date.UTC(1901, 0, 1)), max: new Date(Date.UTC(2099, 11, 31)), noInvalidDate: true })
  .map((date) => calendarDay(date.toISOString().slice(0, 10)));

test('days are written, and told from what is none, as the calendar library does', () => {
  const patterns = {
    long: 'EEEE d MMMM',
    full: 'EEEE d MMMM yyyy',
    short: 'd MMM',
    medium: 'EEE d MMM',
    written: 'd MMMM yyyy',
  } as const;
  fc.assert(
    fc.property(
      anyDate,
      fc.constantFrom(...(Object.keys(patterns) as (keyof typeof patterns)[])),
      (day, style) => {
        expect(formatDay(day, style)).toBe(format(parseISO(day), patterns[style], { locale: enGB }));
      },
    ),
    { numRuns: 1000 },
  );
  const two = fc.integer({ min: 0, max: 40 }).map((n) => String(n).padStart(2, '0'));
  fc.assert(
    fc.property(fc.integer({ min: 1800, max: 2110 }), two, two, (year, month, date) => {
      const text = `${year}-${month}-${date}`;
      expect(isCalendarDay(text)).toBe(year >= 1900 && isValid(parseISO(text)));
    }),
    { numRuns: 2000 },
  );
});

test('days counted agree with the calendar library on random days', () => {
  fc.assert(
    fc.property(anyDate, anyDate, (from, to) => {
      expect(daysBetween(from, to)).toBe(differenceInCalendarDays(parseISO(to), parseISO(from)));
      expect(yearsBetween(from, to)).toBe(differenceInYears(parseISO(to), parseISO(from)));
      expect(dayOfWeek(from)).toBe(getISODay(parseISO(from)) - 1);
      expect(addDays(from, daysBetween(from, to))).toBe(to);
    }),
    { numRuns: 1000 },
  );
});

test('a day with minutes of its own has them in its week alone; a closure stops them too', () => {
  const practice = { minutesByWeekday: [1, 2, 4, 8, 16, 32, 64], minutesOfDays: { '2027-01-22': 100 } };
  const days = (from: string, stops: 'none' | 'practice') =>
    minutesOn(
      { from: calendarDay(from), to: addDays(calendarDay(from), 6) },
      practice,
      stops === 'none'
        ? []
        : [{ id: 'c', name: 'away', from: calendarDay('2027-01-22'), to: calendarDay('2027-01-22'), stops }],
    ).map(({ minutes }) => minutes);
  expect(days('2027-01-18', 'none')).toEqual([1, 2, 4, 8, 100, 32, 64]);
  expect(days('2027-01-25', 'none')).toEqual([1, 2, 4, 8, 16, 32, 64]);
  expect(days('2027-01-18', 'practice')[4]).toBe(0);
});
