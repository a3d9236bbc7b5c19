/**
 * The invented studio of Ms Ines Calloway in the harbour town of Brinvane: what the demo opens with.
 *
 * Same data on every machine; the demo's day is Wednesday 20 January 2027. Read `demoStudio` first.
 */
import type { Criterion, MarkSheet } from '@/core/marks';
import { NEW_GOAL_PLAN, type Goal, type GoalPlan } from '@/core/programme';
import { DEFAULT_SETTINGS, type LessonRecord, type StudioSettings } from '@/core/register';
import type { RecordKind } from '@/core/files';
import type { Choice } from '@/core/requirements';
import { calendarDay, type CalendarDay, type Closure } from '@/core/time';
import { demoFiles } from './requirement-sets';
import { demoStudents } from './students';

export { demoFiles };

interface Edit {
  readonly kind: RecordKind;
  readonly data: { readonly id: string };
}
const day = calendarDay;
const piece = (id: string): Choice[] => [{ kind: 'piece', pieceId: `tarrin-${id}` }];

/** Id, student, set, level, session, aim, programme by component, day entered, the rest. */
type GoalRow = readonly [
  id: string,
  student: string,
  set: string,
  level: string,
  session: string,
  aim: string,
  programme: Goal['programme'],
  entered: string | null,
  rest: Partial<Goal>,
  plan: Partial<GoalPlan>,
];

const gate = (
  componentId: string,
  stage: GoalPlan['gates'][number]['stage'],
  passedOn: string | null,
  movedTo: string | null = null,
) => ({
  componentId,
  stage,
  passedOn: passedOn === null ? null : day(passedOn),
  movedTo: movedTo === null ? null : day(movedTo),
});

const GOALS: readonly GoalRow[] = [
  [
    'orla-5',
    'orla',
    'tarrin-flute-2026',
    'level-5',
    'spring-2027',
    'merit',
    { a: piece('ropewalk-gigue'), b: piece('low-water-air'), c: piece('signal-study-no-2') },
    '2027-01-13',
    { facts: { Pianist: 'Tobiah Renn' } },
    {
      startedOn: day('2026-12-02'),
      memorised: ['a'],
      secureTempo: { a: 72, b: 54, c: 126 },
      gates: [
        gate('a', 'prepare', '2026-12-09'),
        gate('a', 'learn', '2027-01-13'),
        gate('b', 'prepare', '2026-12-16'),
        gate('b', 'learn', null, '2027-02-03'),
        gate('c', 'prepare', '2026-12-16'),
      ],
    },
  ],
  [
    'jonah-4',
    'jonah',
    'tarrin-flute-2026',
    'level-4',
    'spring-2027',
    'pass',
    { a: piece('tally-bells'), c: piece('gull-stairs') },
    null,
    {},
    {
      startedOn: day('2027-01-06'),
      gates: [gate('a', 'prepare', '2027-01-13'), gate('c', 'prepare', '2027-01-13')],
    },
  ],
  [
    'hester-7',
    'hester',
    'tarrin-flute-2026',
    'level-7',
    'spring-2027',
    'distinction',
    { a: piece('harbour-rondel'), b: piece('cold-harbour'), c: piece('mooring') },
    '2027-01-08',
    { facts: { Pianist: 'Tobiah Renn' } },
    {
      startedOn: day('2026-10-21'),
      secureTempo: { a: 66, b: 50, c: 150 },
      gates: ['a', 'b', 'c', 't', 'm'].map((each) => gate(each, 'learn', '2027-01-13')),
    },
  ],
  [
    'petra-2',
    'petra',
    'tarrin-flute-2026',
    'level-2',
    'spring-2027',
    'pass',
    { a: piece('tenders-march'), b: piece('sandbar-song'), c: piece('skipping-study') },
    null,
    { facts: { Pianist: 'Tobiah Renn' } },
    {
      startedOn: day('2026-11-25'),
      gates: ['a', 'b', 'c', 't', 'm'].map((each) => gate(each, 'learn', '2027-01-20')),
    },
  ],
  [
    'elspeth-6',
    'elspeth',
    'tarrin-flute-2022',
    'level-6',
    'spring-2027',
    'pass',
    { b: [{ kind: 'piece', pieceId: 'tarrin-quay-evensong-old' }] },
    null,
    {},
    { startedOn: day('2027-01-08') },
  ],
  [
    'teodor-chair',
    'teodor',
    'fairlead-winds-2027',
    'chair',
    'february-2027',
    'second',
    {
      1: [{ kind: 'excerpt', bars: { from: 12, to: 40 } }],
      2: [{ kind: 'excerpt', bars: { from: 85, to: 104 } }],
    },
    null,
    {},
    {
      startedOn: day('2027-01-06'),
      secureTempo: { 1: 96, 2: 60 },
      gates: [gate('1', 'prepare', '2027-01-13'), gate('2', 'prepare', '2027-01-13')],
    },
  ],
  [
    'hester-chair',
    'hester',
    'fairlead-winds-2027',
    'chair',
    'february-2027',
    'first',
    {
      1: [{ kind: 'excerpt', bars: { from: 12, to: 40 } }],
      2: [{ kind: 'excerpt', bars: { from: 85, to: 110 } }],
    },
    '2027-01-15',
    { facts: { Chair: 'second flute' } },
    { startedOn: day('2027-01-13') },
  ],
  [
    'nell-5',
    'nell',
    'tarrin-flute-2026',
    'level-5',
    'summer-2027',
    'pass',
    {},
    null,
    {},
    { startedOn: day('2027-01-15') },
  ],
];

