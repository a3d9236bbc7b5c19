import type { CalendarDay } from '../time';
import { personalAfter, unknownStudent, type Personal } from './belief';
import {
  dayMarks,
  daysBefore,
  observeOfficial,
  onDay,
  pass,
  pastCourse,
  type Course,
  type PastCandidacy,
} from './candidacy';
import { ASSUMED, CONSTANTS, modelOf, PRIORS, type Constant, type Model } from './model';
import { above } from './normal';

/** What a studio's results say, kept until another result comes. */
export interface StudioFit {
  /** Form of these figures: a fit of another form is made again. */
  readonly form: 1;
  /** How many results there were. */
  readonly results: number;
  readonly model: Model;
  /** Factor on the spread of every forecast, so that eight in ten ranges held what came. */
  readonly width: number;
}

/** The latest so many candidacies are learned from. */
const LATEST = 60;
/** Each is looked at as it stood so many days before the exam. */
const CUTS = [56, 28, 0] as const;
/** Weight of the marks along the way beside the results. */
const MARKS_WEIGHT = 0.25;
/** Width in which the ranges are looked for, what is assumed of it, and how many candidacies that assumption is worth. */
const WIDTH = { from: 0.85, to: 1.35, assumed: 0.96, worth: 40 } as const;
/** Share of results that shall lie in the 80 % ranges, a little over it since a fit looks back. */
const HELD = 0.81;
/** First step of the search along a constant, in spreads of its prior, and the furthest. */
const STEP = 0.6;
const FURTHEST = 2;
/** A constant that moved less than this in the first pass stays in the second. */
const SETTLED = 0.15;

/** An official mark with the forecast of it. */
interface Replay {
  readonly mean: number;
  readonly spread: number;
  readonly from: number;
  readonly to: number;
}

interface Replayed {
  readonly likelihood: number;
  readonly replays: readonly Replay[];
}

/** Goes through past candidacies as they stood, each with what earlier ones had said of the student. */
function replay(model: Model, courses: readonly Course[], wantsReplays: boolean): Replayed {
  const known = new Map<string, { readonly personal: Personal; readonly from: CalendarDay }>();
  const replays: Replay[] = [];
  let likelihood = 0;
  for (const course of courses) {
    const before = known.get(course.student);
    const personal = before && before.from <= course.start ? before.personal : unknownStudent(model);
    const days = CUTS.map((days) => daysBefore(course.examDay, days));
    const { stops, likelihood: marks } = pass(model, course, personal, courses.length, days);
    likelihood += MARKS_WEIGHT * marks;
    for (const [at, stop] of stops.entries()) {
      const then = onDay(model, stop, course.examDay, courses.length);
      if (wantsReplays) replays.push(...replaysOf(model, then, course));
      likelihood += observeOfficial(model, then, course.official) / CUTS.length;
      if (at === stops.length - 1)
        known.set(course.student, { personal: personalAfter(model, then), from: course.examDay });
    }
  }
  return { likelihood, replays };
}

function replaysOf(model: Model, then: Parameters<typeof dayMarks>[1], course: Course): Replay[] {
  const { mean, covariance } = dayMarks(model, then);
  const first = then.size - mean.length;
  return course.official.map(({ part, from, to }) => ({
    mean: mean[part - first] ?? 0,
    spread: Math.sqrt(covariance[part - first]?.[part - first] ?? 0),
    from,
    to,
  }));
}

/** Likelihood of a studio with the assumptions, as a natural logarithm. */
const worthOf = (values: Readonly<Record<Constant, number>>, courses: readonly Course[]): number => {
  let worth = replay(modelAt(values), courses, false).likelihood;
  for (const constant of CONSTANTS) worth -= values[constant] ** 2 / 2;
  return worth;
};

/** A model from how many spreads of its prior each constant lies from the middle. */
const modelAt = (values: Readonly<Record<Constant, number>>): Model =>
  modelOf((constant) => {
    const { middle, spread, log } = PRIORS[constant];
    return log ? middle * Math.exp(spread * values[constant]) : middle + spread * values[constant];
  });

/**
 * Learns a studio's constants from its results.
 * @param past - in any order; the latest 60 are looked at
 * Cost: about ninety times through all their marks.
 */
export function fitStudio(past: readonly PastCandidacy[]): StudioFit {
  const courses = past
    .map(pastCourse)
    .filter(({ official }) => official.length > 0)
    .sort((a, b) => compare(a.examDay, b.examDay) || compare(a.student, b.student))
    .slice(-LATEST);
  const results = courses.length;
  if (results === 0) return { form: 1, results, model: ASSUMED, width: WIDTH.assumed };
  const model = modelAt(best(courses));
  const { replays } = replay(model, courses, true);
  const width = (results * widthOf(replays) + WIDTH.worth * WIDTH.assumed) / (results + WIDTH.worth);
  return { form: 1, results, model, width };
}

const compare = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);

/** The constants under which the results are likeliest: one at a time to the top of a parabola, twice. */
function best(courses: readonly Course[]): Readonly<Record<Constant, number>> {
  let values = Object.fromEntries(CONSTANTS.map((constant) => [constant, 0])) as Record<Constant, number>;
  let worth = worthOf(values, courses);
  let open: readonly Constant[] = CONSTANTS;
  for (const step of [STEP, STEP / 2]) {
    open = open.filter((constant) => {
      const from = values[constant];
      const at = (value: number) => worthOf({ ...values, [constant]: value }, courses);
      const tries = [from - step, from + step].map((value) => ({ value, worth: at(value) }));
      const [low, high] = [tries[0]?.worth ?? worth, tries[1]?.worth ?? worth];
      const bend = low + high - 2 * worth;
      const top = bend < 0 ? (step * (low - high)) / (2 * bend) : Math.sign(high - low) * FURTHEST * step;
      const value = from + Math.max(-FURTHEST * step, Math.min(FURTHEST * step, top));
      const better = [...tries, { value, worth: at(value) }].reduce((a, b) => (b.worth > a.worth ? b : a));
      if (better.worth <= worth) return false;
      values = { ...values, [constant]: better.value };
      worth = better.worth;
      return Math.abs(better.value - from) > SETTLED;
    });
  }
  return values;
}

/** The factor at which the 80 % ranges hold their share of the results. */
function widthOf(replays: readonly Replay[]): number {
  let [from, to]: [number, number] = [WIDTH.from, WIDTH.to];
  if (heldAt(replays, from) >= HELD) return from;
  if (heldAt(replays, to) <= HELD) return to;
  for (let round = 0; round < 20; round += 1) {
    const middle = (from + to) / 2;
    if (heldAt(replays, middle) < HELD) from = middle;
    else to = middle;
  }
  return (from + to) / 2;
}

/** Share of the results in their 80 % ranges; a mark that lies across an end counts with its share inside. */
function heldAt(replays: readonly Replay[], width: number): number {
  let held = 0;
  for (const { mean, spread, from, to } of replays) {
    const [low, high] = [from, to].map((edge) => 1 - above((edge - mean) / (spread * width))) as [
      number,
      number,
    ];
    held +=
      high > low
        ? Math.max(0, Math.min(high, 0.9) - Math.max(low, 0.1)) / (high - low)
        : low > 0.1 && low < 0.9
          ? 1
          : 0;
  }
  return held / replays.length;
}
