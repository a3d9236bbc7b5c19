import type { EffortSettings, Stage } from '../effort';
import type { BarRange } from '../music';
import type { Piece } from '../repertoire';
import type { InstrumentFamily } from '../skills';
import type { Student } from '../students';
import type { CalendarDay, Closure, Period } from '../time';
import type { GoalToPlan, ItemWork, OwnWork, Reading } from './item-work';
import type { PracticeEntry } from './practice-entry';
import type { RhythmGate } from './rhythm-gate';
import type { PlannedWeek } from './student-plan';
import type { Evidence, WorkDone } from './work-done';

export interface PlanInput {
  readonly student: Student;
  /** All open goals of the student. */
  readonly goals: readonly GoalToPlan[];
  /** What is worked on beside them; left out where that is nothing. */
  readonly own?: readonly OwnWork[];
  readonly pieces: ReadonlyMap<string, Piece>;
  readonly closures: readonly Closure[];
  readonly effort: EffortSettings;
  readonly evidence: Evidence;
  /** What is still to be mended, at its bars. */
  readonly noted: readonly Noted[];
  /** How a new piece is first met; left out where no school is followed. */
  readonly reading?: Reading;
  /** The student's rhythm gates: one that is not passed holds its piece back, whichever school is followed. */
  readonly rhythm?: readonly RhythmGate[];
  readonly family: InstrumentFamily | null;
  readonly metronomeFrom: Habits['metronomeFrom'];
  readonly today: CalendarDay;
}

/** One week still to come. */
export interface PlanWeek extends PlannedWeek {
  /** Minutes of all work that is planned for it. */
  readonly load: number;
  /** The same if the cards of weeks that nobody reported were done; null where every week was reported. */
  readonly ifDone: number | null;
  readonly lesson: boolean;
  /** Name of a closure that takes the lesson, the practice or both; null in an ordinary week. */
  readonly closed: string | null;
  readonly days: readonly { readonly day: CalendarDay; readonly minutes: number }[];
}

/** The end of a stage. */
export interface Gate {
  readonly stage: Stage;
  /** Index of the last week of the stage, on the grid of the item's plan. */
  readonly lastWeek: number;
  /** The day it is heard: the first day of the next week, or the teacher's own. */
  readonly day: CalendarDay;
  /** Set by hand: it binds the plan. Any other follows the plan. */
  readonly set: boolean;
  readonly passedOn: CalendarDay | null;
}

/** Something noted at bars of a piece that is still to be mended. */
export interface Noted {
  /** Both null for what is noted of a piece, whatever it is prepared for. */
  readonly goalId: string | null;
  readonly componentId: string | null;
  readonly pieceId: string | null;
  readonly bars: BarRange;
  readonly text: string;
}

/** What is known of one time of practising. */
export type Practised = Pick<PracticeEntry, 'day' | 'minutes' | 'bars' | 'tempo' | 'clean' | 'slips'>;

/** How the studio practises; the card follows it. */
export interface Habits {
  readonly family: InstrumentFamily | null;
  /** From the first week, or not before the notes are sure: two schools. */
  readonly metronomeFrom: 'learn' | 'secure';
  /** Minutes on one place before going on to the next. */
  readonly placeMinutes: number;
  /** Times in a row it must be clean. */
  readonly clean: number;
  /** Tempos of a ladder, both ends among them. */
  readonly rungs: number;
  /** Days after which a place comes back: the first time, the second, the third, and from then on. */
  readonly returns: readonly number[];
  /** Percent of the performance tempo below which some features cannot be judged. */
  readonly judgedFrom: number;
}

export interface PlanItem extends Omit<ItemWork, 'stages'> {
  /** Its own among all items of the student. */
  readonly id: string;
  /** Minutes of the stages whose gate is not passed that are still to do. */
  readonly toDo: number;
  readonly done: WorkDone;
  readonly gates: readonly Gate[];
  /** Stages on the grid from start to session: weeks included on both ends; none where `fromWeek` is after `toWeek`. */
  readonly stages: readonly {
    readonly stage: Stage;
    readonly fromWeek: number;
    readonly toWeek: number;
    readonly minutes: number;
    /** Minutes of it still to do; 0 when its gate is passed. */
    readonly left: number;
    readonly passed: boolean;
  }[];
  /** Minutes in each coming week. */
  readonly weeks: readonly number[];
  /** Tempo aimed at by the end of each coming week, in the unit of `tempo`; empty without a tempo. */
  readonly tempos: readonly number[];
  /** What was reported of it, by day; of a card that nobody has spoken of the lines up to today, which say no more than bars. */
  readonly practised: readonly Practised[];
  readonly noted: readonly Noted[];
}

/** The preparation of one goal within that of its student, or of all of them. */
export interface Plan {
  /** All weeks from the start of the preparation; `now` is the index of the coming weeks' first. */
  readonly grid: readonly Period[];
  readonly now: number;
  /** The session, and the last day for a recording that is not sent yet, in the plan of one goal; null otherwise. */
  readonly session: CalendarDay | null;
  readonly due: CalendarDay | null;
  /** Loads are those of all goals. */
  readonly weeks: readonly PlanWeek[];
  readonly items: readonly PlanItem[];
  /** Of all goals together, as is `peak`. */
  readonly feasible: boolean;
  readonly peak: number;
  /** Minutes a visit of the card has before the week has another one. */
  readonly blockMinutes: number;
  readonly habits: Habits;
  /** Indexes into the coming weeks of the student, with the work that falls there, the minutes there are, and whose it is. */
  readonly critical: {
    readonly from: number;
    readonly until: number;
    readonly demand: number;
    readonly minutes: number;
    readonly goals: readonly string[];
  } | null;
}

export type PlanRefusal =
  | { readonly kind: 'session past' }
  | { readonly kind: 'nothing to prepare' }
  | {
      readonly kind: 'no split';
      readonly componentId: string | null;
      readonly from: CalendarDay;
      readonly to: CalendarDay;
      readonly why: 'windows' | 'no minutes';
    };

export type GoalAnswer =
  { readonly ok: true; readonly plan: Plan } | { readonly ok: false; readonly why: PlanRefusal };

export interface Preparation {
  /** Of all goals that can be planned, and of own work; null when there is neither. Its items stand goal by goal, own work last. */
  readonly whole: Plan | null;
  /** Of each goal by its id. */
  readonly goals: ReadonlyMap<string, GoalAnswer>;
}
