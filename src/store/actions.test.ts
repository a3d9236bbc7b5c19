// @vitest-environment jsdom
import { describe, expect, test } from 'vitest';
import { type Studio } from '@/core/files';
import { calendarDay as day } from '@/core/time';
import {
  changeSettings,
  pasteIntoLists,
  takeStudents,
  archiveStudent,
  chooseAim,
  choosePiece,
  chooseSession,
  endGoal,
  dropChoice,
  enterGoal,
  noteBars,
  recordLessons,
  redo,
  removeClosure,
  removeSet,
  addClosure,
  savePiece,
  saveSettings,
  saveStudent,
  setFact,
  setGate,
  setMemorised,
  setMinutes,
  setPracticeMinutes,
  setTakes,
  shutWeek,
  undo,
  waiveRule,
} from '.';
import { ready, studio, facts, today, orla, plain, useDemoStudio } from './test-studio';

useDemoStudio();

const friday = day('2027-01-22');
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
    () => changeSettings((settings) => ({ ...settings, effort: { ...settings.effort, levelStep: 1.5 } })),
    (of) => of.settings.effort.levelStep,
    1.5,
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
    () => setGate('orla-5', { componentId: 's' }, 'learn', { movedTo: day('2027-02-10') }),
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
  test('data that does not match the schema is refused whole', async () => {
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
