import { cardsOfStudent, practiceOfStudent, type Studio } from '@/core/files';
import {
  factWords,
  practiceFacts,
  talkQuestions,
  practiceWeeks,
  type LearnedRate,
  type PracticeEntry,
  type PracticeWeek,
} from '@/core/plan';
import { learnedRateOf, partWords, practiceParts } from '@/core/register';
import type { Student } from '@/core/students';
import { addDays, lessonDays, periodsBetween, slotOn, type CalendarDay } from '@/core/time';
import { capital } from '../shell/words';

/** Weeks that are looked back on. */
const WEEKS = 6;

/** What can have been practised. */
export interface PracticeItem {
  readonly value: string;
  readonly label: string;
  readonly item: Pick<PracticeEntry, 'goalId' | 'componentId' | 'pieceId' | 'skillId'>;
}

/** What a student has reported. */
export interface PracticeModel {
  readonly weeks: readonly PracticeWeek[];
  /** Facts in words, for a talk; empty where nothing was reported. */
  readonly facts: string;
  /** What to ask, each because of a fact. */
  readonly questions: readonly string[];
  /** "Needs about 1.2 times the assumed minutes; between 1.0 and 1.4, from 4 gates"; null while nothing says so. */
  readonly rate: string | null;
  readonly items: readonly PracticeItem[];
  /** Latest first. */
  readonly entries: readonly { readonly entry: PracticeEntry; readonly what: string }[];
}

const NO_ITEM = { goalId: null, componentId: null, pieceId: null } as const;
/** Practice of nothing in particular, and none at all. */
export const ANYTHING: PracticeItem = { value: '', label: 'anything', item: NO_ITEM };

export function practiceModel(studio: Studio, student: Student, today: CalendarDay): PracticeModel {
  const entries = practiceOfStudent(studio, student.id);
  const items = itemsOf(studio, student);
  const weeks = practiceWeeks(entries, weeksUntil(student, today));
  const from = weeks[0]?.from ?? today;
  const lessons = new Set(lessonDays(student, from, addDays(today, 7), [...studio.closures.values()]));
  const facts = practiceFacts(weeks, lessons, entries, cardsOfStudent(studio, student.id));
  return {
    weeks,
    rate: rateWords(learnedRateOf(studio, student, today)),
    facts: capital(factWords(facts).join('; ')),
    questions: talkQuestions(facts, weeks.length),
    items,
    entries: [...entries]
      .sort((a, b) => (a.day < b.day ? 1 : -1))
      .map((entry) => ({ entry, what: whatWords(studio, entry) })),
  };
}

/** What can be chosen: each part of each goal. */
const itemsOf = (studio: Studio, student: Student): PracticeItem[] => [
  ...practiceParts(studio, student.id).map((item) => ({
    value: JSON.stringify(item),
    label: whatWords(studio, item),
    item,
  })),
  ANYTHING,
];

function whatWords(studio: Studio, item: PracticeItem['item']): string {
  const { letter, title } = partWords(studio, item);
  return [letter, title].filter(Boolean).join(' ');
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
