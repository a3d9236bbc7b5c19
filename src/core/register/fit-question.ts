import { entryKey, type FitColumn, type FitSettings, type FitStudent } from '../fit';
import { usedPieces } from '../programme';
import { isLearned } from '../repertoire';
import { heldCommonLevel, type RequirementSet, type Session } from '../requirements';
import { emptyBook, mapWith } from '../skills';
import type { Student } from '../students';
import { addDays, type CalendarDay } from '../time';
import {
  cardsOfStudent,
  entriesOfStudent,
  goalsOfStudent,
  practiceOfStudent,
  rhythmGatesOfStudent,
  type Studio,
} from '../files';
import { goalNames } from './goal-names';
import { effortOf } from './learned-effort';
import { planInput } from './preparation';

export const fitSettings = (studio: Studio, today: CalendarDay): FitSettings => ({
  today,
  effort: studio.settings.effort,
  commonLevels: studio.settings.commonLevels,
  map: mapWith(studio.settings.ownSkills),
  ...(studio.settings.instrumentFamilies && { families: studio.settings.instrumentFamilies }),
  pieces: studio.pieces,
  sets: [...studio.sets.values()],
});

interface Known {
  readonly from: readonly unknown[];
  readonly inputs: readonly unknown[];
  readonly read: FitStudent;
}
const known = new WeakMap<Student, Known>();

/** What all students were read from last: a student who is the same and was read from the same is not looked at again. */
let readFrom: readonly unknown[] = [];

const areSame = (before: readonly unknown[], now: readonly unknown[]): boolean =>
  before.length === now.length && before.every((each, at) => each === now[at]);

/**
 * Reads students with what the fit counts from: minutes of the coming year, skills, earlier pieces, entries made. What
 * all students share is worked out once; a student of whom nothing has changed is the same object as before.
 */
export function fitStudentReader(studio: Studio, today: CalendarDay): (student: Student) => FitStudent {
  const { closures, sets, settings, skillBooks, goals, repertoire, practice, cards, rhythmGates, pieces } =
    studio;
  const all = [
    today,
    closures,
    sets,
    settings,
    skillBooks,
    goals,
    repertoire,
    practice,
    cards,
    rhythmGates,
    pieces,
  ];
  if (!areSame(readFrom, all)) readFrom = all;
  const from = readFrom;
  const read = studentReader(studio, today);
  return (student) => {
    const before = known.get(student);
    if (before?.from === from) return before.read;
    const inputs = [
      today,
      studio.closures,
      studio.sets,
      studio.settings,
      studio.skillBooks.get(student.id),
      goalsOfStudent(studio, student.id),
      entriesOfStudent(studio, student.id),
      practiceOfStudent(studio, student.id),
      cardsOfStudent(studio, student.id),
      rhythmGatesOfStudent(studio, student.id),
      ...openPieces(studio, student),
    ];
    const now = before && areSame(before.inputs, inputs) ? before.read : read(student);
    known.set(student, { from, inputs, read: now });
    return now;
  };
}

/** Pieces that the open goals of a student name. */
const openPieces = (studio: Studio, student: Student) =>
  goalsOfStudent(studio, student.id).flatMap((goal) => {
    if (goal.closedOn !== null) return [];
    const level = goalNames(studio, goal)?.level;
    const excerpts = (level?.components ?? []).flatMap(({ source }) =>
      source.kind === 'excerpt' ? [source.pieceId] : [],
    );
    const chosen = Object.values(goal.programme).flatMap((choices) =>
      choices.flatMap((choice) => (choice.kind === 'piece' ? [choice.pieceId] : [])),
    );
    return [...excerpts, ...chosen].map((id) => studio.pieces.get(id));
  });

