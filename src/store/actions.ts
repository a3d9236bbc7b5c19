import type { EffortSettings, Stage } from '@/core/effort';
import {
  currentSheets,
  latestSheet,
  readSheet,
  type Assessor,
  type BarNote,
  type MarkSheet,
} from '@/core/marks';
import {
  inSession,
  newGoal,
  told,
  withChoice,
  withoutChoice,
  withProgramme,
  type Ending,
  type Goal,
  type GoalPlan,
  type GoalResult,
} from '@/core/programme';
import { afterChange, type LessonRecord, type Studio, type StudioSettings } from '@/core/register';
import {
  allSchemes,
  choiceCount,
  componentOf,
  findLevel,
  schemeOf,
  withCommonLevel,
  type Choice,
  type Programme,
  type Takes,
} from '@/core/requirements';
import { shortName, type LevelHeld, type Student } from '@/core/students';
import type { CalendarDay, Closure } from '@/core/time';
import type { Edit } from './changes';
import { newId } from './seed';
import { dropSnapshots, forgetInSnapshots } from './snapshots';
import { saveForm, type FormOutcome } from './forms';
import { act, erase, getState, today, wipeStudio } from './studio-store';
import { valueAt } from '@/core/value-at';

const nameOf = (student: Student | undefined) => (student ? shortName(student.name) : 'student');

// The register ------------------------------------------------------------------------------------

export const saveStudent = (student: Student, opened: Student | null): Promise<FormOutcome<Student>> =>
  saveForm(`save ${nameOf(student)}`, 'student', student, opened, partnerEdits);

/** Minutes of practice by weekday, from Monday. */
export const setPracticeMinutes = (id: string, minutesByWeekday: readonly number[]): Promise<boolean> =>
  act('change the practice minutes', ({ students }) => {
    const student = students.get(id);
    return student ? [{ kind: 'student', data: { ...student, minutesByWeekday } }] : [];
  });

/** Sharing is mutual: whoever is named names back, and a partner dropped or taken over names nobody. */
function partnerEdits(studio: Studio, student: Student): Edit[] {
  return [...studio.students.values()].flatMap((other): Edit[] => {
    if (other.id === student.id) return [];
    const stale =
      other.sharesWith === student.id ||
      (student.sharesWith !== null && other.sharesWith === student.sharesWith);
    if (other.id !== student.sharesWith && !stale) return [];
    const data: Student = { ...other, sharesWith: other.id === student.sharesWith ? student.id : null };
    return [{ kind: 'student', data }];
  });
}

export const addStudents = (students: readonly Student[]): Promise<boolean> =>
  act(`add ${students.length} students`, (studio) => [
    ...students.map((data): Edit => ({ kind: 'student', data })),
    ...students.flatMap((student) =>
      student.sharesWith !== null && studio.students.has(student.sharesWith)
        ? partnerEdits(studio, student)
        : [],
    ),
  ]);

export const archiveStudent = (id: string, on: CalendarDay | null): Promise<boolean> =>
  act(on ? 'archive the student' : 'bring the student back', (studio) => {
    const student = studio.students.get(id);
    return student ? [{ kind: 'student', data: { ...student, archivedOn: on } }] : [];
  });

/** The student, with goals, mark sheets and lessons, for good. */
export async function eraseStudent(id: string): Promise<void> {
  const state = getState();
  if (state.kind !== 'ready') return;
  const keys = keysOfStudent(state.studio, id);
  await act('end the shared lesson', (studio) =>
    [...studio.students.values()]
      .filter((other) => other.sharesWith === id)
      .map((other) => {
        const data: Student = { ...other, sharesWith: null };
        return { kind: 'student', data };
      }),
  );
  await erase('erase a student', (studio) => keysOfStudent(studio, id));
  await forgetInSnapshots(state.which, new Set(keys));
}

function keysOfStudent(studio: Studio, id: string): string[] {
  const goals = [...studio.goals.values()].filter((goal) => goal.studentId === id).map((goal) => goal.id);
  return [
    `student/${id}`,
    `skillbook/${id}`,
    ...[...studio.repertoire.values()]
      .filter((entry) => entry.studentId === id)
      .map((entry) => `repertoire/${entry.id}`),
    ...goals.map((goal) => `goal/${goal}`),
    ...[...studio.sheets.values()]
      .filter((sheet) => goals.includes(sheet.goalId))
      .map((sheet) => `sheet/${sheet.id}`),
    ...[...studio.lessons.values()]
      .filter((lesson) => lesson.studentId === id)
      .map((lesson) => `lesson/${lesson.id}`),
  ];
}

