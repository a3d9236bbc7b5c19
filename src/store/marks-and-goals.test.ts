// @vitest-environment jsdom
import { describe, expect, test } from 'vitest';
import { toTell } from '@/core/programme';
import { calendarDay as day } from '@/core/time';
import {
  addGoal,
  chooseSession,
  endGoal,
  closeSheet,
  dropChoice,
  dropNote,
  enterGoal,
  giveMark,
  letStand,
  noteBars,
  reopenGoal,
  tellOffice,
  unwaiveRule,
  waiveRule,
} from '.';
import { studio, today, orla, useDemoStudio } from './test-studio';

useDemoStudio();

describe('marks', () => {
  const sheets = () => [...studio().sheets.values()].filter((sheet) => sheet.goalId === 'nell-5');
  test('one open sheet a component, assessor and day; a closed one is superseded by a copy', async () => {
    const before = sheets().length;
    await giveMark('nell-5', 's', { assessor: 'teacher' }, 'notes', 4);
    await giveMark('nell-5', 's', { assessor: 'teacher' }, 'tone', 3);
    await giveMark('nell-5', 's', { assessor: 'student' }, 'notes', 5);
    expect(sheets()).toHaveLength(before + 2);
    const first = sheets().find((sheet) => sheet.assessor === 'teacher' && sheet.day === today)!;
    expect(first.marks).toEqual({ notes: 4, tone: 3 });
    await closeSheet(first.id);
    await giveMark('nell-5', 's', { assessor: 'teacher' }, 'notes', 6);
    expect(studio().sheets.get(first.id)?.marks).toEqual({ notes: 4, tone: 3 });
    expect(sheets().find((sheet) => sheet.supersedes === first.id)?.marks).toEqual({ notes: 6, tone: 3 });
  });
  test('on a later day a sheet is finished or corrected, and keeps its day', async () => {
    const then = day('2027-01-13');
    await giveMark('nell-5', 's', { assessor: 'teacher' }, 'notes', 4, then);
    const of = (when: string) => sheets().filter((each) => each.day === when && each.assessor === 'teacher');
    const [open] = of(then).filter(({ closed }) => !closed);
    await giveMark('nell-5', 's', { assessor: 'teacher' }, 'tone', 3, then);
    expect(studio().sheets.get(open!.id)?.marks).toMatchObject({ notes: 4, tone: 3 });
    await closeSheet(open!.id);
    await giveMark('nell-5', 's', { assessor: 'teacher' }, 'notes', 5, then);
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
    await giveMark('nell-5', 's', { assessor: 'teacher' }, 'notes', 0);
    await giveMark('nell-5', 's', { assessor: 'teacher' }, 'notes', null);
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
  test('deferred it is the same goal; entered anyway the reason is kept; a change after entry waits for the office', async () => {
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
