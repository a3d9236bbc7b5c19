import { withdrawn, withOfficeToTell, withProgramme, type Goal } from '../programme';
import { stateOf, withStep, type Piece, type RepertoireEntry } from '../repertoire';
import { findLevel, forInstrument, opensTo } from '../requirements';
import type { Student } from '../students';
import type { CalendarDay } from '../time';
import { openGoalsOf } from './decisions';
import { entriesOfStudent, type Studio } from '../files';

/** What becomes of an open goal: it goes on with the new instrument, is kept on the old one, or is given up. */
export type GoalAnswer = 'goes on' | 'kept' | 'withdrawn';

/** What a change of instrument leaves open, each to be asked about. */
export interface InstrumentChange {
  readonly goals: readonly {
    readonly goal: Goal;
    /** Whether the level is open to the new instrument too. */
    readonly isOpen: boolean;
    /** Chosen pieces that are for other instruments. */
    readonly pieces: readonly Piece[];
  }[];
  /** Pieces being learned that are for other instruments. */
  readonly learning: readonly { readonly entry: RepertoireEntry; readonly piece: Piece }[];
}

/** @param student - as before the change; goals kept on an earlier instrument are not asked about again */
export function instrumentChange(studio: Studio, student: Student, instrument: string): InstrumentChange {
  const reader = forInstrument(studio.sets.values());
  const isForOthers = (piece: Piece) => reader(piece, instrument) === 'no';
  const goals = openGoalsOf(studio, student.id).filter((goal) => !goal.instrument);
  return {
    goals: goals.map((goal) => {
      const set = studio.sets.get(goal.setId);
      const level = set && findLevel(set, goal.levelId);
      return {
        goal,
        isOpen: set !== undefined && level !== undefined && opensTo(set, level, instrument),
        pieces: Object.values(goal.programme)
          .flat()
          .flatMap((choice) => (choice.kind === 'piece' ? (studio.pieces.get(choice.pieceId) ?? []) : []))
          .filter(isForOthers),
      };
    }),
    learning: entriesOfStudent(studio, student.id).flatMap((entry) => {
      const piece = studio.pieces.get(entry.pieceId);
      const isDone = stateOf(entry) === 'performed' || stateOf(entry) === 'lapsed';
      return piece && !isDone && isForOthers(piece) ? [{ entry, piece }] : [];
    }),
  };
}

/**
 * The goals and entries as the answers leave them.
 * @param answers - by goal id; a goal without one is kept on the old instrument
 * @param takenOut - ids of pieces that leave the programmes that go on, and of pieces no longer learned
 */
export function afterInstrument(
  studio: Studio,
  student: Student,
  instrument: string,
  answers: ReadonlyMap<string, GoalAnswer>,
  takenOut: ReadonlySet<string>,
  on: CalendarDay,
): { readonly goals: readonly Goal[]; readonly entries: readonly RepertoireEntry[] } {
  const { goals, learning } = instrumentChange(studio, student, instrument);
  return {
    goals: goals.map(({ goal }) => {
      const answer = answers.get(goal.id) ?? 'kept';
      if (answer === 'withdrawn') return withdrawn(goal, on);
      if (answer === 'kept') return { ...goal, instrument: student.instrument };
      const set = studio.sets.get(goal.setId);
      const level = set && findLevel(set, goal.levelId);
      const programme = Object.fromEntries(
        Object.entries(goal.programme).map(([componentId, choices]) => [
          componentId,
          choices.filter((choice) => choice.kind !== 'piece' || !takenOut.has(choice.pieceId)),
        ]),
      );
      const told = withOfficeToTell(goal, `on the ${instrument} instead of the ${student.instrument}`, on);
      return withProgramme(told, programme, level, studio.pieces, on);
    }),
    entries: learning.flatMap(({ entry, piece }) =>
      takenOut.has(piece.id) ? [withStep(entry, 'lapsed', on)] : [],
    ),
  };
}
