import type { Studio } from '@/core/files';
import { goalNames, openGoalsOf, type GoalNames } from '@/core/register';
import { instrumentKey } from '@/core/skills';
import type { Student } from '@/core/students';
import { slotOn, type CalendarDay, type Weekday } from '@/core/time';

/** What a student may be looked for by, besides words. */
export const STANDS = ['everyone', 'with a goal', 'not entered', 'no goal', 'no lesson', 'archived'] as const;
export type Stand = (typeof STANDS)[number];

export interface Wanted {
  readonly words: string;
  /** Empty for any. */
  readonly instrument: string;
  readonly weekday: Weekday | '';
  readonly stand: Stand;
}
export const ANYONE: Wanted = { words: '', instrument: '', weekday: '', stand: 'everyone' };

export interface StudentRow {
  readonly student: Student;
  /** The open goal with the soonest session; undefined without one. */
  readonly goal: GoalNames | undefined;
}

/** Students by name who are what is wanted; archived ones only where they are asked for. */
export function studentRows(studio: Studio, wanted: Wanted, today: CalendarDay): StudentRow[] {
  const words = wanted.words.trim().toLocaleLowerCase('en').split(/\s+/);
  return [...studio.students.values()]
    .filter(
      (student) =>
        (student.archivedOn !== null) === (wanted.stand === 'archived') &&
        words.every((word) =>
          `${student.name} ${student.instrument}`.toLocaleLowerCase('en').includes(word),
        ) &&
        (wanted.instrument === '' ||
          instrumentKey(student.instrument) === instrumentKey(wanted.instrument)) &&
        isOnDay(student, wanted.weekday, today),
    )
    .map((student) => {
      const [first] = openGoalsOf(studio, student.id);
      return { student, goal: first && goalNames(studio, first) };
    })
    .filter(({ student, goal }) => {
      switch (wanted.stand) {
        case 'everyone':
        case 'archived':
          return true;
        case 'with a goal':
          return goal !== undefined;
        case 'not entered':
          return goal !== undefined && goal.goal.enteredOn === null;
        case 'no goal':
          return goal === undefined;
        case 'no lesson':
          return slotOn(student, today).kind === 'none';
      }
    })
    .sort((a, b) => a.student.name.localeCompare(b.student.name, 'en'));
}

function isOnDay(student: Student, weekday: Weekday | '', today: CalendarDay): boolean {
  if (weekday === '') return true;
  const slot = slotOn(student, today);
  return slot.kind !== 'none' && slot.weekday === weekday;
}

/** What the students play, each once, by name. */
export const instrumentsOf = (studio: Studio): string[] =>
  [
    ...new Map(
      [...studio.students.values()].map(({ instrument }) => [instrumentKey(instrument), instrument]),
    ).values(),
  ].sort((a, b) => a.localeCompare(b, 'en'));
