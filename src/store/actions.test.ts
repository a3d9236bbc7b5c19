// @vitest-environment jsdom
import 'fake-indexeddb/auto';
import { beforeAll, beforeEach, describe, expect, test } from 'vitest';
import { toTell } from '@/core/programme';
import { openStudioFile, type Studio } from '@/core/files';
import type { Student } from '@/core/students';
import { calendarDay as day } from '@/core/time';
import {
  addGoal,
  pasteIntoLists,
  takeStudents,
  archiveStudent,
  chooseAim,
  choosePiece,
  chooseSession,
  endGoal,
  closeSheet,
  dropChoice,
  dropNote,
  enterGoal,
  eraseStudent,
  exportStudio,
  giveMark,
  hearSkill,
  importPreview,
  keepSnapshot,
  letStand,
  lastBackup,
  listSnapshots,
  noteBars,
  openStudio,
  recordLessons,
  redo,
  removeClosure,
  removeSet,
  reopenGoal,
  restoreSnapshot,
  addClosure,
  savePiece,
  saveSettings,
  saveStudent,
  scoreText,
  setEffort,
  setFact,
  setGate,
  setMemorised,
  setMinutes,
  setPracticeMinutes,
  setTakes,
  shutWeek,
  takeImport,
  tellOffice,
  undo,
  unwaiveRule,
  waiveRule,
} from '.';
import { getState, wipeStudio, type ReadyState } from './studio-store';
import { standInLocks } from './test-locks';

beforeAll(standInLocks);
beforeEach(async () => {
  await openStudio('demo');
  await wipeStudio();
  await openStudio('demo');
});

function ready(): ReadyState {
  const state = getState();
  if (state.kind !== 'ready') throw new Error(`the studio is ${state.kind}`);
  return state;
}
const studio = () => ready().studio;
const facts = (of: Studio) =>
  JSON.stringify(
    Object.entries(of).map(([name, value]: [string, unknown]) => [
      name,
      value instanceof Map
        ? [...(value as Map<string, unknown>)].sort(([a], [b]) => (a < b ? -1 : 1))
        : value,
    ]),
  );

const friday = day('2027-01-22');
const today = day('2027-01-20');
const orla = (of: Studio) => of.goals.get('orla-5')!;
const plain = (id: string): Student => ({
  ...studio().students.get('orla')!,
  id,
  name: 'Wren Halloran',
  sharesWith: null,
});
const stairs = () => studio().pieces.get('tarrin-gull-stairs')!;
const closure = {
  id: 'gale',
  name: 'gale days',
  from: day('2027-02-01'),
  to: day('2027-02-02'),
  stops: 'both',
} as const;