/** What happened to a lesson: one action for everybody who shares it. */
export const recordLessons = (
  lessons: readonly Pick<LessonRecord, 'id' | 'studentId' | 'day'>[],
  change: Partial<Pick<LessonRecord, 'state' | 'note' | 'movedTo' | 'cancelledBy'>>,
): Promise<boolean> =>
  act('record the lesson', (studio) =>
    lessons.map(({ id, studentId, day }) => {
      const before = studio.lessons.get(id);
      const blank = { state: 'planned', note: '', movedTo: null } as const;
      return { kind: 'lesson', data: afterChange({ ...blank, ...before, id, studentId, day }, change) };
    }),
  );

export const addClosure = (closure: Closure): Promise<boolean> =>
  act('add the closure', () => [{ kind: 'closure', data: closure }]);
export const removeClosure = (id: string): Promise<boolean> =>
  act('remove the closure', () => [{ kind: 'closure', remove: id }]);

export const saveSettings = (change: Partial<StudioSettings>): Promise<boolean> =>
  act('change the settings', (studio) => [{ kind: 'settings', data: { ...studio.settings, ...change } }]);

/** Settings typed in a form, on what they are now. */
export const saveSettingsForm = (
  typed: StudioSettings,
  opened: StudioSettings | null,
): Promise<FormOutcome<StudioSettings>> => saveForm('change the settings', 'settings', typed, opened);

const changeEffort = (
  name: keyof EffortSettings,
  change: (effort: EffortSettings) => Partial<EffortSettings>,
) =>
  act('change the effort figures', ({ settings }) => [
    {
      kind: 'settings',
      data: {
        ...settings,
        effort: { ...settings.effort, ...change(settings.effort) },
        effortSet: [...new Set([...settings.effortSet, name])],
      },
    },
  ]);
export const setEffort = (
  name: Exclude<keyof EffortSettings, 'stageShares'>,
  value: number,
): Promise<boolean> => changeEffort(name, () => ({ [name]: value }));
export const setStageShare = (stage: Stage, share: number): Promise<boolean> =>
  changeEffort('stageShares', ({ stageShares }) => ({ stageShares: { ...stageShares, [stage]: share } }));

/** Where a level stands on the common scale; null puts it back at its own rank. */
export const setCommonLevel = (family: string, rank: number, common: number | null): Promise<boolean> =>
  act('change the settings', ({ settings }) => [
    {
      kind: 'settings',
      data: { ...settings, commonLevels: withCommonLevel(settings.commonLevels, family, rank, common) },
    },
  ]);

// Goal and programme ------------------------------------------------------------------------------

export async function addGoal(
  goal: Pick<Goal, 'studentId' | 'setId' | 'levelId' | 'sessionId' | 'aimAwardId'>,
  today: CalendarDay,
  settled: Partial<Pick<Goal, 'programme' | 'enteredOn' | 'history'>> = {},
): Promise<string> {
  const id = newId();
  await act(settled.enteredOn ? 'enter' : 'set a goal', (studio) => {
    const set = studio.sets.get(goal.setId);
    const level = set && findLevel(set, goal.levelId);
    const data = newGoal(id, goal, level, today, settled);
    return [{ kind: 'goal', data }];
  });
  return id;
}

const changeGoal = (action: string, id: string, change: (goal: Goal, studio: Studio) => Partial<Goal>) =>
  act(action, (studio) => {
    const goal = studio.goals.get(id);
    return goal ? [{ kind: 'goal', data: { ...goal, ...change(goal, studio) } }] : [];
  });

/** The same goal in another session: prepared for from now on, to be entered anew. */
export const chooseSession = (id: string, sessionId: string): Promise<boolean> =>
  changeGoal('change the session', id, (goal) => inSession(goal, sessionId, today()));
export const chooseAim = (id: string, aimAwardId: string): Promise<boolean> =>
  changeGoal('change the aim', id, () => ({ aimAwardId }));