/** Goal, component, assessor, day, the marks in the order of the criteria. */
const SHEETS: readonly (readonly [string, string, MarkSheet['assessor'], string, readonly number[]])[] = [
  ['orla-5', 'a', 'student', '2026-12-16', [3, 3, 3, 3]],
  ['orla-5', 'a', 'teacher', '2027-01-06', [4, 4, 3, 3]],
  ['orla-5', 'a', 'teacher', '2027-01-13', [5, 5, 4, 4]],
  ['orla-5', 'b', 'student', '2027-01-08', [4, 4, 4, 3]],
  ['orla-5', 'b', 'teacher', '2027-01-13', [3, 4, 3, 3]],
  ['orla-5', 'c', 'teacher', '2027-01-13', [4, 4, 3, 4]],
  ['orla-5', 'c', 'student', '2027-01-18', [4, 3, 3, 4]],
  ['orla-5', 't', 'teacher', '2026-12-09', [3, 3, 3, 3]],
  ['orla-5', 't', 'teacher', '2027-01-13', [4, 5, 4, 4]],
  ['orla-5', 'm', 'student', '2026-12-16', [3, 4, 3, 3]],
  ['orla-5', 'm', 'mock', '2027-01-13', [4, 4, 4, 4]],
  ['jonah-4', 'a', 'teacher', '2027-01-13', [4, 3, 3, 3]],
  ['jonah-4', 'c', 'student', '2027-01-13', [3, 3, 3, 3]],
  ['jonah-4', 't', 'teacher', '2027-01-13', [4, 4, 4, 3]],
  ['jonah-4', 'm', 'teacher', '2027-01-13', [4, 4, 4, 4]],
  ['hester-7', 'a', 'teacher', '2027-01-13', [5, 6, 5, 5]],
  ['hester-7', 'b', 'teacher', '2027-01-13', [6, 5, 6, 5]],
  ['hester-7', 'c', 'teacher', '2027-01-13', [5, 5, 5, 4]],
  ['hester-7', 't', 'teacher', '2027-01-13', [5, 4, 5, 4]],
  ['hester-7', 'm', 'mock', '2027-01-13', [6, 5, 6, 5]],
  ['petra-2', 'a', 'teacher', '2027-01-13', [4, 4, 4, 3]],
  ['petra-2', 't', 'teacher', '2027-01-20', [5, 4, 4, 4]],
  ['teodor-chair', '1', 'student', '2027-01-13', [8, 7]],
  ['teodor-chair', '2', 'teacher', '2027-01-13', [6, 5]],
  ['teodor-chair', 's', 'teacher', '2027-01-13', [8, 8]],
];