/** What each action does, in one fact; every row is also undone and done again. */
const ACTIONS: readonly (readonly [string, () => Promise<unknown>, (of: Studio) => unknown, unknown])[] = [
  [
    'a student added',
    () => takeStudents([plain('wren')]),
    (of) => of.students.get('wren')?.name,
    'Wren Halloran',
  ],
  [
    'a student saved',
    () => saveStudent({ ...plain('orla'), name: 'O. Penhallow' }, studio().students.get('orla')!),
    (of) => of.students.get('orla')?.name,
    'O. Penhallow',
  ],
  [
    'a student archived',
    () => archiveStudent('orla', today),
    (of) => of.students.get('orla')?.archivedOn,
    today,
  ],
  [
    'a lesson held',
    () => recordLessons([{ id: `${today}/jonah`, studentId: 'jonah', day: today }], { state: 'held' }),
    (of) => of.lessons.get(`${today}/jonah`)?.state,
    'held',
  ],
  ['a closure', () => addClosure(closure), (of) => of.closures.get('gale')?.stops, 'both'],
  ['a closure removed', () => removeClosure([...studio().closures.keys()][0]!), (of) => of.closures.size, 2],
  ['the teacher named', () => saveSettings({ teacher: 'T. Renn' }), (of) => of.settings.teacher, 'T. Renn'],
  [
    'an effort figure',
    () => setEffort('levelStep', 1.5),
    (of) => [of.settings.effort.levelStep, of.settings.effortSet.includes('levelStep')],
    [1.5, true],
  ],
  [
    'a piece saved',
    () => savePiece({ ...stairs(), seconds: 99 }, stairs()),
    (of) => of.pieces.get('tarrin-gull-stairs')?.seconds,
    99,
  ],
  [
    'pieces added to a list',
    () =>
      pasteIntoLists(
        'tarrin-flute-2026',
        [
          {
            levelId: 'level-1',
            componentId: 's',
            number: '7',
            piece: { ...studio().pieces.get('tarrin-gull-stairs')!, id: 'new' },
          },
        ],
        'replace',
      ),
    (of) =>
      of.sets
        .get('tarrin-flute-2026')
        ?.levels.flatMap(({ id, components }) =>
          components.flatMap(({ id: letter, source }) =>
            source.kind === 'list' && source.pieceIds.includes('new')
              ? [`${id} ${letter} ${source.numbers?.['new'] ?? ''} of ${source.pieceIds.length}`]
              : [],
          ),
        ),
    ['level-1 s 7 of 1'],
  ],
  [
    'minutes of one day',
    () => setPracticeMinutes('orla', friday, 45, 'that day'),
    (of) => [of.students.get('orla')?.minutesByWeekday[4], of.students.get('orla')?.minutesOfDays],
    [20, { [friday]: 45 }],
  ],
  [
    'a set removed',
    () => removeSet('fairlead-winds-2027'),
    (of) => of.sets.has('fairlead-winds-2027'),
    false,
  ],
  [
    'a session chosen',
    () => chooseSession('orla-5', 'summer-2027'),
    (of) => orla(of).sessionId,
    'summer-2027',
  ],
  ['an aim', () => chooseAim('orla-5', 'superb'), (of) => orla(of).aimAwardId, 'superb'],
  ['an entry', () => enterGoal('orla-5', today), (of) => orla(of).enteredOn, today],
  ['a goal closed', () => endGoal('orla-5', 'withdrawn', null), (of) => orla(of).closedOn, today],
  [
    'an entry fact',
    () => setFact('orla-5', 'Accompanist', 'T. Renn'),
    (of) => orla(of).facts['Accompanist'],
    'T. Renn',
  ],
  [
    'takes',
    () => setTakes('teodor-chair', { count: 2, continuous: false }),
    (of) => of.goals.get('teodor-chair')?.takes,
    { count: 2, continuous: false },
  ],
  [
    'a waiver',
    () => waiveRule('orla-5', 'time', 'the board', 'a broken clock'),
    (of) => orla(of).waivers.map((each) => each.ruleId),
    ['time'],
  ],
  ['a choice dropped', () => dropChoice('orla-5', 's', 0), (of) => orla(of).programme['s'], []],
  [
    'a choice in the place of the one before',
    () => choosePiece('orla-5', 's', { kind: 'piece', pieceId: 'tarrin-gull-stairs' }),
    (of) => orla(of).programme['s'],
    [{ kind: 'piece', pieceId: 'tarrin-gull-stairs' }],
  ],
  [
    'a gate moved',
    () => setGate('orla-5', 's', 'learn', { movedTo: day('2027-02-10') }),
    (of) => orla(of).plan.gates.find((gate) => gate.componentId === 's' && gate.stage === 'learn')?.movedTo,
    '2027-02-10',
  ],
  [
    'a week shut',
    () => shutWeek('orla-5', day('2027-02-03'), true),
    (of) => orla(of).plan.shutWeeks.includes(day('2027-02-03')),
    true,
  ],
  ['minutes of a piece', () => setMinutes('orla-5', 's', 300), (of) => orla(of).plan.minutes['s'], 300],
  [
    'from memory',
    () => setMemorised('orla-5', 'd', true),
    (of) => orla(of).plan.memorised.includes('d'),
    true,
  ],
  [
    'a bar note',
    () => noteBars('orla-5', 's', { id: 'n', bars: { from: 3, to: 4 }, text: 'breath' }),
    (of) => [...of.sheets.values()].some((sheet) => sheet.notes.some((note) => note.id === 'n')),
    true,
  ],
];

