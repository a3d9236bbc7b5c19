import fc from 'fast-check';
import { expect, test } from 'vitest';
import { addDays, calendarDay, periodsBetween } from '../time';
import { practiceFacts, practiceWeeks } from './practice';

const FROM = calendarDay('2026-12-02');
const DAYS = 35;
const WEEKS = periodsBetween(FROM, addDays(FROM, DAYS), 2);
const dayAt = (at: number) => addDays(FROM, at);
const lessons = new Set(WEEKS.map(({ from }) => from));
const anyEntries = fc.array(
  fc.record({
    day: fc.integer({ min: -3, max: DAYS + 3 }).map(dayAt),
    minutes: fc.oneof(fc.constant(0), fc.integer({ min: 1, max: 60 })),
  }),
  { maxLength: 14 },
);

test('a week without an entry is not reported; the others hold the minutes of their days', () => {
  fc.assert(
    fc.property(anyEntries, (entries) => {
      const weeks = practiceWeeks(entries, WEEKS);
      for (const week of weeks) {
        const own = entries.filter(({ day }) => week.from <= day && day <= week.to);
        expect(week.minutes).toBe(own.length === 0 ? null : own.reduce((sum, each) => sum + each.minutes, 0));
        expect(week.days.reduce((sum, each) => sum + each.minutes, 0)).toBe(week.minutes ?? 0);
      }
    }),
  );
});

test('days touched, the longest gap and "only before the lesson", told day by day', () => {
  const seen = { gap: 0, none: 0, only: 0 };
  fc.assert(
    fc.property(anyEntries, fc.boolean(), (any, early) => {
      // Some students practise on the eve of the lesson and on its day alone.
      const entries = early
        ? any.map((each) => ({
            ...each,
            day: dayAt((WEEKS.findIndex(({ to }) => to >= each.day) + 1) * 7 - 1),
          }))
        : any;
      const facts = practiceFacts(practiceWeeks(entries, WEEKS), lessons);
      const minutes = Array.from({ length: DAYS }, (_, at) =>
        entries.filter(({ day }) => day === dayAt(at)).reduce((sum, each) => sum + each.minutes, 0),
      );
      const reported = WEEKS.map(({ from, to }) => entries.some(({ day }) => from <= day && day <= to));
      const touched = minutes.flatMap((each, at) => (each > 0 ? [at] : []));
      expect([facts.reported, facts.touched]).toEqual([reported.filter(Boolean).length, touched.length]);
      let gap: number | null = null;
      for (let at = 1; at < touched.length; at += 1) {
        const [a = 0, b = 0] = [touched[at - 1], touched[at]];
        const between = reported.slice(Math.floor(a / 7), Math.floor(b / 7) + 1);
        if (between.every(Boolean)) gap = Math.max(gap ?? 0, b - a - 1);
      }
      expect(facts.longestGap).toBe(gap);
      const isOnly =
        facts.reported > 1 && touched.length > 1 && touched.every((at) => at % 7 === 0 || at % 7 === 6);
      // A lesson after the last week is none of these.
      const beyond = touched.includes(DAYS - 1);
      if (!beyond) expect(facts.onlyBeforeLesson).toBe(isOnly);
      seen[gap === null ? 'none' : 'gap'] += 1;
      seen.only += Number(facts.onlyBeforeLesson);
    }),
    { numRuns: 400, seed: 2 },
  );
  expect(Math.min(...Object.values(seen)), JSON.stringify(seen)).toBeGreaterThan(20);
});
