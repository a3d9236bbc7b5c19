import { expect, inject, test } from 'vitest';
import {
  downloads,
  fill,
  kept,
  closeProfile,
  openPage,
  press,
  recordsOf,
  savedFile,
  sees,
  textOf,
  useBrowser,
  visit,
} from './browser';
import { goTo } from './pages';
import { readFileSync } from 'node:fs';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

async function demo(path: string, pauses = false) {
  const { page, problems } = await openPage(browser(), { pauses });
  await visit(page, `${baseUrl}${path}${path.includes('?') ? '&' : '?'}studio=demo`);
  return { page, problems };
}

test('a lesson held with a note, another moved, a third cancelled; undo takes one back', async () => {
  const { page, problems } = await demo('/');
  await fill(page, 'Note', 'Breathes after the F now.');
  await kept(page, () => page.keyboard.press('Enter'));
  await kept(page, () => press(page, 'Held'));
  await press(page, 'Jonah Thwaite');
  await press(page, 'Move');
  await fill(page, 'To the day', '2027-01-22');
  await fill(page, 'Start', '17:30');
  await kept(page, () => press(page, 'Move the lesson'));
  await press(page, 'Mirren Oake');
  await kept(page, () => press(page, 'Student cancelled'));
  await press(page, 'Day after');
  await press(page, 'Day after');
  await sees(page, /Friday 22 January 2027.*17:30.*Jonah Thwaite.*moved from Wed 20 Jan/);
  await press(page, 'Today');
  await sees(page, 'moved to Fri 22 Jan');
  const records = await recordsOf(page, 'demo');
  expect(records['lesson/2027-01-20/orla']).toMatchObject({
    state: 'held',
    note: 'Breathes after the F now.',
  });
  expect(records['lesson/2027-01-20/mirren']).toMatchObject({
    state: 'cancelled',
    cancelledBy: 'student',
  });
  await kept(page, () => press(page, 'Undo'));
  expect((await recordsOf(page, 'demo'))['lesson/2027-01-20/mirren']).toBeUndefined();
  expect(problems).toEqual([]);
  await closeProfile(page);
});

test('a timetable for a term: a clash is told, and after its last day the lessons are as before', async () => {
  const { page, problems } = await demo('/students');
  await press(page, 'Timetable');
  await fill(page, 'From', '2027-01-25');
  await fill(page, 'Until', '2027-03-31');
  await fill(page, 'Day, Tam Ledger', 'Wednesday');
  await fill(page, 'Start, Tam Ledger', '16:20');
  await sees(page, 'At the same time: Thwaite and Ledger on Wed 27 Jan at 16:20.', 'dialog');
  await fill(page, 'Start, Jonah Thwaite', '15:50');
  await fill(page, 'Start, Tam Ledger', '14:00');
  await sees(page, 'Penhallow and Thwaite on Wed 27 Jan at 15:50', 'dialog');
  await fill(page, 'Start, Jonah Thwaite', '16:10');
  await kept(page, () => press(page, 'Save the lessons of one student'));
  await goTo(page, '/?day=2027-01-27');
  await sees(page, /14:00.{0,20}Tam Ledger/);
  await goTo(page, '/?day=2027-04-05');
  await sees(page, /15:30.{0,20}Tam Ledger/);
  await goTo(page, '/?day=2027-01-18');
  await sees(page, /15:30.{0,20}Tam Ledger/);
  expect(problems).toEqual([]);
  await closeProfile(page);
});

test('levels pasted for students who are there, one row each, are added to them', async () => {
  const { page } = await demo('/students');
  await press(page, 'Paste a table');
  await fill(
    page,
    'Table',
    'Name,Level,Passed on\nNell Fairweather,tarrin board flute level 1,12 June 2026\nNobody Here,level 1,',
  );
  await sees(page, 'Nell Fairweather is in the studio already', 'dialog');
  await fill(
    page,
    'A row with the name and instrument of a student already in the studio',
    'is added to the student: levels, lessons, notes',
  );
  await kept(page, () => press(page, 'Import 1 student'));
  await sees(page, /1 already here were updated.*no instrument, and no Nobody Here in the studio/, 'dialog');
  const nell = Object.values(await recordsOf(page, 'demo')).find(
    (each) => (each as { name?: string }).name === 'Nell Fairweather',
  );
  const { levelsHeld } = nell as { levelsHeld: { levelName: string; day: string }[] };
  expect(levelsHeld.find(({ levelName }) => levelName === 'Level 1')?.day).toBe('2026-06-12');
  await closeProfile(page);
});

