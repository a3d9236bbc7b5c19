// @vitest-environment jsdom
import fc from 'fast-check';
import { beforeEach, describe, expect, test, vi } from 'vitest';
import type { Student } from '@/core/students';
import { calendarDay as day } from '@/core/time';
import {
  addClosure,
  chooseAim,
  endGoal,
  giveMark,
  keepSnapshot,
  listSnapshots,
  openStudio,
  redo,
  savePiece,
  saveSettings,
  saveStudent,
  undo,
  wipe,
} from '.';
import { getState, start, subscribe, wipeStudio } from './studio-store';
import { ready, useDemoStudio } from './test-studio';

useDemoStudio();

const orla = () => ready().studio.students.get('orla')!;
const marksOf = (goalId: string) =>
  [...ready().studio.sheets.values()].find(
    (sheet) => sheet.goalId === goalId && sheet.assessor === 'teacher' && sheet.day === '2027-01-20',
  )?.marks ?? {};

/** Another tab of the same studio: its own module, its own stack of undo, the same database and lock. */
async function otherTab(): Promise<typeof import('.')> {
  vi.resetModules();
  const tab = await import('.');
  await tab.openStudio('demo');
  return tab;
}
/** Lets the message between tabs arrive and the records be read. */
const settle = () => new Promise((resolve) => setTimeout(resolve, 60));

describe('undo', () => {
  test('three marks of one component are taken back by three undos and brought again by three redos', async () => {
    for (const [criterion, mark] of [
      ['notes', 4],
      ['time', 3],
      ['tone', 5],
    ] as const)
      await giveMark('nell-5', 's', { assessor: 'teacher' }, criterion, mark);
    const after = marksOf('nell-5');
    for (const left of [{ notes: 4, time: 3 }, { notes: 4 }, {}]) {
      await undo();
      expect(ready().notice).toBeNull();
      expect(marksOf('nell-5')).toEqual(left);
    }
    for (let turn = 0; turn < 3; turn += 1) await redo();
    expect(marksOf('nell-5')).toEqual(after);
    expect(ready()).toMatchObject({ notice: null, redo: null });
  });

  test('any run of edits, undos and redos of few records stands where a plain history stands', async () => {
    const step = fc.oneof(
      fc.tuple(fc.constant('name' as const), fc.constantFrom('A', 'B', 'C')),
      fc.tuple(fc.constant('place' as const), fc.constantFrom('X', 'Y')),
      fc.tuple(fc.constantFrom('undo' as const, 'redo' as const), fc.constant('')),
    );
    await fc.assert(
      fc.asyncProperty(fc.array(step, { maxLength: 24 }), async (steps) => {
        await saveSettings({ teacher: `t${Math.random()}`, place: 'start' });
        const now = () => {
          const { teacher, place } = ready().studio.settings;
          return { teacher, place, name: orla().name };
        };
        let history = [now()];
        let at = 0;
        for (const [kind, value] of steps) {
          if (kind === 'undo') {
            // What was done before this run is not part of it.
            if (at === 0) continue;
            await undo();
            at -= 1;
          } else if (kind === 'redo') {
            await redo();
            at = Math.min(history.length - 1, at + 1);
          } else {
            const { saved } = ready();
            await (kind === 'place'
              ? saveSettings({ place: value })
              : saveStudent({ ...orla(), name: value }, orla()));
            if (ready().saved === saved) continue;
            history = [...history.slice(0, at + 1), now()];
            at += 1;
          }
          expect(now()).toEqual(history[at]);
        }
      }),
      { numRuns: 25, seed: 4 },
    );
  });

  test('in two tabs: each takes back its own, and only a real change of the other is in the way', async () => {
    const two = await otherTab();
    await saveSettings({ teacher: 'first' });
    await chooseAim('orla-5', 'superb');
    await settle();
    await two.saveSettings({ teacher: 'second' });
    await settle();
    // The aim is this tab's last; the other tab has not touched it.
    await undo();
    expect(ready()).toMatchObject({ notice: null });
    await undo();
    expect(ready().notice).toContain('another tab');
    expect(ready().studio.settings.teacher).toBe('second');
    await two.undo();
    await settle();
    expect(ready().studio.settings.teacher).toBe('first');
    await undo();
    expect(ready()).toMatchObject({ notice: null, undo: null });
    await redo();
    await redo();
    expect(ready().studio.settings.teacher).toBe('first');
    expect(ready().studio.goals.get('orla-5')?.aimAwardId).toBe('superb');
  });

  test('one that another tab is in the way of does not hold up those before it', async () => {
    const two = await otherTab();
    const before = orla().name;
    await saveStudent({ ...orla(), name: 'New Name' }, orla());
    await saveSettings({ teacher: 'first' });
    await settle();
    await two.saveSettings({ teacher: 'second' });
    await settle();
    await undo();
    expect(ready().notice).toContain('another tab');
    await undo();
    expect(ready().notice).toBeNull();
    expect(orla().name).toBe(before);
  });
});