/** @param history - with the reason, where something is not in order */
export const enterGoal = (id: string, on: CalendarDay | null, history?: Goal['history']): Promise<boolean> =>
  changeGoal(on ? 'enter' : 'take the entry back', id, (goal) => ({
    enteredOn: on,
    ...(history && { history: [...(goal.history ?? []), ...history] }),
  }));
/** The office was told of what changed after entry. */
export const tellOffice = (id: string): Promise<boolean> =>
  changeGoal('note that the office was told', id, (goal) => told(goal, today()));

/** How it ended, and with what result where it is known; an award of a graded exam is a level held from then on. */
export const endGoal = (id: string, ended: Ending, result: GoalResult | null): Promise<boolean> =>
  act('close the goal', (studio) => {
    const goal = studio.goals.get(id);
    if (!goal) return [];
    const student = studio.students.get(goal.studentId);
    const set = studio.sets.get(goal.setId);
    const level = set && findLevel(set, goal.levelId);
    const data: Goal = { ...goal, closedOn: goal.closedOn ?? today(), ended, ...(result && { result }) };
    const passed = result?.award != null && set?.kind === 'graded exam' && level && student;
    if (!passed) return [{ kind: 'goal', data }];
    const held: LevelHeld = {
      family: set.family,
      levelName: level.name,
      rank: level.rank,
      day: result.on,
      award: result.award,
    };
    return [
      { kind: 'goal', data },
      { kind: 'student', data: { ...student, levelsHeld: [...student.levelsHeld, held] } },
    ];
  });
export const reopenGoal = (id: string): Promise<boolean> =>
  act('reopen the goal', ({ goals }) => {
    const goal = goals.get(id);
    if (!goal) return [];
    const open = Object.entries(goal).filter(([name]) => name !== 'ended' && name !== 'result');
    return [{ kind: 'goal', data: { ...(Object.fromEntries(open) as unknown as Goal), closedOn: null } }];
  });
export const setFact = (id: string, fact: string, value: string): Promise<boolean> =>
  changeGoal(`note ${fact}`, id, (goal) => ({ facts: { ...goal.facts, [fact]: value } }));
export const setTakes = (id: string, takes: Takes | null): Promise<boolean> =>
  changeGoal('note the takes', id, () => ({ takes }));
export const settleCondition = (id: string, topic: string, settled: string): Promise<boolean> =>
  changeGoal(`settle ${topic}`, id, (goal) => ({ conditions: { ...goal.conditions, [topic]: settled } }));
export const nameEdition = (id: string, componentId: string, edition: string): Promise<boolean> =>
  changeGoal('name the edition', id, (goal) => ({ editions: { ...goal.editions, [componentId]: edition } }));
export const setRecordingSent = (id: string, on: CalendarDay | null): Promise<boolean> =>
  changeGoal('note the recording', id, () => ({ recordingSentOn: on }));
export const hearScale = (id: string, rowId: string, heard: boolean): Promise<boolean> =>
  changeGoal('note a scale', id, (goal) => ({
    scalesHeard: [...goal.scalesHeard.filter((each) => each !== rowId), ...(heard ? [rowId] : [])],
  }));
export const waiveRule = (id: string, ruleId: string, by: string, why: string): Promise<boolean> =>
  changeGoal('waive a rule', id, (goal) => ({
    waivers: [...goal.waivers.filter((each) => each.ruleId !== ruleId), { ruleId, by, why }],
  }));
export const unwaiveRule = (id: string, ruleId: string): Promise<boolean> =>
  changeGoal('take a waiver back', id, (goal) => ({
    waivers: goal.waivers.filter((each) => each.ruleId !== ruleId),
  }));

const changeProgramme = (action: string, id: string, change: (goal: Goal, studio: Studio) => Programme) =>
  changeGoal(action, id, (goal, studio) => {
    const set = studio.sets.get(goal.setId);
    const level = set && findLevel(set, goal.levelId);
    return withProgramme(goal, change(goal, studio), level, studio.pieces, today());
  });

