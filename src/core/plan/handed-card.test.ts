import fc from 'fast-check';
import { expect, test } from 'vitest';
import { addDays, calendarDay } from '../time';
import { entriesOfCard, type HandedCard } from './handed-card';
import { isReported } from './is-reported';
import type { PracticeEntry } from './practice-entry';

const from = calendarDay('2027-01-13');
const cardOf = (minutes: readonly number[]): HandedCard => ({
  id: 'c',
  studentId: 'w',
  from,
  to: addDays(from, 6),
  handedOn: from,
  lines: minutes.map((each, at) => ({
    line: at + 1,
    goalId: 'g',
    componentId: 's',
    pieceId: at % 2 === 0 ? 'p' : null,
    day: addDays(from, at % 7),
    minutes: each,
    title: '',
    how: '',
    listenFor: '',
    ...(at % 2 === 0 && { bars: { from: at + 1, to: at + 2 } }),
  })),
});
const total = (entries: readonly { readonly minutes: number }[]) =>
  entries.reduce((sum, { minutes }) => sum + minutes, 0);

test('as on the card: each line with its minutes; about half: half of them in all; nothing: a day without any', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 20 }),
      fc.nat(9),
      fc.subarray([1, 2, 3, 4]),
      (minutes, later, known) => {
        const card = cardOf(minutes);
        const today = addDays(from, later);
        const before = known.map((line): PracticeEntry => ({
          id: `${line}`,
          studentId: 'w',
          goalId: 'g',
          componentId: 's',
          pieceId: null,
          day: from,
          minutes: 1,
          source: 'card',
          card: { id: 'c', line },
        }));
        const open = card.lines.filter(({ day, line }) => day <= today && !known.includes(line));
        const all = entriesOfCard(card, 'all', before, today);
        expect(all.map(({ card: of, day, bars, minutes: each }) => [of?.line, day, bars, each])).toEqual(
          open.map(({ line, day, bars, minutes: each }) => [line, day, bars, each]),
        );
        const half = entriesOfCard(card, 'half', before, today);
        expect(total(half)).toBe(Math.round(total(open) / 2));
        for (const { minutes: each, card: of } of half)
          expect(each).toBeLessThanOrEqual(card.lines[(of?.line ?? 0) - 1]!.minutes);
        const [none, ...more] = entriesOfCard(card, 'nothing', [], today);
        expect([none?.minutes, more.length, none!.day <= today, none!.day <= card.to]).toEqual([
          0,
          0,
          true,
          true,
        ]);
        const kept = [{ ...none!, id: 'n' }];
        expect([isReported(card, []), isReported(card, kept)]).toEqual([false, true]);
      },
    ),
  );
});