describe('a form saves the fields that were changed since it was opened', () => {
  test('what another tab saved meanwhile stays', async () => {
    const opened = orla();
    await saveStudent({ ...opened, instrument: 'oboe' }, opened);
    const outcome = await saveStudent({ ...opened, likes: ['slow'] }, opened);
    expect(outcome).toEqual({ kind: 'kept' });
    expect(orla()).toMatchObject({ instrument: 'oboe', likes: ['slow'] });
  });
  test('a field changed on both sides is told of, and nothing is kept until it is chosen', async () => {
    const opened = orla();
    await saveStudent({ ...opened, instrument: 'oboe', reachSemitones: 9 }, opened);
    const typed: Student = { ...opened, instrument: 'harp', likes: ['slow'] };
    const outcome = await saveStudent(typed, opened);
    expect(outcome).toEqual({
      kind: 'clash',
      current: orla(),
      clashes: [{ path: ['instrument'], mine: 'harp', theirs: 'oboe' }],
    });
    expect(orla()).toMatchObject({ instrument: 'oboe', reachSemitones: 9 });
    expect(orla().likes).toBeUndefined();
  });
  test('a piece: bars counted in one tab, a note typed in another', async () => {
    const opened = ready().studio.pieces.get('tarrin-gull-stairs')!;
    await savePiece({ ...opened, bars: 44 }, opened);
    await savePiece({ ...opened, notes: 'mind the pickup' }, opened);
    expect(ready().studio.pieces.get(opened.id)).toMatchObject({ bars: 44, notes: 'mind the pickup' });
  });
  test('a record removed meanwhile is not brought back unseen', async () => {
    const opened = orla();
    await saveSettings({ teacher: 'x' });
    const gone = { ...opened, id: 'nobody-left' };
    expect(await saveStudent({ ...gone, name: 'Other' }, gone)).toEqual({ kind: 'gone' });
    expect(ready().studio.students.has('nobody-left')).toBe(false);
  });
});

describe('snapshots', () => {
  beforeEach(async () => {
    await wipe();
    await openStudio('demo');
  });
  const rename = (teacher: string) => saveSettings({ teacher });
  const days = async () => (await listSnapshots('demo')).map((each) => each.day);
  test('days far ahead push no real one out, and later ones come after them again', async () => {
    const real = Array.from({ length: 7 }, (_, at) => day(`2027-01-${11 + at}`));
    for (const each of real) {
      await rename(`t${each}`);
      await keepSnapshot('demo', each);
    }
    for (let at = 1; at <= 7; at += 1) {
      await rename(`far${at}`);
      await keepSnapshot('demo', day(`2099-03-0${at}`));
    }
    expect(await days()).toEqual(expect.arrayContaining(real));
    await rename('back');
    await keepSnapshot('demo', day('2027-01-18'));
    const kept = await days();
    expect(kept).toEqual(expect.arrayContaining([...real.slice(1), '2027-01-18']));
    expect(kept).not.toContain('2027-01-11');
  });
  test('none of a studio nobody has changed, and the first after the first change', async () => {
    await wipeStudio();
    await openStudio('own');
    await keepSnapshot('own', day('2027-01-20'));
    expect(await listSnapshots('own')).toEqual([]);
    await addClosure({ id: 'c', name: 'c', from: day('2027-02-01'), to: day('2027-02-01'), stops: 'both' });
    await keepSnapshot('own', day('2027-01-20'));
    expect((await listSnapshots('own')).map((each) => each.records)).toEqual([1]);
    await wipeStudio();
  });
  test('a day on which nothing was changed has none', async () => {
    await rename('x');
    await keepSnapshot('demo', day('2027-01-11'));
    await keepSnapshot('demo', day('2027-01-12'));
    expect(await days()).toEqual(['2027-01-11']);
  });
});

test('a browser killed before its choice of studio was written finds the studio again', async () => {
  await wipeStudio();
  await openStudio('own');
  await saveSettings({ teacher: 'kept' });
  localStorage.clear();
  await start();
  expect(ready()).toMatchObject({ which: 'own' });
  expect(ready().studio.settings.teacher).toBe('kept');
  await wipeStudio();
  await start();
  expect(getState().kind).toBe('first run');
});

test('the clock of an own studio goes on, and a mark has the day on which it is given', async () => {
  vi.useFakeTimers({ toFake: ['Date', 'setTimeout', 'clearTimeout'], shouldAdvanceTime: true });
  vi.setSystemTime(new Date('2027-03-03T23:58:30'));
  try {
    await wipeStudio();
    await openStudio('own');
    expect(ready().now).toEqual({ day: '2027-03-03', time: '23:58' });
    await vi.advanceTimersByTimeAsync(40_000);
    expect(ready().now.time).toBe('23:59');
    vi.setSystemTime(new Date('2027-03-04T08:15:00'));
    document.dispatchEvent(new Event('visibilitychange'));
    expect(ready().now).toEqual({ day: '2027-03-04', time: '08:15' });
  } finally {
    vi.useRealTimers();
    await wipeStudio();
  }
});

test('undo after a goal is closed and opened again', async () => {
  await endGoal('orla-5', 'taken', null);
  await undo();
  await redo();
  await undo();
  expect(ready().studio.goals.get('orla-5')?.closedOn).toBeNull();
});

test('an action is published once: what it changed, its name and its number together', async () => {
  const seen: string[] = [];
  const end = subscribe(() => {
    const { saved, undo: name } = ready();
    seen.push(`${saved} ${name ?? ''} ${marksOf('nell-5')['notes'] ?? ''}`);
  });
  const before = ready().saved;
  await giveMark('nell-5', 's', { assessor: 'teacher' }, 'notes', 4);
  await undo();
  end();
  expect(seen).toEqual([`${before + 1} give a mark 4`, `${before + 2}  `]);
});