export const choosePiece = (id: string, componentId: string, choice: Choice): Promise<boolean> =>
  changeProgramme('choose a piece', id, (goal, studio) => {
    const set = studio.sets.get(goal.setId);
    const level = set && findLevel(set, goal.levelId);
    const component = level && componentOf(level, componentId);
    const max = component ? Math.max(1, choiceCount(component).max) : 1;
    return withChoice(goal.programme, componentId, choice, max);
  });
export const takeProgramme = (id: string, programme: Programme): Promise<boolean> =>
  changeProgramme('take a programme', id, () => programme);
/** Whether the search may change a chosen piece. */
export const loosen = (id: string, pieceId: string, loose: boolean): Promise<boolean> =>
  changeGoal(loose ? 'let a piece change' : 'keep a piece', id, (goal) => ({
    loose: withOrWithout(goal.loose, pieceId, loose),
  }));
/** Whether the search leaves a piece out. */
export const leaveOut = (id: string, pieceId: string, out: boolean): Promise<boolean> =>
  changeGoal(out ? 'leave a piece out' : 'take a piece back in', id, (goal) => ({
    leftOut: withOrWithout(goal.leftOut, pieceId, out),
  }));
const withOrWithout = (ids: readonly string[] = [], id: string, isIn: boolean): string[] => [
  ...ids.filter((each) => each !== id),
  ...(isIn ? [id] : []),
];
export const dropChoice = (id: string, componentId: string, index: number): Promise<boolean> =>
  changeProgramme('drop a piece', id, (goal) => withoutChoice(goal.programme, componentId, index));

// The plan ----------------------------------------------------------------------------------------

const changePlan = (action: string, id: string, change: (plan: GoalPlan) => Partial<GoalPlan>) =>
  changeGoal(action, id, (goal) => ({ plan: { ...goal.plan, ...change(goal.plan) } }));

export const setGate = (
  id: string,
  componentId: string,
  stage: Stage,
  change: { readonly movedTo?: CalendarDay | null; readonly passedOn?: CalendarDay | null },
): Promise<boolean> =>
  changePlan(change.passedOn === undefined ? 'move a gate' : 'pass a gate', id, ({ gates }) => {
    const same = (gate: { componentId: string; stage: Stage }) =>
      gate.componentId === componentId && gate.stage === stage;
    const before = gates.find(same) ?? { componentId, stage, movedTo: null, passedOn: null };
    return { gates: [...gates.filter((gate) => !same(gate)), { ...before, ...change }] };
  });

export const shutWeek = (id: string, from: CalendarDay, shut: boolean): Promise<boolean> =>
  changePlan(shut ? 'shut a week' : 'open a week', id, ({ shutWeeks }) => ({
    shutWeeks: shut ? [...new Set([...shutWeeks, from])].sort() : shutWeeks.filter((day) => day !== from),
  }));

export const setMinutes = (id: string, componentId: string, minutes: number | null): Promise<boolean> =>
  changePlan('set the minutes of a piece', id, ({ minutes: before }) => ({
    minutes: Object.fromEntries([
      ...Object.entries(before).filter(([component]) => component !== componentId),
      ...(minutes === null ? [] : [[componentId, minutes] as const]),
    ]),
  }));

export const setMemorised = (id: string, componentId: string, memorised: boolean): Promise<boolean> =>
  changePlan(memorised ? 'play from memory' : 'play from the page', id, (plan) => ({
    memorised: memorised
      ? [...new Set([...plan.memorised, componentId])]
      : plan.memorised.filter((each) => each !== componentId),
  }));

// Marks -------------------------------------------------------------------------------------------

