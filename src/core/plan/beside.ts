import { isInTime, leastWork, peakOf, type LeastWork } from '../effort';
import type { Piece } from '../repertoire';
import type { Session } from '../requirements';
import {
  addDays,
  daysBetween,
  minutesOn,
  periodIndexOf,
  periodsTo,
  type CalendarDay,
  type Period,
} from '../time';
import { draftOf, sharedAs, withShared, type Draft } from './drafts';
import type { GoalToPlan } from './item-work';
import { fitsWith, newPiece, sumsOf, type NewGoal, type Sums } from './one-more';
import type { PlanInput } from './plan';
import { isRhythmPassed } from './rhythm-gate';
import { frameOf, openDrafts, plannedGoal } from './question';
import { eveOf, levelItemsOf, type PlannedWeek } from './student-plan';

/** Days looked ahead for the fewest weeks. */
const YEAR = 364;

/** A goal that would begin today with these pieces. */
export interface Candidate {
  readonly session: Session;
  readonly criteriaWeeks: number;
  /** Whole pieces by their ids; an excerpt has none. */
  readonly pieces: readonly { readonly id: string | null; readonly minutes: number }[];
  readonly skills: readonly { readonly id: string; readonly minutes: number }[];
  /** Components that are no pieces. */
  readonly prepared: number;
  /** The same as a goal to plan; asked for only where it shares work with another goal. */
  readonly goal: () => { readonly goal: GoalToPlan; readonly pieces: ReadonlyMap<string, Piece> };
}

/** Whether one goal more fits beside those of a student. */
export interface OneMore {
  /** Whether the plan over all of them fits. */
  readonly fits: boolean;
  /**
   * The fewest weeks, lesson to lesson, with which it would fit if its date came right after them.
   * @param from - fewest weeks to try, and `to` the most; null when none of them will do
   */
  readonly weeksNeeded: (from: number, to: number) => number | null;
}

/** The goals of a student as they stand, ready to be asked whether one more fits beside them. */
export interface Beside {
  /** Whether they fit by themselves. */
  readonly fits: boolean;
  /** The same answer as planning all of them, but much faster for many goals in turn. */
  readonly with: (candidate: Candidate) => OneMore;
}

/** Weeks up to a date, and what the others ask of them; null where they have no plan at any pace. */
interface Grid {
  readonly weeks: readonly PlannedWeek[];
  readonly sums: Sums;
  readonly least: LeastWork | null;
  /** Index of the week of a day, where it was looked for. */
  readonly index: Map<CalendarDay, number>;
}

