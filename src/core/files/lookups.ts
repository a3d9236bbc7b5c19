import type { MarkSheet } from '../marks';
import type { Fault, HandedCard, PracticeEntry, RhythmGate } from '../plan';
import type { Goal } from '../programme';
import type { Piece, RepertoireEntry } from '../repertoire';
import type { RunThrough } from '../runs';
import type { ShapingPlan } from '../shaping';
import type { LessonRecord } from '../students';
import { groupOf } from './groups';
import { ofDayMovedTo, ofGoal, ofScore, ofSet, ofStudent, standOfGoal, type Studio } from './kinds';

/** In the order in which they were made. */
export const sheetsOfGoal = ({ sheets }: Pick<Studio, 'sheets'>, goalId: string): readonly MarkSheet[] =>
  groupOf(sheets, ofGoal, goalId);

export const goalsOfStudent = ({ goals }: Pick<Studio, 'goals'>, studentId: string): readonly Goal[] =>
  groupOf(goals, ofStudent, studentId);

export const goalsThatAre = (
  { goals }: Pick<Studio, 'goals'>,
  stand: ReturnType<typeof standOfGoal>,
): readonly Goal[] => groupOf(goals, standOfGoal, stand);

export const piecesOfScore = ({ pieces }: Pick<Studio, 'pieces'>, scoreId: string): readonly Piece[] =>
  groupOf(pieces, ofScore, scoreId);

export const goalsOfSet = ({ goals }: Pick<Studio, 'goals'>, setId: string): readonly Goal[] =>
  groupOf(goals, ofSet, setId);

export const lessonsOfStudent = (
  { lessons }: Pick<Studio, 'lessons'>,
  studentId: string,
): readonly LessonRecord[] => groupOf(lessons, ofStudent, studentId);

export const lessonsMovedTo = ({ lessons }: Pick<Studio, 'lessons'>, day: string): readonly LessonRecord[] =>
  groupOf(lessons, ofDayMovedTo, day);

export const entriesOfStudent = (
  { repertoire }: Pick<Studio, 'repertoire'>,
  studentId: string,
): readonly RepertoireEntry[] => groupOf(repertoire, ofStudent, studentId);

export const practiceOfStudent = (
  { practice }: Pick<Studio, 'practice'>,
  studentId: string,
): readonly PracticeEntry[] => groupOf(practice, ofStudent, studentId);

export const faultsOfStudent = ({ faults }: Pick<Studio, 'faults'>, studentId: string): readonly Fault[] =>
  groupOf(faults, ofStudent, studentId);

export const rhythmGatesOfStudent = (
  { rhythmGates }: Pick<Studio, 'rhythmGates'>,
  studentId: string,
): readonly RhythmGate[] => groupOf(rhythmGates, ofStudent, studentId);

export const shapingsOfStudent = (
  { shapings }: Pick<Studio, 'shapings'>,
  studentId: string,
): readonly ShapingPlan[] => groupOf(shapings, ofStudent, studentId);

export const cardsOfStudent = ({ cards }: Pick<Studio, 'cards'>, studentId: string): readonly HandedCard[] =>
  groupOf(cards, ofStudent, studentId);

export const runsOfStudent = ({ runs }: Pick<Studio, 'runs'>, studentId: string): readonly RunThrough[] =>
  groupOf(runs, ofStudent, studentId);