describe('every action', () => {
  test.each(ACTIONS)('%s: done, undone to the last letter, done again', async (_, action, look, expected) => {
    const before = facts(studio());
    await action();
    expect(look(studio())).toEqual(expected);
    const after = facts(studio());
    expect(after).not.toBe(before);
    await undo();
    expect(facts(studio())).toBe(before);
    await redo();
    expect(facts(studio())).toBe(after);
  });
  test.each<[string, () => Promise<unknown>]>([
    ['a goal that is gone', () => enterGoal('nobody', today)],
    ['a student that is gone', () => archiveStudent('nobody', today)],
    ['a set that is gone', () => pasteIntoLists('nowhere', [], 'add')],
    [
      'the same again',
      () => setPracticeMinutes('orla', friday, plain('orla').minutesByWeekday[4]!, 'from now on'),
    ],
  ])('%s changes nothing and leaves nothing to undo', async (_, action) => {
    const before = facts(studio());
    expect(await action()).toBe(false);
    expect(facts(studio())).toBe(before);
    expect(ready().undo).toBeNull();
  });
  test('minutes of a weekday from now on: a day that had its own has them no longer', async () => {
    await setPracticeMinutes('orla', friday, 45, 'that day');
    await setPracticeMinutes('orla', friday, 50, 'from now on');
    expect(plain('orla').minutesByWeekday[4]).toBe(50);
    expect(plain('orla')).not.toHaveProperty('minutesOfDays');
  });
  test('a new action forgets what was undone', async () => {
    await endGoal('orla-5', 'taken', null);
    await undo();
    await chooseAim('orla-5', 'superb');
    expect(ready()).toMatchObject({ redo: null, undo: 'change the aim' });
    await redo();
    expect(orla(studio()).closedOn).toBeNull();
  });
  test('data that does not hold its form is refused whole', async () => {
    const before = facts(studio());
    await expect(saveStudent({ ...plain('wren'), minutesByWeekday: [1, 2] }, null)).rejects.toThrow(
      /minutesByWeekday/,
    );
    expect(facts(studio())).toBe(before);
    expect(ready().notice).toBe('Not kept: minutesByWeekday needs at least 7.');
  });
});

describe('students who share a lesson', () => {
  const share = (id: string, sharesWith: string | null) => {
    const opened = studio().students.get(id)!;
    return saveStudent({ ...opened, sharesWith }, opened);
  };
  const shares = (id: string) => studio().students.get(id)?.sharesWith ?? null;
  test('name each other, and a partner who is taken over names nobody', async () => {
    await takeStudents([plain('a'), plain('b'), plain('c')]);
    await share('a', 'b');
    expect([shares('a'), shares('b')]).toEqual(['b', 'a']);
    await share('c', 'b');
    expect([shares('a'), shares('b'), shares('c')]).toEqual([null, 'c', 'b']);
    await share('c', null);
    expect([shares('b'), shares('c')]).toEqual([null, null]);
  });
  test('both in one table: what it says of each is kept', async () => {
    await takeStudents([plain('a'), plain('b')]);
    const noted = (id: string, sharesWith: string) => ({
      ...studio().students.get(id)!,
      notes: `of ${id}`,
      sharesWith,
    });
    await takeStudents([noted('a', 'b'), noted('b', 'a')]);
    expect(['a', 'b'].map((id) => studio().students.get(id)?.notes)).toEqual(['of a', 'of b']);
    expect([shares('a'), shares('b')]).toEqual(['b', 'a']);
  });
});