/** @param input - with all open goals of the student, and what of them is done */
export function besideOf(input: PlanInput): Beside {
  const { today, effort } = input;
  const frame = frameOf(input);
  const { weekday, ordinary, visitMinutes } = frame;
  const others = withShared(openDrafts(input, frame));
  const eves = others.map(({ dates }) => eveOf(dates));
  const shares = new Set(others.flatMap(({ items }) => items.flatMap(({ work }) => sharedAs(work) ?? [])));
  const minutesTo = minutesByDay(input, frame.closures);
  const minutesIn = ({ from, to }: Period) => minutesTo(to) - minutesTo(addDays(from, -1));
  const leastOf = (drafts: readonly Draft[], weeks: readonly PlannedWeek[]): LeastWork | null => {
    const items = drafts.map((draft) =>
      levelItemsOf(
        plannedGoal(draft, weeks, ordinary, (done) => done.reported),
        weeks,
        visitMinutes,
      ),
    );
    return items.some((each) => each === null)
      ? null
      : leastWork(
          weeks,
          items.flatMap((each) => each ?? []),
        );
  };
  const grids = new Map<CalendarDay | null, Grid>();
  const gridTo = (eve: CalendarDay | null): Grid => {
    const known = grids.get(eve);
    if (known) return known;
    const weeks = periodsTo(today, weekday, eve === null ? eves : [...eves, eve]).map((week) => ({
      ...week,
      minutes: minutesIn(week),
    }));
    const grid = {
      weeks,
      sums: sumsOf(weeks, ordinary),
      least: leastOf(others, weeks),
      index: new Map<CalendarDay, number>(),
    };
    grids.set(eve, grid);
    return grid;
  };
  const peakWith = (drafts: readonly Draft[], { weeks }: Grid): number => {
    const all = leastOf(withShared(drafts), weeks);
    return all ? peakOf(weeks, [all]) : Infinity;
  };
  /** @param to - the day the weeks reach to, the eve or later: what is after it asks for nothing more */
  const fitsBefore = (eve: CalendarDay, criteriaWeeks: number, goal: NewGoal, to: CalendarDay): boolean => {
    const { weeks, sums, least, index } = gridTo(to);
    if (least === null) return false;
    const at = (day: CalendarDay) => {
      const known = index.get(day) ?? periodIndexOf(weeks, day);
      index.set(day, known);
      return known;
    };
    const ready = Math.max(0, at(addDays(eve, -7 * criteriaWeeks)));
    return fitsWith(goal, sums, { ready, due: at(eve) }, visitMinutes, others.length > 0 ? least : null);
  };
  const year = addDays(today, YEAR - 1);
  let lessonToLesson: readonly (Period & { readonly minutes: number })[] | undefined;
  const fewest = (from: number, to: number, goal: NewGoal, fits: (eve: CalendarDay) => boolean) => {
    lessonToLesson ??= periodsTo(today, weekday, [year]).map((week) => ({
      ...week,
      minutes: minutesIn(week),
    }));
    let left = goal.works.reduce((sum, { before, perform }) => sum + before + perform, 0);
    if (left + goal.perWeek === 0) return 0;
    for (let at = 0; at < Math.min(to, lessonToLesson.length); at += 1) {
      const { to: last, minutes } = lessonToLesson[at] as Period & { readonly minutes: number };
      // The weeks must at least hold the work; only then is it worth looking further.
      left -= minutes - (ordinary > 0 ? goal.perWeek * Math.min(1, minutes / ordinary) : 0);
      if (at + 1 >= from && left <= 1e-6 && fits(last)) return at + 1;
    }
    return null;
  };
  const waiting = new Set(
    (input.rhythm ?? []).flatMap((gate) => (isRhythmPassed(gate) ? [] : [gate.pieceId])),
  );
  return {
    fits: others.length === 0 || isInTime(peakWith(others, gridTo(null))),
    with: ({ session, criteriaWeeks, pieces, skills, prepared, goal }) => {
      // What waits for its rhythm is no plain new goal either.
      const isShared =
        input.reading === 'rhythm' ||
        pieces.some(({ id }) => waiting.has(id ?? '')) ||
        pieces.some(({ id }) => id !== null && shares.has(`piece ${id}`)) ||
        skills.some(({ id }) => shares.has(`skill ${id}`));
      const asked: NewGoal = {
        works: [
          ...pieces.map(({ minutes }) => newPiece(minutes, effort)),
          ...skills.map(({ minutes }) => ({ before: minutes, perform: 0 })),
        ],
        perWeek: prepared * effort.preparedMinutesPerWeek,
      };
      const recording = session.recordingDue;
      const eve = eveOf({
        session: session.day,
        due: recording !== null && recording > today ? recording : null,
      });
      if (!isShared)
        return {
          fits: fitsBefore(eve, criteriaWeeks, asked, eve),
          weeksNeeded: (from, to) =>
            fewest(from, to, asked, (last) => fitsBefore(last, criteriaWeeks, asked, year)),
        };
      // What is shared is worked on once: the weeks need not hold it a second time.
      const alone: NewGoal = {
        works: [
          ...pieces.flatMap(({ id, minutes }) =>
            id !== null && shares.has(`piece ${id}`) ? [] : [newPiece(minutes, effort)],
          ),
          ...skills.flatMap(({ id, minutes }) =>
            shares.has(`skill ${id}`) ? [] : [{ before: minutes, perform: 0 }],
          ),
        ],
        perWeek: Math.max(1e-9, asked.perWeek),
      };
      const own = goal();
      const draft = draftOf(own.goal, { ...input, pieces: own.pieces }, weekday);
      return {
        fits: isInTime(peakWith([...others, draft], gridTo(eve))),
        weeksNeeded: (from, to) =>
          fewest(from, to, alone, (last) => {
            const moved: Draft = { ...draft, dates: { session: addDays(last, 1), due: null } };
            return isInTime(peakWith([...others, moved], gridTo(last)));
          }),
      };
    },
  };
}

/** Minutes of practice from today to a day, by day; 0 for the day before. */
function minutesByDay(
  { student, today }: PlanInput,
  closures: PlanInput['closures'],
): (day: CalendarDay) => number {
  const until = [0];
  return (day) => {
    const at = daysBetween(today, day) + 1;
    if (at >= until.length) {
      const from = addDays(today, until.length - 1);
      for (const { minutes } of minutesOn({ from, to: addDays(day, 31) }, student, closures))
        until.push((until.at(-1) ?? 0) + minutes);
    }
    return until[Math.max(0, at)] ?? 0;
  };
}