/** The open sheet of an assessor for a component on a day, or a new one; closed sheets are superseded. */
function openSheet(
  studio: Studio,
  goal: Goal,
  componentId: string,
  assessor: Assessor,
  day: CalendarDay,
): MarkSheet {
  const sheets = currentSheets([...studio.sheets.values()].filter((sheet) => sheet.goalId === goal.id));
  const own = sheets.filter(
    (sheet) => sheet.componentId === componentId && sheet.assessor === assessor && sheet.day === day,
  );
  const set = studio.sets.get(goal.setId);
  const level = set && findLevel(set, goal.levelId);
  if (!set || !level) throw new Error('the goal names a level that is gone');
  const scheme = schemeOf(set, level);
  // Marks that mean something else today are not gone on with: a new sheet takes their place.
  const goesOn = (sheet: MarkSheet | undefined) =>
    sheet !== undefined && readSheet(scheme, allSchemes(set), sheet).current;
  const open = own.find((sheet) => !sheet.closed && goesOn(sheet));
  if (open) return open;
  const before = latestSheet(own);
  const choice = valueAt(goal.programme, componentId)?.[0];
  const source = componentOf(level, componentId)?.source;
  return {
    id: newId(),
    goalId: goal.id,
    componentId,
    pieceId:
      before?.pieceId ??
      (choice?.kind === 'piece' ? choice.pieceId : source?.kind === 'excerpt' ? source.pieceId : null),
    schemeId: scheme.id,
    schemeVersion: scheme.version,
    assessor,
    day,
    marks: goesOn(before) ? (before?.marks ?? {}) : {},
    notes: before?.notes ?? [],
    closed: false,
    supersedes: before?.id ?? null,
    ...(before?.stands && { stands: true }),
  };
}

const changeSheet = (
  action: string,
  goalId: string,
  componentId: string,
  assessor: Assessor,
  day: CalendarDay,
  change: (sheet: MarkSheet) => Partial<MarkSheet>,
) =>
  act(action, (studio) => {
    const goal = studio.goals.get(goalId);
    if (!goal) return [];
    const sheet = openSheet(studio, goal, componentId, assessor, day);
    return [{ kind: 'sheet', data: { ...sheet, ...change(sheet) } }];
  });

/**
 * Gives a criterion its mark; null takes it away.
 * @param day - of the lesson it is given for: on a later day a sheet is gone on with, or corrected by one of its own day
 */
export const giveMark = (
  goalId: string,
  componentId: string,
  assessor: Assessor,
  criterionId: string,
  mark: number | null,
  day: CalendarDay = today(),
): Promise<boolean> =>
  changeSheet(
    mark === null ? 'take a mark away' : 'give a mark',
    goalId,
    componentId,
    assessor,
    day,
    (sheet) => ({
      marks: Object.fromEntries([
        ...Object.entries(sheet.marks).filter(([criterion]) => criterion !== criterionId),
        ...(mark === null ? [] : [[criterionId, mark] as const]),
      ]),
    }),
  );

export const noteBars = (
  goalId: string,
  componentId: string,
  note: BarNote,
  day: CalendarDay = today(),
): Promise<boolean> =>
  changeSheet('note bars', goalId, componentId, 'teacher', day, (sheet) => ({
    notes: [...sheet.notes.filter((each) => each.id !== note.id), note].sort(
      (a, b) => a.bars.from - b.bars.from,
    ),
  }));

export const dropNote = (
  goalId: string,
  componentId: string,
  noteId: string,
  day: CalendarDay = today(),
): Promise<boolean> =>
  changeSheet('remove a note', goalId, componentId, 'teacher', day, (sheet) => ({
    notes: sheet.notes.filter((each) => each.id !== noteId),
  }));

/** Whether a mock examiner's sheet counts as the teacher's own would. */
export const letStand = (sheetId: string, stands: boolean): Promise<boolean> =>
  act(stands ? 'let the mock mark stand' : 'put the mock mark beside', (studio) => {
    const sheet = studio.sheets.get(sheetId);
    return sheet?.assessor === 'mock' ? [{ kind: 'sheet', data: { ...sheet, stands } }] : [];
  });

/** Closed sheets stay as they are; the next mark makes a correction that supersedes. */
export const closeSheet = (sheetId: string): Promise<boolean> =>
  act('close the mark sheet', (studio) => {
    const sheet = studio.sheets.get(sheetId);
    if (!sheet || sheet.closed) return [];
    const closed = [...studio.sheets.values()].filter(
      ({ goalId, componentId }) => goalId === sheet.goalId && componentId === sheet.componentId,
    );
    const closing = 1 + Math.max(0, ...closed.map((each) => each.closing ?? 0));
    return [{ kind: 'sheet', data: { ...sheet, closed: true, closing } }];
  });

/** The open studio and its snapshots, gone. */
export async function wipe(): Promise<void> {
  const state = getState();
  if (state.kind === 'ready') await dropSnapshots(state.which);
  await wipeStudio();
}
