import fc from 'fast-check';
import { expect, test } from 'vitest';
import { linesOf, practiceCard } from '../card';
import { prepare, type HandedCard, type HandedLine, type PlanInput } from '../plan';
import { goalOf, inputOf, list, today } from '../plan/arbitrary';
import { addDays, minutesOn } from '../time';
import { leastChange } from './least-change';
import { cardStillServes } from './since-last-week';

const goalIn = (id: string, component: string, pieceId: string, days: number) =>
  goalOf(id, {
    components: [list(component)],
    pieces: { [component]: [pieceId] },
    on: addDays(today, days),
    plan: { startedOn: addDays(today, -21) },
  });
const wholeOf = (input: PlanInput) => {
  const { whole } = prepare(input);
  if (!whole) throw new Error('no plan');
  return whole;
};
const sumOn = (lines: readonly HandedLine[], day: string) =>
  lines.filter((line) => line.day === day).reduce((sum, { minutes }) => sum + minutes, 0);

test('a card of one goal, when another has come: changed so little that it serves, no day over its minutes, no change without need', () => {
  const arbitrary = fc.record({
    minutes: fc.integer({ min: 8, max: 30 }),
    bars: fc.tuple(fc.integer({ min: 10, max: 60 }), fc.integer({ min: 20, max: 90 })),
    days: fc.tuple(fc.integer({ min: 40, max: 90 }), fc.integer({ min: 12, max: 30 })),
    share: fc.constantFrom(0.2, 0.6, 1),
  });
  let changed = 0;
  fc.assert(
    fc.property(arbitrary, ({ minutes, bars: [p, q], days: [far, near], share }) => {
      const bars = { p, q };
      const old = inputOf([goalIn('exam', 'a', 'p', far)], bars);
      const student = {
        ...old.student,
        minutesByWeekday: [minutes, minutes, minutes, minutes, minutes, minutes, 0] as const,
      };
      const before = { ...old, student };
      const card: HandedCard = {
        id: 'c',
        studentId: 'w',
        handedOn: today,
        from: today,
        to: addDays(today, 6),
        lines: linesOf(practiceCard(wholeOf(before), 0)).flatMap((line) =>
          Math.round(line.minutes * share) > 0
            ? [{ ...line, minutes: Math.round(line.minutes * share) }]
            : [],
        ),
      };
      const input = { ...before, goals: [...before.goals, goalIn('audition', 'b', 'q', near)] };
      const served = cardStillServes(input, card);
      const change = leastChange(input, card, wholeOf(input));
      if (served.serves) {
        expect(change).toBeNull();
        return;
      }
      if (!change) return;
      changed += 1;
      const made = { ...card, lines: change.lines };
      expect(cardStillServes(input, made).serves).toBe(true);
      expect(change.changes.length).toBeGreaterThan(0);
      for (const { day, minutes: most } of minutesOn({ from: card.from, to: card.to }, student, []))
        expect(sumOn(made.lines, day)).toBeLessThanOrEqual(Math.max(most, sumOn(card.lines, day)));
      // Lines that stay keep their number: what is said of them is kept by it.
      const numbers = change.lines.map(({ line }) => line);
      expect(new Set(numbers).size).toBe(numbers.length);
      for (const { line, title } of card.lines)
        expect([title, undefined]).toContain(change.lines.find((each) => each.line === line)?.title);
      const total = (lines: readonly HandedLine[]) => lines.reduce((sum, each) => sum + each.minutes, 0);
      expect(total(made.lines) - total(card.lines)).toBe(
        change.changes.reduce((sum, each) => sum + each.minutes, 0),
      );
    }),
    { numRuns: 40 },
  );
  expect(changed).toBeGreaterThan(5);
});