describe('marks', () => {
  const sheets = () => [...studio().sheets.values()].filter((sheet) => sheet.goalId === 'nell-5');
  test('one open sheet a component, assessor and day; a closed one is superseded by a copy', async () => {
    const before = sheets().length;
    await giveMark('nell-5', 's', 'teacher', 'notes', 4);
    await giveMark('nell-5', 's', 'teacher', 'tone', 3);
    await giveMark('nell-5', 's', 'student', 'notes', 5);
    expect(sheets()).toHaveLength(before + 2);
    const first = sheets().find((sheet) => sheet.assessor === 'teacher' && sheet.day === today)!;
    expect(first.marks).toEqual({ notes: 4, tone: 3 });
    await closeSheet(first.id);
    await giveMark('nell-5', 's', 'teacher', 'notes', 6);
    expect(studio().sheets.get(first.id)?.marks).toEqual({ notes: 4, tone: 3 });
    expect(sheets().find((sheet) => sheet.supersedes === first.id)?.marks).toEqual({ notes: 6, tone: 3 });
  });
  test('on a later day a sheet is finished or corrected, and keeps its day', async () => {
    const then = day('2027-01-13');
    await giveMark('nell-5', 's', 'teacher', 'notes', 4, then);
    const of = (when: string) => sheets().filter((each) => each.day === when && each.assessor === 'teacher');
    const [open] = of(then).filter(({ closed }) => !closed);
    await giveMark('nell-5', 's', 'teacher', 'tone', 3, then);
    expect(studio().sheets.get(open!.id)?.marks).toMatchObject({ notes: 4, tone: 3 });
    await closeSheet(open!.id);
    await giveMark('nell-5', 's', 'teacher', 'notes', 5, then);
    const correction = of(then).find(({ supersedes }) => supersedes === open!.id);
    expect(correction).toMatchObject({ day: then, closed: false, marks: { notes: 5, tone: 3 } });
    expect(of(today)).toEqual([]);
  });
  test('a mock examiner’s mark counts once the teacher lets it, and no longer when she does not', async () => {
    const mock = () => [...studio().sheets.values()].find(({ assessor }) => assessor === 'mock')!;
    await letStand(mock().id, false);
    expect(mock().stands).toBe(false);
    await letStand(mock().id, true);
    expect(mock().stands).toBe(true);
  });
  test('a mark is taken away whole, and a note leaves its sheet', async () => {
    await giveMark('nell-5', 's', 'teacher', 'notes', 0);
    await giveMark('nell-5', 's', 'teacher', 'notes', null);
    await noteBars('nell-5', 's', { id: 'late', bars: { from: 30, to: 31 }, text: 'late' });
    await noteBars('nell-5', 's', { id: 'early', bars: { from: 2, to: 3 }, text: 'early' });
    const sheet = () => sheets().find((each) => each.assessor === 'teacher' && each.day === today)!;
    expect(sheet().marks).toEqual({});
    expect(sheet().notes.map((note) => note.id)).toEqual(['early', 'late']);
    await dropNote('nell-5', 's', 'early');
    expect(sheet().notes.map((note) => note.id)).toEqual(['late']);
  });
  test('a waiver is noted once and can be taken back', async () => {
    await waiveRule('orla-5', 'time', 'one', 'first');
    await waiveRule('orla-5', 'time', 'two', 'second');
    expect(orla(studio()).waivers).toEqual([{ ruleId: 'time', by: 'two', why: 'second' }]);
    await unwaiveRule('orla-5', 'time');
    expect(orla(studio()).waivers).toEqual([]);
  });
});

describe('how a goal goes on and ends', () => {
  test('deferred it is the same goal; entered all the same the reason is kept; a change after entry waits for the office', async () => {
    const goals = studio().goals.size;
    const set = studio().sets.get(orla(studio()).setId)!;
    const later = set.sessions.find(({ id }) => id !== orla(studio()).sessionId)!;
    const from = orla(studio()).sessionId;
    await enterGoal('orla-5', today, [
      { on: today, kind: 'entered all the same', open: ['x'], why: 'agreed' },
    ]);
    await chooseSession('orla-5', later.id);
    expect(studio().goals.size).toBe(goals);
    expect(orla(studio())).toMatchObject({ sessionId: later.id, enteredOn: null });
    expect(orla(studio()).history).toMatchObject([
      { kind: 'entered all the same', why: 'agreed' },
      { kind: 'deferred', fromSessionId: from, enteredOn: today },
    ]);
    await enterGoal('orla-5', today);
    await dropChoice('orla-5', 'd', 0);
    expect(toTell(orla(studio()))).toHaveLength(1);
    await tellOffice('orla-5');
    expect(toTell(orla(studio()))).toEqual([]);
  });
  test('a result closes it, and an award is a level held', async () => {
    const held = () => studio().students.get('orla')!.levelsHeld.length;
    const before = held();
    await endGoal('orla-5', 'taken', null);
    expect([orla(studio()).ended, orla(studio()).closedOn, held()]).toEqual(['taken', today, before]);
    await endGoal('orla-5', 'taken', { on: today, award: null, total: 40 });
    expect(held()).toBe(before);
    await endGoal('orla-5', 'taken', { on: today, award: 'strong', total: 95 });
    expect(studio().students.get('orla')!.levelsHeld.at(-1)).toMatchObject({ award: 'strong', rank: 5 });
    await reopenGoal('orla-5');
    expect(orla(studio())).not.toHaveProperty('ended');
    expect(orla(studio()).closedOn).toBeNull();
  });
});

