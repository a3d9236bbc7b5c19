import { practiceOfStudent, type Studio } from '@/core/files';
import {
  practiceFacts,
  practiceWeeks,
  type LearnedRate,
  type PracticeEntry,
  type PracticeWeek,
} from '@/core/plan';
import { learnedRateOf, type GoalContext } from '@/core/register';
import type { Student } from '@/core/students';
import { addDays, lessonDays, periodsBetween, slotOn, type CalendarDay } from '@/core/time';
import { valueAt } from '@/core/value-at';

/** Weeks that are looked back on. */
const WEEKS = 6;

/** What can have been practised. */
export interface PracticeItem {
  readonly value: string;
  readonly label: string;
  readonly item: Pick<PracticeEntry, 'goalId' | 'componentId' | 'pieceId'>;
}

/** What a student has reported. */
export interface PracticeModel {
  readonly weeks: readonly PracticeWeek[];
  /** Facts in words, for a talk; empty where nothing was reported. */
  readonly facts: string;
  /** "Needs about 1.2 times the assumed minutes; between 1.0 and 1.4, from 4 gates"; null while nothing says so. */
  readonly rate: string | null;
  readonly items: readonly PracticeItem[];
  /** Latest first. */
  readonly entries: readonly { readonly entry: PracticeEntry; readonly what: string }[];
}

const NO_ITEM = { goalId: null, componentId: null, pieceId: null } as const;
/** Practice of nothing in particular, and none at all. */
export const ANYTHING: PracticeItem = { value: '', label: 'anything', item: NO_ITEM };

/** @param goals - the open ones of the student */
export function practiceModel(
  studio: Studio,
  student: Student,
  goals: readonly GoalContext[],
  today: CalendarDay,
): PracticeModel {
  const entries = practiceOfStudent(studio, student.id);
  const items = itemsOf(studio, goals);
  const weeks = practiceWeeks(entries, weeksUntil(student, today));
  const from = weeks[0]?.from ?? today;
  const lessons = new Set(lessonDays(student, from, addDays(today, 7), [...studio.closures.values()]));
  return {
    weeks,
    rate: rateWords(learnedRateOf(studio, student, today)),
    facts: factsWords(practiceFacts(weeks, lessons)),
    items,
    entries: [...entries]
      .sort((a, b) => (a.day < b.day ? 1 : -1))
      .map((entry) => ({ entry, what: whatWords(studio, entry) })),
  };
}

/** Each part of a goal, and each of its pieces where it has several. */
const itemsOf = (studio: Studio, goals: readonly GoalContext[]): PracticeItem[] => [
  ...goals.flatMap(({ goal, level }) =>
    level.components.flatMap(({ id }) => {
      const pieces = (valueAt(goal.programme, id) ?? []).flatMap((choice) =>
        choice.kind === 'piece' ? [choice.pieceId] : [],
      );
      return (pieces.length === 0 ? [null] : pieces).map((pieceId): PracticeItem => {
        const item = { goalId: goal.id, componentId: id, pieceId };
        return { value: JSON.stringify(item), label: whatWords(studio, item), item };
      });
    }),
  ),
  ANYTHING,
];

/** "S Ropewalk Gigue", as it was when it was noted, also of a goal that is closed or has another piece by now. */
function whatWords(studio: Studio, { goalId, componentId, pieceId }: PracticeItem['item']): string {
  const goal = goalId === null ? undefined : studio.goals.get(goalId);
  const level = studio.sets.get(goal?.setId ?? '')?.levels.find(({ id }) => id === goal?.levelId);
  const component = level?.components.find(({ id }) => id === componentId);
  const title = pieceId === null ? undefined : studio.pieces.get(pieceId)?.title;
  if (goalId === null) return title ?? ANYTHING.label;
  return [component?.letter, title ?? component?.name ?? 'part of a goal that is gone']
    .filter(Boolean)
    .join(' ');
}

const rateWords = (rate: LearnedRate | null): string | null =>
  rate &&
  `Needs about ${rate.rate.toFixed(1)} times the assumed minutes; between ${rate.from.toFixed(1)} and ${rate.to.toFixed(1)}, from ${rate.gates} ${rate.gates === 1 ? 'gate' : 'gates'}`;

/** The weeks that were, the one that is on last. */
function weeksUntil(student: Student, today: CalendarDay) {
  const slot = slotOn(student, today);
  const weekday = slot.kind === 'none' ? 0 : slot.weekday;
  const weeks = periodsBetween(addDays(today, -7 * (WEEKS + 1)), addDays(today, 1), weekday);
  return weeks.slice(-WEEKS);
}

function factsWords({
  reported,
  touched,
  longestGap,
  onlyBeforeLesson,
}: ReturnType<typeof practiceFacts>): string {
  if (reported === 0) return '';
  const days = (count: number) => `${count} ${count === 1 ? 'day' : 'days'}`;
  return [
    `Practised on ${days(touched)}`,
    ...(longestGap !== null && longestGap > 0 ? [`longest gap ${days(longestGap)}`] : []),
    ...(onlyBeforeLesson ? ['only on the day of the lesson or the day before'] : []),
  ].join('; ');
}
