import { cardsOfStudent, practiceOfStudent } from '@/core/files';
import {
  entriesOfCard,
  entryOfLine,
  type DoneAtAll,
  type HandedCard,
  type HandedLine,
  type LineReport,
  type PracticeEntry,
} from '@/core/plan';
import { formatDay, type CalendarDay } from '@/core/time';
import { without } from '@/core/without';
import { newId } from './seed';
import { act } from './studio-store';

const kept = (entry: Omit<PracticeEntry, 'id'>) => ({
  kind: 'practice' as const,
  data: { ...entry, id: newId() },
});

export const addPractice = (entry: Omit<PracticeEntry, 'id'>): Promise<boolean> =>
  act(entry.minutes === 0 ? 'note that there was no practice' : 'note practice', () => [kept(entry)]);

/** Practice read from a table, all of it or none. */
export const addAllPractice = (entries: readonly Omit<PracticeEntry, 'id'>[]): Promise<boolean> =>
  act(entries.length === 1 ? 'note practice' : `note ${entries.length} practice entries`, () =>
    entries.map(kept),
  );

/** Whether minutes of work are counted at the rate that was learned. */
export const agreeToRate = (studentId: string, usesRate: boolean): Promise<boolean> =>
  act(usesRate ? 'use the learned rate' : 'use the assumed minutes', ({ students }) => {
    const student = students.get(studentId);
    if (!student) return [];
    return [{ kind: 'student', data: { ...student, usesRate } }];
  });

export const removePractice = (id: string): Promise<boolean> =>
  act('remove a practice entry', () => [{ kind: 'practice', remove: id }]);

/** The student has this card: it takes the place of another of the same week of which nobody has said anything. */
export const handOut = (card: Omit<HandedCard, 'id'>): Promise<boolean> =>
  act(`hand out the card of ${formatDay(card.from, 'short')}`, (studio) => {
    const practice = practiceOfStudent(studio, card.studentId);
    const before = cardsOfStudent(studio, card.studentId).filter(
      ({ id, from, to }) =>
        from <= card.to && card.from <= to && !practice.some((entry) => entry.card?.id === id),
    );
    return [
      ...before.map(({ id }) => ({ kind: 'card' as const, remove: id })),
      { kind: 'card' as const, data: { ...card, id: newId() } },
    ];
  });

const DONE: Readonly<Record<DoneAtAll, string>> = {
  all: 'practised as on the card',
  half: 'practised about half of the card',
  nothing: 'practised nothing of the card',
};

/** The student's card with other lines, agreed to in the lesson. */
export const changeCard = (cardId: string, lines: readonly HandedLine[]): Promise<boolean> =>
  act('change the card', ({ cards }) => {
    const card = cards.get(cardId);
    return card ? [{ kind: 'card', data: { ...card, lines } }] : [];
  });

/** What was done of a card, said in a word. */
export const reportCard = (cardId: string, done: DoneAtAll, today: CalendarDay): Promise<boolean> =>
  act(DONE[done], (studio) => {
    const card = studio.cards.get(cardId);
    if (!card) return [];
    return entriesOfCard(card, done, practiceOfStudent(studio, card.studentId), today).map(kept);
  });

/** What a returned card says line by line: it takes the place of what was said of these lines before. */
export const reportLines = (cardId: string, lines: ReadonlyMap<number, LineReport>): Promise<boolean> =>
  act('enter a returned card', (studio) => {
    const card = studio.cards.get(cardId);
    if (!card) return [];
    const before = practiceOfStudent(studio, card.studentId).filter(
      (entry) => entry.card?.id === cardId && lines.has(entry.card.line),
    );
    return [
      ...before.map(({ id }) => ({ kind: 'practice' as const, remove: id })),
      ...card.lines.flatMap((line) => {
        const report = lines.get(line.line);
        return report ? [kept(entryOfLine(card, line, report))] : [];
      }),
    ];
  });

/** The student does not have this card after all; what was reported of it stays. */
export const takeBackCard = (id: string): Promise<boolean> =>
  act('take back the card', ({ practice }) => [
    { kind: 'card', remove: id },
    ...[...practice.values()].flatMap(({ card, ...entry }) =>
      card?.id === id ? [{ kind: 'practice' as const, data: entry }] : [],
    ),
  ]);

/** The teacher's own words on what comes next; empty ones take them back. */
export const noteNextSteps = (studentId: string, words: string): Promise<boolean> =>
  act('note next steps', ({ students }) => {
    const student = students.get(studentId);
    if (!student) return [];
    return [
      {
        kind: 'student',
        data: words === '' ? without(student, 'nextSteps') : { ...student, nextSteps: words },
      },
    ];
  });
