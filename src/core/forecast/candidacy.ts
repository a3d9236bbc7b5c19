import { addDays, daysBetween, type CalendarDay } from '../time';
import {
  advance,
  AT,
  copyOf,
  firstBelief,
  LEVELS,
  newDay,
  newSession,
  observe,
  personalAfter,
  unknownStudent,
  type Belief,
  type Personal,
} from './belief';
import { FIXED, type Model } from './model';
import { edgesOf, type Marked } from './scale';

const DAYS_A_WEEK = 7;

/** Whose marks the forecast learns from; the order in which marks of one day are taken. */
export const HEARERS = ['self', 'teacher', 'mock'] as const;
export type Hearer = (typeof HEARERS)[number];

export interface HeardMark {
  readonly day: CalendarDay;
  readonly assessor: Hearer;
  readonly component: string;
  /** A step of the component, 0 to its maximum. */
  readonly mark: number;
}

/** A student on the way to one exam. */
export interface Candidacy {
  readonly student: string;
  readonly components: readonly Marked[];
  /** When the work on it began; left out, the day of the first mark. */
  readonly start?: CalendarDay;
  /** Level held minus level entered, in whole levels. */
  readonly placement: number;
  /** In any order. */
  readonly marks: readonly HeardMark[];
}

export interface PastCandidacy extends Candidacy {
  readonly examDay: CalendarDay;
  /** By component id; what is missing says nothing. */
  readonly official: Readonly<Record<string, number>>;
}

interface Reading {
  readonly part: number;
  readonly from: number;
  readonly to: number;
}
interface Step extends Reading {
  readonly day: CalendarDay;
  readonly hearer: Hearer;
}

/** A candidacy ready to be gone through often: its marks in order, each with the edges it lies between. */
export interface Course {
  readonly student: string;
  readonly placement: number;
  readonly components: readonly Marked[];
  readonly start: CalendarDay;
  readonly steps: readonly Step[];
  /** The official marks, where there are any. */
  readonly official: readonly Reading[];
  readonly examDay: CalendarDay;
}

/** Components in the order of their ids, whatever order they came in: so nothing hangs on it. */
const inOrder = (components: readonly Marked[]) =>
  [...components].sort((a, b) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0));

/**
 * @param until - marks after this day are not looked at
 * @param official - by component id
 */
export function courseOf(
  candidacy: Candidacy,
  until: CalendarDay,
  examDay: CalendarDay,
  official: Readonly<Record<string, number>> = {},
): Course {
  const components = inOrder(candidacy.components);
  const places = new Map(
    components.map((component, at) => [
      component.id,
      { part: LEVELS + at, step: component.step, edges: edgesOf(component) },
    ]),
  );
  const reading = (component: string, mark: number): Reading | null => {
    const place = places.get(component);
    if (!place) return null;
    const index = Math.round(mark / place.step);
    return {
      part: place.part,
      from: place.edges[index - 1] ?? -Infinity,
      to: place.edges[index] ?? Infinity,
    };
  };
  const steps = candidacy.marks
    .filter(({ day }) => day <= until)
    .flatMap(({ day, assessor, component, mark }): Step[] => {
      const read = reading(component, mark);
      return read ? [{ ...read, day, hearer: assessor }] : [];
    })
    .sort(
      (a, b) =>
        (a.day < b.day ? -1 : a.day > b.day ? 1 : 0) ||
        HEARERS.indexOf(a.hearer) - HEARERS.indexOf(b.hearer) ||
        a.part - b.part ||
        a.from - b.from,
    );
  const first = steps[0]?.day ?? until;
  const said = candidacy.start ?? first;
  return {
    student: candidacy.student,
    placement: candidacy.placement,
    components,
    start: said < first ? said : first,
    steps,
    official: Object.entries(official).flatMap(([component, mark]) => {
      const read = reading(component, mark);
      return read ? [read] : [];
    }),
    examDay,
  };
}

export const pastCourse = (past: PastCandidacy): Course =>
  courseOf(past, past.examDay, past.examDay, past.official);

const BIAS: Readonly<Record<Hearer, number>> = {
  self: AT.selfBias,
  teacher: AT.teacherBias,
  mock: AT.mockBias,
};
const noiseOf = (model: Model): Readonly<Record<Hearer, number>> => ({
  self: model.selfNoise ** 2,
  teacher: model.teacherNoise ** 2,
  mock: FIXED.mockNoise ** 2,
});
const weeksBetween = (from: CalendarDay, to: CalendarDay) => daysBetween(from, to) / DAYS_A_WEEK;

