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
import { draftOf, lateDay, sharedAs, weeksOfRhythm, withShared, type Draft } from './drafts';
import type { GoalToPlan, ItemWork } from './item-work';
import { fitsWith, isPlain, newPieces, sumsOf, type DateIn, type NewGoal, type Sums } from './one-more';
import type { PlanInput } from './plan';
import { frameOf, openDrafts, plannedGoal } from './question';
import { eveOf, firstFrom, levelItemsOf, type PlannedWeek } from './student-plan';

/** Days looked ahead for the fewest weeks. */
const YEAR = 364;

/** A goal that would begin today with these pieces. */
export interface Candidate {
  readonly session: Session;
  readonly criteriaWeeks: number;
  readonly pieces: readonly {
    readonly id: string;
    /** Else it is an excerpt. */
    readonly isWhole: boolean;
    readonly minutes: number;
  }[];
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
  /** By weeks of performing and eve, where they were looked for. */
  readonly dates: Map<number, Map<CalendarDay, DateIn>>;
}

/** The goals of a student for a new one that has pieces or skills of theirs. */
interface Parted {
  /** Goals with the items that are shared and no others. */
  readonly shared: readonly Draft[];
  /** What all other items ask of the weeks. */
  readonly leastOfRest: (grid: Grid) => LeastWork | null;
}

