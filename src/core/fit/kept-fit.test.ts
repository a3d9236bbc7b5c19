import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { GoalToPlan, PlanInput } from '../plan';
import { NEW_ENTRY, NEW_GOAL_PLAN } from '../programme';
import { generatedStudio } from './arbitrary';
import { fitCells, KeptFit } from './kept-fit';
import type { FitColumn, FitSettings, FitStudent } from './ready';

const studio = generatedStudio(11, { students: 6, levels: 20, pieces: 180 });

interface Question {
  readonly settings: FitSettings;
  readonly students: readonly FitStudent[];
  readonly columns: readonly FitColumn[];
}
const statesOf = (cells: Iterable<{ row: number; column: number; state: unknown }>) =>
  new Map([...cells].map(({ row, column, state }) => [`${row} ${column}`, state]));

/** So many minutes more on each day. */
const withMinutes = (plan: FitStudent['plan'], more: number): FitStudent['plan'] => ({
  ...plan,
  student: { ...plan.student, minutesByWeekday: plan.student.minutesByWeekday.map((each) => each + more) },
});

/** With an open goal on one piece, or without the one there is. */
function withGoal({ columns, settings }: Question, { plan, student }: FitStudent, at: number): PlanInput {
  const { set, level, session } = columns[at % columns.length]!;
  const { id, source } = level.components[0]!;
  const pieceId = source.kind === 'list' ? source.pieceIds[0]! : '';
  const goal: GoalToPlan = {
    goal: {
      id: 'g',
      studentId: student.id,
      setId: set.id,
      levelId: level.id,
      sessionId: session.id,
      aimAwardId: '',
      programme: { [id]: [{ kind: 'piece', pieceId }] },
      ...NEW_ENTRY,
      plan: { ...NEW_GOAL_PLAN, startedOn: settings.today },
    },
    level,
    session,
    criteriaWeeks: 2,
    stretch: 0,
  };
  return { ...plan, pieces: settings.pieces, goals: plan.goals.length > 0 ? [] : [goal] };
}

/** Edits as a teacher makes them; each leaves what it does not touch the same object. */
const edits: Record<string, (question: Question, at: number) => Question> = {
  student: (question, at) => ({
    ...question,
    students: question.students.map((given, row) =>
      row === at % question.students.length
        ? { ...given, held: (given.held + 1) % 9, plan: withMinutes(given.plan, 2) }
        : given,
    ),
  }),
  minutes: (question, at) => ({
    ...question,
    students: question.students.map((given, row) => {
      if (row !== at % question.students.length) return given;
      const plan = withMinutes(given.plan, at % 2 === 0 ? 5 : -5);
      return { ...given, student: plan.student, plan };
    }),
  }),
  goals: (question, at) => ({
    ...question,
    students: question.students.map((given, row) =>
      row === at % question.students.length ? { ...given, plan: withGoal(question, given, at) } : given,
    ),
  }),
  piece: (question, at) => {
    const id = [...question.settings.pieces.keys()][at % question.settings.pieces.size]!;
    const piece = question.settings.pieces.get(id)!;
    const pieces = new Map(question.settings.pieces).set(id, {
      ...piece,
      bars: at % 3 === 0 ? null : (piece.bars ?? 0) + 40,
      demands: piece.demands.slice(1),
    });
    return { ...question, settings: { ...question.settings, pieces } };
  },
  'piece gone': (question, at) => {
    const pieces = new Map(question.settings.pieces);
    pieces.delete([...pieces.keys()][at % pieces.size]!);
    return { ...question, settings: { ...question.settings, pieces } };
  },
  set: (question, at) => {
    const old = question.settings.sets[at % question.settings.sets.length]!;
    const set = {
      ...old,
      levels: old.levels.map((level, place) =>
        place === at % old.levels.length ? { ...level, rules: level.rules.slice(1) } : level,
      ),
    };
    return {
      ...question,
      settings: {
        ...question.settings,
        sets: question.settings.sets.map((each) => (each === old ? set : each)),
      },
      columns: question.columns.map((column) =>
        column.set === old
          ? { ...column, set, level: set.levels.find(({ id }) => id === column.level.id)! }
          : column,
      ),
    };
  },
  'own choice': (question, at) => {
    const column = question.columns[at % question.columns.length]!;
    const level = {
      ...column.level,
      components: column.level.components.map((component, place) =>
        place === 0
          ? { ...component, source: { kind: 'own choice' as const, min: 1, max: 1, minutes: null } }
          : component,
      ),
    };
    const set = {
      ...column.set,
      levels: column.set.levels.map((each) => (each.id === level.id ? level : each)),
    };
    return {
      ...question,
      columns: question.columns.map((each) =>
        each.set !== column.set
          ? each
          : { ...each, set, level: set.levels.find(({ id }) => id === each.level.id)! },
      ),
      settings: {
        ...question.settings,
        sets: question.settings.sets.map((each) => (each.id === set.id ? set : each)),
      },
    };
  },
  effort: (question) => ({
    ...question,
    settings: {
      ...question.settings,
      effort: {
        ...question.settings.effort,
        preparedMinutesPerWeek: question.settings.effort.preparedMinutesPerWeek + 1,
      },
    },
  }),
  'fewer columns': (question, at) => ({
    ...question,
    columns: question.columns.filter((_, place) => place !== at % question.columns.length),
  }),
  order: (question) => ({ ...question, students: [...question.students].reverse() }),
  'student gone': (question) => ({ ...question, students: question.students.slice(0, -1) }),
};

