/** A new teacher’s first days, in an empty studio and on a clock that is set. */
import type { ElementHandle, Page } from 'puppeteer-core';
import { expect, inject, test } from 'vitest';
import {
  downloads,
  savedFile,
  fill,
  kept,
  openPage,
  pick,
  press,
  recordsOf,
  sees,
  useBrowser,
  visit,
} from './browser';
import { goTo } from './pages';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

/** The page’s clock stands at noon of a day when it is opened, and goes on from there. */
const onDay = (page: Page, day: string) =>
  page.evaluateOnNewDocument((noon) => {
    const Real = Date;
    const ahead = Real.parse(noon) - Real.now();
    class Moved extends Real {
      constructor(...given: unknown[]) {
        if (given.length === 0) super(Real.now() + ahead);
        else super(...(given as [number]));
      }
      static override now = () => Real.now() + ahead;
    }
    globalThis.Date = Moved as DateConstructor;
  }, `${day}T12:00:00`);

const recordOf = async (page: Page, kind: string, good: (record: Record<string, unknown>) => boolean) =>
  Object.entries(await recordsOf(page, 'own'))
    .filter(([key]) => key.startsWith(`${kind}/`))
    .map(([, data]) => data as Record<string, unknown>)
    .filter(good);

test('the first days: a syllabus copied to a second instrument, a class pasted, goals, entries, a deferral, a correction, a new slot, a second computer', async () => {
  const { page, problems } = await openPage(browser());
  const folder = await downloads(page);
  await onDay(page, '2027-01-20');
  await visit(page, `${baseUrl}/?studio=own`);

  // The syllabus of the flute, and a copy of its structure for the piano: a family of its own.
  await goTo(page, '/library');
  await press(page, 'Import a file');
  await press(page, 'Tarrin Board, flute 2026–2029');
  await kept(page, () => press(page, 'Import it into the library'));
  await press(page, 'Copy this requirement');
  await fill(page, 'A copy for', 'another instrument or voice');
  await press(page, 'Open the copy');
  await sees(page, 'Which instrument or voice?', 'dialog');
  await fill(page, 'Instrument or voice of the copy', 'piano');
  await press(page, 'Open the copy');
  await sees(page, 'A copy of Tarrin Board, flute 2026–2029', 'h1');
  await kept(page, () => press(page, 'Save the requirement'));
  const families = await recordOf(page, 'set', () => true);
  expect(families.map((set) => set['family']).sort()).toEqual(['Tarrin Board flute', 'Tarrin Board piano']);

  // Thirty students, ten rows bad; what is open is asked once, and who stays out is listed.
  const good = Array.from(
    { length: 20 },
    (_, at) =>
      `Pupil ${String.fromCharCode(65 + at)}\t${at % 2 === 0 ? 'flute' : 'piano'}\t${at + 1}/3/2014\tMon\t${9 + (at % 8)}.30\tlevel ${1 + (at % 3)}`,
  );
  const bad = [
    '\tflute\t1/3/2014\tMon\t9:00\t',
    'Bad One\t\t1/3/2014\tMon\t9:00\t',
    'Bad Two\tflute\tsoon\tMon\t9:00\t',
    'Bad Three\tflute\t1/3/2014\tOneday\t9:00\t',
    'Bad Four\tflute\t1/3/2014\tMon\tnoon\t',
    'Bad Five\tflute\t1/3/2014\tMon\t9:00\tlevel 44',
    'Bad Six\tflute\t31/2/2014\tMon\t9:00\t',
    'Bad Seven\tflute\t1/3/2031\tMon\t9:00\t',
    'Pupil A\tflute\t1/3/2014\tMon\t9:00\t',
    'Bad Nine\tflute\t1/3/2014\tMon\t29:00\t',
  ];
  await goTo(page, '/students');
  await press(page, 'Paste a table');
  await fill(page, 'Table', ['Name\tInstrument\tDOB\tDay\tTime\tLevel held', ...good, ...bad].join('\n'));
  await sees(page, 'Pupil A is on line 2 as well', 'dialog');
  await sees(page, /there is no level "level 44"; nearest: Tarrin Board flute, Level/, 'dialog');
  await kept(page, () => press(page, 'Import 20 students'));
  await sees(page, '10 rows stayed out', 'dialog');
  await press(page, 'Done');
  const pupils = await recordOf(page, 'student', () => true);
  expect(pupils).toHaveLength(20);
  const [ada, bea] = ['Pupil A', 'Pupil B'].map((name) => pupils.find((each) => each['name'] === name));
  expect([ada?.['levelsHeld'], bea?.['levelsHeld'], ada?.['birthDate']]).toMatchObject([
    [{ family: 'Tarrin Board flute', rank: 1 }],
    [{ family: 'Tarrin Board piano', rank: 2 }],
    '2014-03-01',
  ]);

  // A goal offers what is open to the student, and another instrument's only with its reason.
  const setGoal = async (student: string, level: string) => {
    await goTo(page, `/programme?student=${String(pupils.find((each) => each['name'] === student)?.['id'])}`);
    await sees(page, 'Set a goal', 'dialog');
    await pick(page, 'Level', level);
    await kept(page, () => press(page, 'Set the goal'));
    await page.waitForFunction(() => !document.querySelector('dialog[open]'));
    await sees(page, `${student}: programme`);
  };
  await setGoal('Pupil A', 'Level 2');
  await setGoal('Pupil C', 'Level 4');
  await setGoal('Pupil B', 'Level 3');
  await setGoal('Pupil D', 'Level 2');
  await setGoal('Pupil E', 'Level 3');
  await setGoal('Pupil F', 'Level 4');
  const goalOf = async (name: string) => {
    const id = pupils.find((each) => each['name'] === name)?.['id'];
    const found = await recordOf(page, 'goal', (goal) => goal['studentId'] === id);
    expect(found).toHaveLength(1);
    return found[0] as { id: string } & Record<string, unknown>;
  };

  // Entering says what is not in order; entered anyway, the reason is kept.
  for (const [name, level] of [
    ['Pupil B', 'Level 3'],
    ['Pupil D', 'Level 2'],
    ['Pupil E', 'Level 3'],
    ['Pupil A', 'Level 2'],
  ] as const) {
    await goTo(page, `/programme?goal=${(await goalOf(name)).id}`);
    await press(page, `Enter ${level}`);
    await sees(page, /not in order yet.*Song: no piece is chosen/, 'dialog');
    await press(page, 'Enter anyway');
    await sees(page, 'The reason is kept with the entry.', 'dialog');
    await fill(page, 'Why it is entered anyway', 'pieces follow on Friday');
    await kept(page, () => press(page, 'Enter anyway'));
    expect(await goalOf(name)).toMatchObject({
      enteredOn: '2027-01-20',
      history: [{ kind: 'entered all the same', why: 'pieces follow on Friday' }],
    });
  }
  // A piece set after entry asks first and waits for the office.
  await page.keyboard.press('j');
  await press(page, 'Set');
  await sees(page, 'Level 2 is entered', 'dialog');
  await kept(page, () => press(page, 'Change it'));
  await sees(page, 'the office must be told');
  await kept(page, () => press(page, 'The office was told'));

  // A deferral moves the goal.
  await goTo(page, `/programme?goal=${(await goalOf('Pupil C')).id}`);
  await press(page, 'Close this goal');
  await fill(page, 'How it ended', 'deferred to another session');
  await kept(page, () => press(page, 'Defer it'));
  expect(await goalOf('Pupil C')).toMatchObject({ closedOn: null });
  await sees(page, 'Pupil C: programme');

  // Three of four criteria today; the fourth tomorrow, on the sheet of today.
  const marked = (await goalOf('Pupil A')).id;
  await goTo(page, `/mark?goal=${marked}&component=s`);
  for (const figure of ['Digit4', 'Digit5', 'Digit4'] as const)
    await kept(page, () => page.keyboard.press(figure));
  await onDay(page, '2027-01-21');
  await visit(page, `${baseUrl}/mark?goal=${marked}&component=s`);
  await press(page, 'Finish the teacher’s marks of Wed 20 Jan');
  await sees(page, 'These are the marks of Wednesday 20 January');
  await kept(page, () => page.keyboard.press('Digit5'));
  const sheets = await recordOf(page, 'sheet', (sheet) => sheet['goalId'] === marked);
  expect(sheets).toMatchObject([{ day: '2027-01-20', marks: { notes: 4, tone: 5, phrasing: 4, pulse: 5 } }]);

  // A new slot holds from its day on.
  await goTo(page, '/students');
  await press(page, 'Change Pupil A');
  await fill(page, 'Day', 'Thursday');
  await fill(page, 'From', '2027-02-01');
  await kept(page, () => press(page, 'Save'));
  const [moved] = await recordOf(page, 'student', (student) => student['name'] === 'Pupil A');
  expect(moved).toMatchObject({
    slot: { weekday: 3 },
    earlierSlots: [{ until: '2027-01-31', slot: { weekday: 0, start: '09:30' } }],
  });

  // The studio file opens on a second computer, from its first page.
  await goTo(page, '/settings');
  await press(page, 'Save the studio file');
  const file = await savedFile(folder, '.studio.zip');
  const records = await recordsOf(page, 'own');
  expect(problems).toEqual([]);
  await page.close();
  const second = await openPage(browser());
  await second.page.goto(baseUrl, { waitUntil: 'load' });
  await press(second.page, 'Open a studio file');
  await sees(second.page, 'Open a studio file', 'main');
  const input = (await second.page.waitForSelector('input[type="file"]')) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(file);
  const count = Object.keys(records).length;
  await sees(second.page, `It would add ${count} and change 0 records`);
  await press(second.page, `Import ${count} records`);
  await sees(second.page, 'Imported.');
  expect(await recordsOf(second.page, 'own')).toEqual(records);
  expect(second.problems).toEqual([]);
}, 240_000);
