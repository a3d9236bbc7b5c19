import { addDays, daysBetween, type CalendarDay } from '../time';
import {
  courseOf,
  dayMarks,
  HEARERS,
  onDay,
  pass,
  pastCourse,
  personalOf,
  type Candidacy,
  type DayMarks,
  type Hearer,
  type PastCandidacy,
} from './candidacy';
import type { StudioFit } from './fit';
import type { Marked } from './scale';

export interface Question extends Candidacy {
  /** Marks after this day are not looked at. */
  readonly asOf: CalendarDay;
  readonly examDay: CalendarDay;
}

/** What a forecast rests on. */
export interface Evidence {
  readonly marks: number;
  readonly kinds: readonly Hearer[];
  readonly studioResults: number;
  /** `one` is marks of one day only. */
  readonly case: 'none' | 'one' | 'only self' | 'some';
  /** Day of the latest mark; null without any. */
  readonly latest: CalendarDay | null;
}

/** Marks of a day to come, before they are whole marks: components in the order of `components`. */
export interface Ahead {
  readonly components: readonly Marked[];
  readonly day: DayMarks;
  readonly width: number;
}

export interface Forecast {
  readonly evidence: Evidence;
  /** Of each day asked for. */
  readonly ahead: readonly Ahead[];
}

/**
 * What a candidacy comes to on days ahead, if it is heard then by an examiner and the work goes on until then.
 * @param past - candidacies of the studio; of them the student's own results before the day of the question are used
 * @param days - from the day of the question on; left out, the day of the exam
 */
export function forecast(
  fit: StudioFit,
  past: readonly PastCandidacy[],
  question: Question,
  days: readonly CalendarDay[] = [question.examDay],
): Forecast {
  const { model, results, width } = fit;
  const own = past.filter(({ student, examDay }) => student === question.student && examDay <= question.asOf);
  const personal = personalOf(model, own.map(pastCourse), results);
  const course = courseOf(question, question.asOf, question.examDay);
  const [stop] = pass(model, course, personal, results, [question.asOf]).stops;
  if (!stop) throw new RangeError('a candidacy without a day');
  return {
    evidence: evidenceOf(question, results),
    ahead: days.map((day) => ({
      components: course.components,
      day: dayMarks(model, onDay(model, stop, day, results)),
      width,
    })),
  };
}

function evidenceOf(question: Question, studioResults: number): Evidence {
  const marks = question.marks.filter(({ day }) => day <= question.asOf);
  const kinds = HEARERS.filter((hearer) => marks.some(({ assessor }) => assessor === hearer));
  const days = [...new Set(marks.map(({ day }) => day))].sort();
  return {
    marks: marks.length,
    kinds,
    studioResults,
    case:
      marks.length === 0
        ? 'none'
        : kinds.length === 1 && kinds[0] === 'self'
          ? 'only self'
          : days.length === 1
            ? 'one'
            : 'some',
    latest: days.at(-1) ?? null,
  };
}

/** Days a week apart from one day to another, both with it. */
export function weeklyDays(from: CalendarDay, to: CalendarDay): CalendarDay[] {
  const days = Array.from({ length: Math.ceil(Math.max(0, daysBetween(from, to)) / 7) }, (_, week) =>
    addDays(from, 7 * week),
  );
  return [...days, to];
}