function studentReader(studio: Studio, today: CalendarDay): (student: Student) => FitStudent {
  return (student) => {
    const goals = goalsOfStudent(studio, student.id);
    return {
      student,
      book: studio.skillBooks.get(student.id) ?? emptyBook(student.id),
      used: usedPieces(goals, studio.sets, student.id, null),
      hasPlayed: entriesOfStudent(studio, student.id).some(isLearned),
      entered: new Map(
        goals.flatMap(({ setId, levelId, sessionId, enteredOn }) =>
          enteredOn ? [[entryKey(setId, levelId, sessionId), enteredOn] as const] : [],
        ),
      ),
      plan: planInput(
        studio,
        student,
        goals.filter(({ closedOn }) => closedOn === null),
        today,
      ),
      held: heldCommonLevel(studio.settings.commonLevels, studio.sets.values(), student),
      effort: effortOf(studio, student, today),
    };
  };
}

/** Three months of the calendar, the first from today on. */
export interface FitWindow {
  readonly from: CalendarDay;
  readonly to: CalendarDay;
}
export function fitWindows(today: CalendarDay): FitWindow[] {
  const year = Number(today.slice(0, 4));
  const quarter = Math.floor((Number(today.slice(5, 7)) - 1) / 3);
  const start = (at: number) =>
    `${year + Math.floor(at / 4)}-${String((at % 4) * 3 + 1).padStart(2, '0')}-01` as CalendarDay;
  return [0, 1, 2, 3].map((next) => ({
    from: next === 0 ? today : start(quarter + next),
    to: addDays(start(quarter + next + 1), -1),
  }));
}

/** The first session of a set in a window; undefined when it has none. */
export const sessionIn = (set: RequirementSet, { from, to }: FitWindow): Session | undefined =>
  set.sessions
    .filter(({ day }) => from <= day && day <= to)
    .sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0))[0];

/** Levels a teacher sees as one row of columns: those of one syllabus in every instrument, at one session. */
export interface FitGroup {
  readonly name: string;
  readonly kind: RequirementSet['kind'];
  /** An edition that a later one stands beside. */
  readonly earlier: boolean;
  readonly session: Session;
  readonly columns: readonly {
    readonly name: string;
    readonly rank: number;
    /** The same level in each instrument's set. */
    readonly members: readonly FitColumn[];
  }[];
}

/** A set by its name; an edition that a later one stands beside is named too. */
const nameIn = (set: RequirementSet, sets: readonly RequirementSet[], window: FitWindow): string =>
  sets.some(
    (other) =>
      other.family === set.family && other.edition.from > set.edition.from && sessionIn(other, window),
  )
    ? `${set.name} ${set.edition.name}`
    : set.name;

/** Sets with a session in the window: graded exams first, then by day and name. Later editions stand before earlier. */
export function fitGroups(studio: Pick<Studio, 'sets'>, window: FitWindow): FitGroup[] {
  const groups = new Map<string, { set: RequirementSet; session: Session }[]>();
  const sets = [...studio.sets.values()].sort((a, b) => (a.edition.from < b.edition.from ? 1 : -1));
  for (const set of sets) {
    const session = sessionIn(set, window);
    if (!session) continue;
    const key = `${nameIn(set, sets, window)} ${session.day}`;
    groups.set(key, [...(groups.get(key) ?? []), { set, session }]);
  }
  return [...groups.values()]
    .map((members): FitGroup => {
      const [first] = members as [(typeof members)[0]];
      const levels = new Map<string, { name: string; rank: number; members: FitColumn[] }>();
      for (const { set, session } of members)
        for (const level of set.levels) {
          const column = levels.get(level.name) ?? { name: level.name, rank: level.rank, members: [] };
          column.members.push({ set, level, session });
          levels.set(level.name, column);
        }
      return {
        name: nameIn(first.set, sets, window),
        kind: first.set.kind,
        earlier: nameIn(first.set, sets, window) !== first.set.name,
        session: first.session,
        columns: [...levels.values()].sort((a, b) => a.rank - b.rank),
      };
    })
    .sort(
      (a, b) =>
        Number(a.earlier) - Number(b.earlier) ||
        Number(b.kind === 'graded exam') - Number(a.kind === 'graded exam') ||
        (a.session.day < b.session.day ? -1 : a.session.day > b.session.day ? 1 : a.name < b.name ? -1 : 1),
    );
}
