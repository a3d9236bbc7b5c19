import { currentSheets, readSheet, schemeComponent } from '../marks';
import { allSchemes, findLevel, findSession, levelsToHold, schemeOf } from '../requirements';
import { yearGroupOn, type Student } from '../students';
import { formatWeekday, slotOn, type CalendarDay } from '../time';
import type { Goal } from '../programme';
import { sheetsOfGoal, type Studio } from '../files';

/** Rows of cells, the names of the columns first. */
export type TableRows = readonly (readonly string[])[];

const byName = (a: Student, b: Student) => a.name.localeCompare(b.name, 'en');

/** Students who are not archived, in the columns a pasted table of students has. */
export function studentRows(studio: Studio, today: CalendarDay): TableRows {
  const students = [...studio.students.values()].filter(({ archivedOn }) => archivedOn === null).sort(byName);
  return [
    [
      'name',
      'instrument',
      'birth date',
      'day',
      'start',
      'minutes',
      'how often',
      'shared with',
      'year group',
      'minutes a day',
      'levels held',
      'notes',
    ],
    ...students.map((student) => {
      const slot = slotOn(student, today);
      const levels = levelsToHold(studio.sets.values(), student.instrument);
      return [
        student.name,
        student.instrument,
        student.birthDate ?? '',
        ...(slot.kind === 'none'
          ? ['', '', '', '']
          : [formatWeekday(slot.weekday), slot.start, String(slot.minutes), slot.kind]),
        studio.students.get(student.sharesWith ?? '')?.name ?? '',
        String(yearGroupOn(student, today) ?? ''),
        student.minutesByWeekday.join(' '),
        student.levelsHeld
          .map(
            (held) =>
              levels.find(({ family, rank }) => family === held.family && rank === held.rank)?.label ??
              `${held.family}, ${held.levelName}`,
          )
          .join('; '),
        student.notes ?? '',
      ];
    }),
  ];
}

/** Every mark of the sheets that count, one a row, and each sheet's total after them; a mark not given is empty. */
export function markRows(studio: Studio): TableRows {
  const rows = goalsByName(studio).flatMap(({ goal, head, set, level }) => {
    const scheme = schemeOf(set, level);
    const sheets = sheetsOfGoal(studio, goal.id);
    return currentSheets(sheets)
      .sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0))
      .flatMap((sheet) => {
        const { mark, maxMark } = readSheet(scheme, allSchemes(set), sheet);
        // Marks are named as in the scheme they were given under.
        const given = allSchemes(set).find(
          ({ id, version }) => id === sheet.schemeId && version === sheet.schemeVersion,
        );
        const criteria: readonly { id: string; name: string; maxMark: number | null }[] = given
          ? (schemeComponent(given, sheet.componentId)?.criteria ?? [])
          : Object.keys(sheet.marks).map((id) => ({ id, name: id, maxMark: null }));
        const component = level.components.find(({ id }) => id === sheet.componentId);
        const piece = studio.pieces.get(sheet.pieceId ?? '')?.title ?? '';
        const start = [...head, component?.name ?? sheet.componentId, piece, sheet.day, sheet.assessor];
        return [
          ...criteria.map(({ id, name, maxMark: most }) => [
            ...start,
            name,
            String(sheet.marks[id] ?? ''),
            String(most ?? ''),
          ]),
          [...start, 'total', mark.kind === 'complete' ? String(mark.mark) : '', String(maxMark ?? '')],
        ];
      });
  });
  return [
    [
      'student',
      'instrument',
      'requirement',
      'level',
      'session',
      'component',
      'piece',
      'day',
      'marked by',
      'criterion',
      'mark',
      'of',
    ],
    ...rows,
  ];
}

/** Every goal with its session, its entry and what came of it. */
export const resultRows = (studio: Studio): TableRows => [
  [
    'student',
    'instrument',
    'requirement',
    'level',
    'session',
    'day',
    'entered on',
    'closed on',
    'how it ended',
    'result',
    'marks',
    'day of the result',
  ],
  ...goalsByName(studio).map(({ goal, head, set }) => [
    ...head,
    findSession(set, goal.sessionId)?.day ?? '',
    goal.enteredOn ?? '',
    goal.closedOn ?? '',
    goal.ended ?? '',
    goal.result ? (goal.result.award ?? 'no award') : '',
    goal.result?.total == null ? '' : String(goal.result.total),
    goal.result?.on ?? '',
  ]),
];

/** Goals whose student and level are there, by student and session. */
function goalsByName(studio: Studio) {
  return [...studio.goals.values()]
    .flatMap((goal: Goal) => {
      const student = studio.students.get(goal.studentId);
      const set = studio.sets.get(goal.setId);
      const level = set && findLevel(set, goal.levelId);
      if (!student || !set || !level) return [];
      const session = findSession(set, goal.sessionId);
      const head = [
        student.name,
        goal.instrument ?? student.instrument,
        set.name,
        level.name,
        session?.name ?? '',
      ];
      return [{ goal, head, set, level, student, day: session?.day ?? '' }];
    })
    .sort((a, b) => byName(a.student, b.student) || (a.day < b.day ? -1 : 1));
}