test('students pasted from a table, bad rows named; two share a lesson; one is fortnightly', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/students?studio=own`);
  await press(page, 'Paste a table');
  await fill(
    page,
    'Table',
    'Name\tInstrument\tBorn\tDay\tStart\tMinutes\tPractice\nWren Tallow\tflute\t5/4/2013\tMon\t16:00\t30\t20\nPip Marrow\tflute\t2014-02-01\tMon\t16:00\t30\t15\nNo Day\tharp\tlast spring\tMon\t16:00\t30\t15',
  );
  await sees(page, '"last spring" is no birth date: write 2012-09-30 or 30 September 2012', 'dialog');
  await sees(page, '"5/4/2013": is the day or the month first?', 'dialog');
  await fill(page, 'Days such as 3/4/2014', 'the day first: 3 April');
  await kept(page, () => press(page, 'Import 2 students'));
  await sees(page, /One row stayed out:.*No Day, harp, last spring/, 'dialog');
  await press(page, 'Done');
  await sees(page, '2 in the studio');
  await press(page, 'Change Wren Tallow');
  await fill(page, 'Shared with', 'Pip Marrow');
  await fill(page, 'How often', 'every other week');
  await fill(page, 'One lesson is on', '2027-01-04');
  await kept(page, () => press(page, 'Save'));
  await sees(page, 'Mon 16:00, 30 minutes, every other week');
  const students = Object.values(await recordsOf(page, 'own')) as {
    name?: string;
    id: string;
    sharesWith?: string | null;
  }[];
  const [wren, pip] = ['Wren Tallow', 'Pip Marrow'].map((name) =>
    students.find((each) => each.name === name),
  );
  expect([wren?.sharesWith, pip?.sharesWith]).toEqual([pip?.id, wren?.id]);
  await visit(page, baseUrl);
  await sees(page, 'Not backed up.');
  expect(problems).toEqual([]);
  await closeProfile(page);
});

test('a requirement file goes out and comes back; a broken one is refused with its place; the shipped ones are at hand', async () => {
  const { page, problems } = await demo('/library');
  const folder = await downloads(page);
  await press(page, 'Fairlead Youth Windsaudition, flute, oboe, season 2027');
  await press(page, 'Save as a requirement file');
  const file = await savedFile(folder, '.json');
  const text = readFileSync(file, 'utf8');

  await visit(page, `${baseUrl}/library?studio=own`);
  const hand = async (content: string) => {
    await press(page, 'Import a file');
    await page.evaluate((source) => {
      const input = document.querySelector<HTMLInputElement>('dialog input[type="file"]')!;
      const transfer = new DataTransfer();
      transfer.items.add(new File([source], 'a.json'));
      input.files = transfer.files;
      input.dispatchEvent(new Event('change', { bubbles: true }));
    }, content);
  };
  await hand(text.replace('"schemeId": "panel"', '"schemeId": "gone"'));
  await sees(page, '/set/levels/0/schemeId: no scheme "gone"', 'dialog');
  await sees(page, 'Nothing was changed.', 'dialog');
  await page.keyboard.press('Escape');
  await hand(text);
  await sees(page, '1 level, 1 session, 2 pieces', 'dialog');
  await kept(page, () => press(page, 'Import it into the library'));
  await sees(page, 'Fairlead Youth Winds');
  await press(page, 'Import a file');
  await press(page, 'Tarrin Board, flute 2026–2029');
  await kept(page, () => press(page, 'Import it into the library'));
  await sees(page, '2 requirements, 164 pieces');
  await kept(page, () => press(page, 'Undo'));
  await sees(page, '1 requirement, 2 pieces');
  expect(problems).toEqual([]);
  await closeProfile(page);
});

test('a snapshot of the day puts things back; the plan is handed over as a calendar', async () => {
  const { page } = await demo('/mark?goal=orla-5&component=d', true);
  const folder = await downloads(page);
  await kept(page, () => page.keyboard.press('Digit0'));
  await goTo(page, '/programme?goal=orla-5');
  // The exam is entered: the change asks first, and waits for the office.
  await press(page, 'Remove');
  await kept(page, () => press(page, 'Change it'));
  await sees(page, 'S still open.');
  await sees(page, /changed after entry, Song: nothing instead of .*; the office must be told/);
  await goTo(page, '/settings');
  await kept(page, () => press(page, 'Restore'));
  await goTo(page, '/programme?goal=orla-5');
  await sees(page, 'S, D and Y chosen.');
  await goTo(page, '/plan?goal=orla-5');
  await press(page, 'Save as calendar');
  const calendar = readFileSync(
    await savedFile(folder, 'Orla Penhallow Level 5 plan spring visit.ics'),
    'utf8',
  );
  expect(calendar.match(/BEGIN:VEVENT/g)?.length).toBeGreaterThan(15);
  expect(calendar).toContain('DTSTART;VALUE=DATE:20270331');
  expect(await textOf(page, 'h1')).toBe('Orla Penhallow');
  await closeProfile(page);
});