const NOTES: readonly (readonly [string, number, number, string])[] = [
  ['a', 5, 5, 'Breath after the F, not before it.'],
  ['b', 17, 20, 'E flat low: more air, lips as before.'],
  ['c', 28, 30, 'Stop at the turn. Turn alone, at 44.'],
  ['d', 45, 48, 'The last p is no softer than bar 41.'],
];

const LESSONS: readonly LessonRecord[] = [
  {
    id: '2027-01-20/petra',
    studentId: 'petra',
    day: day('2027-01-20'),
    state: 'held',
    note: 'Scales of set 2 at 60, gate passed. All learned.',
    movedTo: null,
  },
  {
    id: '2027-01-20/ivo',
    studentId: 'ivo',
    day: day('2027-01-20'),
    state: 'held',
    note: 'First duet, lower part, in one tempo. Card printed.',
    movedTo: null,
  },
];

const CLOSURES: readonly Closure[] = [
  { id: 'winter', name: 'winter holidays', from: day('2026-12-21'), to: day('2027-01-03'), stops: 'lessons' },
  { id: 'mid-term', name: 'mid-term', from: day('2027-02-15'), to: day('2027-02-21'), stops: 'lessons' },
  { id: 'festival', name: 'festival week', from: day('2027-03-08'), to: day('2027-03-14'), stops: 'lessons' },
];

/** Every record of the demo, to be laid out in an empty database. */
export function demoStudio(): Edit[] {
  const files = demoFiles();
  const criteriaOf = (setId: string, levelId: string, componentId: string): readonly Criterion[] => {
    const set = files.find((file) => file.set.id === setId)?.set;
    const scheme = set?.schemes.find(
      (each) => each.id === set.levels.find((level) => level.id === levelId)?.schemeId,
    );
    return scheme?.components.find((component) => component.componentId === componentId)?.criteria ?? [];
  };
  const goals = GOALS.map(
    ([id, studentId, setId, levelId, sessionId, aimAwardId, programme, entered, rest, plan]): Goal => ({
      id,
      studentId,
      setId,
      levelId,
      sessionId,
      aimAwardId,
      programme,
      facts: {},
      takes: null,
      waivers: [],
      enteredOn: entered as CalendarDay | null,
      closedOn: null,
      ...rest,
      plan: { ...NEW_GOAL_PLAN, startedOn: day('2027-01-06'), ...plan },
    }),
  );
  const sheets = SHEETS.map(([goalId, componentId, assessor, on, marks]): MarkSheet => {
    const goal = goals.find((each) => each.id === goalId) as Goal;
    const choice = goal.programme[componentId]?.[0];
    const criteria = criteriaOf(goal.setId, goal.levelId, componentId);
    return {
      id: `${goalId}-${componentId}-${assessor}-${on}`,
      goalId,
      componentId,
      pieceId: choice?.kind === 'piece' ? choice.pieceId : null,
      schemeId: goal.setId === 'fairlead-winds-2027' ? 'panel' : 'board',
      schemeVersion: 1,
      assessor,
      day: day(on),
      marks: Object.fromEntries(criteria.map((criterion, at) => [criterion.id, marks[at] ?? 0])),
      notes:
        goalId === 'orla-5' && componentId === 'b' && assessor === 'teacher'
          ? NOTES.map(([id, from, to, text]) => ({ id, bars: { from, to }, text }))
          : [],
      closed: true,
      supersedes: null,
    };
  });
  const settings: StudioSettings = {
    ...DEFAULT_SETTINGS,
    effort: { ...DEFAULT_SETTINGS.effort, minutesPerBar: 6, preparedMinutesPerWeek: 25 },
    effortSet: ['minutesPerBar', 'preparedMinutesPerWeek'],
    teacher: 'Ines Calloway',
    place: 'Studio over the chandlery, Brinvane',
  };
  const records = (kind: RecordKind, all: readonly { readonly id: string }[]): Edit[] =>
    all.map((data) => ({ kind, data }));
  return [
    ...records('settings', [settings]),
    ...records(
      'piece',
      files.flatMap((file) => file.pieces),
    ),
    ...records(
      'set',
      files.map((file) => file.set),
    ),
    ...records('student', demoStudents()),
    ...records('goal', goals),
    ...records('sheet', sheets),
    ...records('lesson', LESSONS),
    ...records('closure', CLOSURES),
  ];
}