const isLeastInTime = ({ weeks, least }: Grid): boolean => least !== null && isInTime(peakOf(weeks, [least]));

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
    const grid: Grid = {
      weeks,
      sums: sumsOf(weeks, ordinary),
      least: leastOf(others, weeks),
      dates: new Map(),
    };
    grids.set(eve, grid);
    return grid;
  };
  const dateIn = ({ weeks, dates }: Grid, eve: CalendarDay, criteriaWeeks: number): DateIn => {
    const byEve = dates.get(criteriaWeeks) ?? new Map<CalendarDay, DateIn>();
    dates.set(criteriaWeeks, byEve);
    const known = byEve.get(eve);
    if (known) return known;
    const readyDay = addDays(eve, -7 * criteriaWeeks);
    const late = new Map<number, number>();
    const made: DateIn = {
      ready: Math.max(0, periodIndexOf(weeks, readyDay)),
      due: periodIndexOf(weeks, eve),
      lateFrom: (after) => {
        const week = late.get(after) ?? firstFrom(weeks, lateDay(today, after, { today, ready: readyDay }));
        late.set(after, week);
        return week;
      },
    };
    byEve.set(eve, made);
    return made;
  };
  /**
   * @param to - the day the weeks reach to, the eve or later: what is after it asks for nothing more
   * @param of - what the others ask of these weeks; all of it when left out
   */
  const fitsBefore = (
    eve: CalendarDay,
    criteriaWeeks: number,
    goal: NewGoal,
    to: CalendarDay,
    of?: (grid: Grid) => LeastWork | null,
  ): boolean => {
    const grid = gridTo(to);
    const least = of ? of(grid) : grid.least;
    if (least === null) return false;
    const date = dateIn(grid, eve, criteriaWeeks);
    return fitsWith(goal, grid.sums, date, visitMinutes, of || others.length > 0 ? least : null);
  };
  const parted = new Map<string, Parted>();
  /** The others with what a new goal shares with them under these names taken apart. */
  const partedBy = (names: ReadonlySet<string>): Parted => {
    const key = [...names].sort().join(' ');
    const known = parted.get(key);
    if (known) return known;
    const part = (isShared: boolean) =>
      others.map((draft) => ({
        ...draft,
        items: draft.items.filter(({ work }) => names.has(sharedAs(work) ?? '') === isShared),
      }));
    const rest = part(false);
    const least = new Map<Grid, LeastWork | null>();
    const made: Parted = {
      shared: part(true).filter(({ items }) => items.length > 0),
      leastOfRest: (grid) => {
        const before = least.get(grid);
        const now = before === undefined ? leastOf(rest, grid.weeks) : before;
        least.set(grid, now);
        return now;
      },
    };
    parted.set(key, made);
    return made;
  };
  const year = addDays(today, YEAR - 1);
  let lessonToLesson: { readonly weeks: readonly Period[]; readonly sums: Sums } | undefined;
  const yearOf = () => {
    const weeks = periodsTo(today, weekday, [year]);
    return {
      weeks,
      sums: sumsOf(
        weeks.map((week) => ({ minutes: minutesIn(week) })),
        ordinary,
      ),
    };
  };
  const fewest = (from: number, to: number, goal: NewGoal, fits: (eve: CalendarDay) => boolean) => {
    const asked = goal.works.reduce((sum, { before, perform }) => sum + before + perform, 0);
    if (asked + goal.perWeek === 0) return 0;
    lessonToLesson ??= yearOf();
    const { weeks, sums } = lessonToLesson;
    const most = Math.min(to, weeks.length);
    for (let count = Math.max(1, from); count <= most; count += 1) {
      // The weeks must at least hold the work; only then is it worth looking further.
      const weekly = goal.perWeek * (sums.ordinary[count] ?? 0);
      if (asked + weekly > (sums.minutes[count] ?? 0) + 1e-6) continue;
      const last = weeks[count - 1];
      if (last && fits(last.to)) return count;
    }
    return null;
  };
  const newPiece = newPieces(effort);
  return {
    fits: others.length === 0 || isLeastInTime(gridTo(null)),
    with: ({ session, criteriaWeeks, pieces, skills, prepared, goal }) => {
      const names = new Set(
        [
          ...pieces.flatMap(({ id, isWhole }) => (isWhole ? [`piece ${id}`] : [])),
          ...skills.map(({ id }) => `skill ${id}`),
        ].filter((name) => shares.has(name)),
      );
      const works = pieces.map(({ id, isWhole, minutes }) => ({
        id,
        isWhole,
        work: newPiece(minutes, weeksOfRhythm(id, input)),
      }));
      const isOther = (piece: string, whole: boolean) =>
        (whole && names.has(`piece ${piece}`)) ||
        works.some(({ id, isWhole, work }) => id === piece && isWhole === whole && !isPlain(work));
      const isPlainSkill = (id: string) => !names.has(`skill ${id}`);
      const plain: NewGoal = {
        works: [
          ...works.flatMap(({ id, isWhole, work }) => (isOther(id, isWhole) ? [] : [work])),
          ...skills.flatMap(({ id, minutes }) => (isPlainSkill(id) ? [{ before: minutes, perform: 0 }] : [])),
        ],
        perWeek: prepared * effort.preparedMinutesPerWeek,
      };
      const recording = session.recordingDue;
      const eve = eveOf({
        session: session.day,
        due: recording !== null && recording > today ? recording : null,
      });
      if (plain.works.length === pieces.length + skills.length)
        return {
          fits: fitsBefore(eve, criteriaWeeks, plain, eve),
          weeksNeeded: (from, to) =>
            fewest(from, to, plain, (last) => fitsBefore(last, criteriaWeeks, plain, year)),
        };
      const own = goal();
      const ownInput = { ...input, pieces: own.pieces };
      const ownSkills = (own.goal.skills ?? []).filter(({ id }) => !isPlainSkill(id));
      let { level } = own.goal;
      /** What is not plain of the new goal: for that there is no closed form. */
      const draftFor = (to: Session): Draft => {
        const draft = draftOf({ ...own.goal, level, skills: ownSkills, session: to }, ownInput, weekday);
        const isTaken = ({ skillId, piece, isWhole }: ItemWork) =>
          skillId === null && (piece === null || !isOther(piece.id, isWhole));
        const items = draft.items.filter(({ work }) => !isTaken(work));
        // What is plain hangs on no date: its components need not be looked at again.
        const components = new Set(items.map(({ work }) => work.componentId));
        level = { ...level, components: level.components.filter(({ id }) => components.has(id)) };
        return { ...draft, items };
      };
      const { shared, leastOfRest } = partedBy(names);
      const fitsOn = (to: Session, last: CalendarDay, until: CalendarDay): boolean =>
        // Without what is shared less is asked of every stretch: where not even that fits, nothing is planned.
        fitsBefore(last, criteriaWeeks, plain, until, leastOfRest) &&
        fitsBefore(last, criteriaWeeks, plain, until, (grid) => {
          const [rest, more] = [
            leastOfRest(grid),
            leastOf(withShared([...shared, draftFor(to)]), grid.weeks),
          ];
          return rest && more && bothOf(rest, more);
        });
      return {
        fits: fitsOn(session, eve, eve),
        weeksNeeded: (from, to) =>
          // What is shared is worked on once: the weeks need not hold it a second time.
          fewest(from, to, { ...plain, perWeek: Math.max(1e-9, plain.perWeek) }, (last) =>
            fitsOn({ ...session, day: addDays(last, 1), recordingDue: null }, last, year),
          ),
      };
    },
  };
}

function bothOf(rest: LeastWork, more: LeastWork): LeastWork {
  const both = rest.slice();
  for (let at = 0; at < both.length; at += 1) both[at] = (both[at] ?? 0) + (more[at] ?? 0);
  return both;
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