/** A belief as it stood after the last mark up to a day. */
export interface Stop {
  readonly day: CalendarDay;
  /** Of `day`, not advanced any further. */
  readonly belief: Belief;
}

export interface Passage {
  /** One for each day asked for, in their order. */
  readonly stops: readonly Stop[];
  /** How likely the marks were, as a natural logarithm. */
  readonly likelihood: number;
}

/**
 * Goes through the marks of a candidacy.
 * @param until - days up to which marks are taken, earliest first
 * @param results - how many results of the studio the model was fitted to
 */
export function pass(
  model: Model,
  course: Course,
  personal: Personal,
  results: number,
  until: readonly CalendarDay[],
): Passage {
  const belief = firstBelief(model, personal, course.components.length, course.placement, results);
  const noise = noiseOf(model);
  const stops: Stop[] = [];
  let likelihood = 0;
  let day = course.start;
  let session = '';
  let asked = 0;
  for (const step of course.steps) {
    for (; asked < until.length && (until[asked] ?? '') < step.day; asked += 1)
      stops.push({ day, belief: copyOf(belief) });
    advance(model, belief, weeksBetween(day, step.day));
    day = step.day;
    if (`${step.day} ${step.hearer}` !== session) {
      session = `${step.day} ${step.hearer}`;
      newSession(belief, 0, model.sessionSpread ** 2);
    }
    likelihood += observe(
      belief,
      [step.part, AT.session, BIAS[step.hearer]],
      noise[step.hearer],
      step.from,
      step.to,
    );
  }
  for (; asked < until.length; asked += 1) stops.push({ day, belief: copyOf(belief) });
  return { stops, likelihood };
}

/** What is believed on a day that is played before an examiner, if the work goes on until then. */
export function onDay(model: Model, { day, belief }: Stop, examDay: CalendarDay, results: number): Belief {
  const then = copyOf(belief);
  advance(model, then, weeksBetween(day, examDay));
  newDay(model, then, results);
  return then;
}

/** Takes in the official marks: changes the belief. @returns how likely they were, as a natural logarithm */
export function observeOfficial(model: Model, belief: Belief, official: readonly Reading[]): number {
  let likelihood = 0;
  for (const { part, from, to } of [...official].sort((a, b) => a.part - b.part))
    likelihood += observe(belief, [part, AT.nerve, AT.session], model.officialNoise ** 2, from, to);
  return likelihood;
}

/** What is known of a student after earlier exams, taken in the order of their days. */
export function personalOf(model: Model, earlier: readonly Course[], results: number): Personal {
  let personal = unknownStudent(model);
  for (const course of [...earlier].sort((a, b) =>
    a.examDay < b.examDay ? -1 : a.examDay > b.examDay ? 1 : 0,
  )) {
    const [stop] = pass(model, course, personal, results, [course.examDay]).stops;
    if (!stop || course.official.length === 0) continue;
    const then = onDay(model, stop, course.examDay, results);
    observeOfficial(model, then, course.official);
    personal = personalAfter(model, then);
  }
  return personal;
}

/** The day so many days before. */
export const daysBefore = (day: CalendarDay, days: number): CalendarDay => addDays(day, -days);

/** The marks of the day as means and how they vary together, in the order of the course's components. */
export interface DayMarks {
  readonly mean: readonly number[];
  /** A row for each component. */
  readonly covariance: readonly (readonly number[])[];
}

export function dayMarks(model: Model, { size, mean, covariance }: Belief): DayMarks {
  const levels = Array.from({ length: size - LEVELS }, (_, at) => LEVELS + at);
  const parts = (level: number) => [level, AT.nerve, AT.session];
  return {
    mean: levels.map((level) => parts(level).reduce((sum, part) => sum + (mean[part] ?? 0), 0)),
    covariance: levels.map((level) =>
      levels.map((other) => {
        let sum = level === other ? model.officialNoise ** 2 : 0;
        for (const row of parts(level))
          for (const column of parts(other)) sum += covariance[row * size + column] ?? 0;
        return sum;
      }),
    ),
  };
}