test('after any edits, cut short or not, the kept fit is the one worked out anew', () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.record({
          edit: fc.constantFrom(...Object.keys(edits)),
          at: fc.nat(400),
          worked: fc.constantFrom(0, 7, Infinity),
        }),
        { minLength: 1, maxLength: 6 },
      ),
      (steps) => {
        const kept = new KeptFit();
        let question: Question = { ...studio, columns: studio.columns.slice(0, 12) };
        /** What a page has been told, by student. */
        const page = new Map<string, Map<number, unknown>>();
        let told = -1;
        for (const { edit, at, worked } of [...steps, { edit: 'order', at: 0, worked: Infinity }]) {
          kept.ask(question.settings, question.columns, question.students);
          for (const [id, cells] of kept.rowsSince(told)) page.set(id, new Map(cells));
          told = kept.tell();
          let count = 0;
          // What was worked out and not told any more comes with the next question.
          const heard = worked === Infinity ? Infinity : Math.floor(worked / 2);
          for (const { row, column, state } of kept.work()) {
            count += 1;
            if (count <= heard) {
              page.get(question.students[row]!.student.id)!.set(column, state);
              told = kept.tell();
            }
            if (count >= worked) break;
          }
          if (worked === Infinity) {
            expect(kept.left).toBe(0);
            const shown = question.students.flatMap(({ student }, row) =>
              [...page.get(student.id)!].map(([column, state]) => ({ row, column, state })),
            );
            expect(statesOf(shown)).toEqual(
              statesOf(fitCells(question.settings, question.students, question.columns)),
            );
          }
          if (question.students.length > 1 && question.columns.length > 1)
            question = edits[edit]!(question, at);
        }
      },
    ),
    { numRuns: 25 },
  );
});

test('only what an edit can change is worked out again', () => {
  const columns = studio.columns.slice(0, 12);
  const question: Question = { ...studio, columns };
  const listed = (id: string) =>
    columns.filter(({ level }) =>
      level.components.some(({ source }) => source.kind === 'list' && source.pieceIds.includes(id)),
    ).length;
  const piece = [...studio.settings.pieces.keys()][0]!;
  const freely = edits['own choice']!(question, 3);
  const cases: readonly (readonly [string, Question, Question, number])[] = [
    ['a student', question, edits['student']!(question, 2), columns.length],
    ['minutes', question, edits['minutes']!(question, 2), columns.length],
    ['a listed piece', question, edits['piece']!(question, 0), studio.students.length * listed(piece)],
    ['nothing', question, { ...question, settings: { ...question.settings } }, 0],
    [
      'a listed piece beside a free choice',
      freely,
      edits['piece']!(freely, 0),
      studio.students.length * (listed(piece) + 1),
    ],
    ['the effort', question, edits['effort']!(question, 0), columns.length * studio.students.length],
  ];
  for (const [name, before, after, count] of cases) {
    const kept = new KeptFit();
    kept.ask(before.settings, before.columns, before.students);
    expect([...kept.work()]).toHaveLength(before.columns.length * before.students.length);
    kept.ask(after.settings, after.columns, after.students);
    expect([name, kept.left]).toEqual([name, count]);
  }
});