describe('a new goal', () => {
  const make = (setId: string, levelId: string, sessionId: string, aimAwardId: string) =>
    addGoal({ studentId: 'jonah', setId, levelId, sessionId, aimAwardId }, today);
  test('has the printed bars of its excerpts set, and nothing else', async () => {
    const id = await make('fairlead-winds-2027', 'chair', 'february-2027', 'offer');
    const goal = studio().goals.get(id)!;
    const chosen = Object.values(goal.programme).flat();
    expect(chosen).toHaveLength(2);
    expect(chosen.every((choice) => choice.kind === 'excerpt')).toBe(true);
    expect(goal).toMatchObject({ enteredOn: null, takes: null, facts: {}, waivers: [] });
    expect(goal.plan.startedOn).toBe(today);
  });
  test('of a level with lists starts with an empty programme', async () => {
    const id = await make('tarrin-flute-2026', 'level-3', 'summer-2027', 'pass');
    expect(studio().goals.get(id)?.programme).toEqual({});
  });
});

describe('leaving and coming back', () => {
  test('a file sealed with a passphrase opens with it alone, and brings everything back', async () => {
    const before = facts(studio());
    const file = await exportStudio('demo', today, 'low tide');
    expect(new TextDecoder().decode(file)).not.toContain('Penhallow');
    expect(lastBackup('demo')).toBe(today);
    await wipeStudio();
    await openStudio('own');
    expect(studio().students.size).toBe(0);
    expect(await importPreview(file, '')).toEqual({ kind: 'locked', tried: false });
    expect(await importPreview(file, 'high tide')).toEqual({ kind: 'locked', tried: true });
    const preview = await importPreview(file, 'low tide');
    if (preview.kind !== 'preview') throw new Error(preview.kind);
    await takeImport(preview.merge, preview.texts, new Set());
    expect(facts(studio())).toBe(before);
    for (const { textId } of studio().scores.values()) expect(await scoreText(textId)).toContain('<score');
    await undo();
    expect(studio().students.size).toBe(0);
    await wipeStudio();
  }, 30_000);
  test('what both sides changed waits for a choice', async () => {
    const file = await exportStudio('demo', today, '');
    const theirs = openStudioFile(file);
    expect(
      theirs.ok && theirs.value.records.some(({ kind, id }) => kind === 'student' && id === 'orla'),
    ).toBe(true);
    await archiveStudent('orla', today);
    const preview = await importPreview(file, '');
    if (preview.kind !== 'preview') throw new Error(preview.kind);
    expect(preview.merge.add).toEqual([]);
    await takeImport(preview.merge, preview.texts, new Set());
    expect(studio().students.get('orla')?.archivedOn).toBe(today);
  });
  test('a file that is none is refused with its reason', async () => {
    for (const text of ['{"a":1}', 'not json', 'PK\u0003\u0004 cut'])
      expect(await importPreview(new TextEncoder().encode(text), '')).toMatchObject({ kind: 'refused' });
  });
  test('snapshots: one a day, seven at most; putting one back is undone like any other action', async () => {
    for (let at = 1; at <= 9; at += 1) {
      await saveSettings({ place: `place ${at}` });
      await keepSnapshot('demo', day(`2027-01-${String(10 + at)}`));
    }
    await keepSnapshot('demo', day('2027-01-19'));
    expect((await listSnapshots('demo')).map((each) => each.day)).toEqual(
      Array.from({ length: 7 }, (_, at) => `2027-01-${19 - at}`),
    );
    await saveSettings({ teacher: 'somebody else' });
    await restoreSnapshot('demo', day('2027-01-19'));
    expect(studio().settings.teacher).toBe('Ines Calloway');
    await undo();
    expect(studio().settings.teacher).toBe('somebody else');
  });
  test('a student erased is in no snapshot, no file and no undo', async () => {
    await hearSkill('orla', 'general.staff-notes', today, 'alone');
    await keepSnapshot('demo', today);
    await eraseStudent('orla');
    expect(studio().students.has('orla')).toBe(false);
    expect(studio().skillBooks.has('orla')).toBe(false);
    expect([...studio().goals.values()].some((goal) => goal.studentId === 'orla')).toBe(false);
    expect(ready().undo).toBeNull();
    await restoreSnapshot('demo', today);
    expect(studio().students.has('orla')).toBe(false);
    const file = openStudioFile(await exportStudio('demo', today, ''));
    expect(JSON.stringify(file)).toContain('Calloway');
    expect(JSON.stringify(file)).not.toContain('Penhallow');
  });
});
