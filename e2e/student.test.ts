import { expect, inject, test } from 'vitest';
import {
  arrived,
  fill,
  kept,
  closeProfile,
  nameOfFocus,
  openPage,
  press,
  recordsOf,
  sees,
  tabTo,
  textOf,
  useBrowser,
  visit,
} from './browser';
import { goTo } from './pages';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

test('with the keyboard alone: from a lesson to its student, found by words, a note, a gate, a mark, and back', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/?studio=demo`);
  // The lesson that is on is Orla's: one key opens her page.
  await page.keyboard.press('s');
  await arrived(page, '/student');
  expect(await textOf(page, 'main h1')).toBe('Orla Penhallow');
  await sees(page, 'last result: Tarrin Board flute Level 4, strong, 25 March 2026');
  await sees(page, /12 ?16 Dec.*18 ?13 Jan/, '[data-testid="marks-S"]');
  await sees(page, '16', '[data-testid="marks-E"]');

  await page.keyboard.press('n');
  await page.waitForSelector('[data-note]:focus');
  await page.keyboard.type('Turn alone, then from 26.');
  await kept(page, () => page.keyboard.press('Enter'));
  await page.keyboard.press('Escape');
  const { note } = (await recordsOf(page, 'demo'))['lesson/2027-01-20/orla'] as { note: string };
  expect(note).toBe('Turn alone, then from 26.');

  // Found by parts of words, in any order.
  await page.keyboard.press('Tab');
  await page.keyboard.press('/');
  await sees(page, 'Find', 'dialog');
  await page.keyboard.type('thw jon');
  await sees(page, 'Jonah Thwaite', 'dialog [aria-selected="true"]');
  await page.keyboard.press('Enter');
  await page.waitForFunction(() => document.querySelector('main h1')?.textContent === 'Jonah Thwaite');
  await page.keyboard.down('Control');
  await page.keyboard.press('k');
  await page.keyboard.up('Control');
  await page.keyboard.type('water air');
  await sees(page, 'Low Water Air', 'dialog [aria-selected="true"]');
  await page.keyboard.type(' nothing of that name');
  await sees(page, 'Nothing has all of these words.', 'dialog');
  await page.keyboard.press('Escape');
  await page.keyboard.press('/');
  await page.keyboard.type('readin');
  await page.keyboard.press('Enter');
  await arrived(page, '/readiness');

  // Names lead back, and the list turns to anyone.
  await tabTo(page, /^Jonah Thwaite$/);
  await page.keyboard.press('Enter');
  await arrived(page, '/student');
  await page.keyboard.press('l');
  await arrived(page, '/students');
  await tabTo(page, /^Anouk Vell$/);
  await page.keyboard.press('ArrowDown');
  expect(await nameOfFocus(page)).toBe('Change Anouk Vell');
  await page.keyboard.press('Escape');
  expect(problems).toEqual([]);
  await closeProfile(page);
});

test('a gate is passed on the student’s page; marks over time are drawn when asked for, with a table behind', async () => {
  const { page, problems } = await openPage(browser());
  const drawn: string[] = [];
  page.on('request', (request) => {
    if (request.url().includes('chart-draw')) drawn.push(request.url());
  });
  await visit(page, `${baseUrl}/student?studio=demo&student=orla`);
  await sees(page, 'This lesson');
  expect(drawn).toEqual([]);
  await press(page, 'D: marks over time');
  await page.waitForSelector('figure svg path');
  await page.waitForSelector('figure li button');
  expect(drawn.length).toBe(1);
  // Points take the focus, and the arrows move among them.
  await page.focus('figure li button');
  await sees(page, '16 of 24, student, 2 December 2026', 'figcaption');
  await page.keyboard.press('ArrowRight');
  await sees(page, '16 of 24, student, 16 December 2026', 'figcaption');
  await press(page, 'As a table');
  await sees(
    page,
    /Day ?Marked by ?Mark of 24 ?2 December 2026 ?student ?16 ?4 December 2026 ?teacher ?11 ?.*8 January 2027 ?student ?15 ?13 January 2027 ?teacher ?13/,
    'figure',
  );
  // Colours are those of the page: dark and paper draw nothing anew.
  const lineColour = () =>
    page.$eval('figure svg path[stroke="var(--hair)"]', (each) => getComputedStyle(each).stroke);
  const light = await lineColour();
  await page.evaluate(() => (document.documentElement.dataset['theme'] = 'dark'));
  expect(await lineColour()).not.toBe(light);
  await page.evaluate(() => (document.documentElement.dataset['theme'] = 'light'));
  await page.emulateMediaType('print');
  expect(await lineColour()).not.toBe(light);
  await page.emulateMediaType('screen');
  expect(await page.$eval('figure', (each) => each.getAnimations({ subtree: true }).length)).toBe(0);

  await goTo(page, '/student?student=jonah');
  await sees(page, 'Jonah Thwaite');
  await kept(page, () => press(page, 'T: notes gate passed'));
  await sees(page, /steadiness gate/, '[data-testid="marks-T"]');
  expect(problems).toEqual([]);
  await closeProfile(page);
});

test('the list of students: by words, instrument, weekday and state', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/students?studio=demo`);
  const names = () => page.$$eval('main li > a', (all) => all.map((each) => each.textContent));
  const shown = async (...wanted: string[]) => {
    await expect.poll(names).toEqual(wanted);
  };
  await fill(page, 'Find', 'guitar');
  await shown('Callum Wray', 'Davit Sorrel', 'Guitar Ensemble', 'Ivo Brannock', 'Tam Ledger');
  await fill(page, 'Find', 'oboe mars');
  await fill(page, 'Show', 'not entered');
  await shown('Teodor Marsk');
  await fill(page, 'Find', '');
  await fill(page, 'Show', 'everyone');
  await fill(page, 'Lesson on', 'Friday');
  await shown('Elspeth Rowe', 'Nell Fairweather');
  await fill(page, 'Plays', 'harp');
  await sees(page, 'No student matches.');
  expect(problems).toEqual([]);
  await closeProfile(page);
});

test('practice is noted by day; a week nobody spoke of is not reported, and none at all is something else', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/student?studio=demo&student=orla`);
  const section = 'section[aria-label="Practice"]';
  await sees(page, '4 of 6 weeks reported', section);
  await fill(page, 'Practised on', '2027-01-19');
  await kept(page, () => press(page, 'No practice that day'));
  await sees(page, '5 of 6 weeks reported', section);
  await sees(page, '19 Jan, no practice', section);
  expect(await textOf(page, section)).toMatch(/\b0 min/);
  await kept(page, () => press(page, 'Undo'));
  await sees(page, '4 of 6 weeks reported', section);
  await fill(page, 'Practised on', '2027-01-19');
  await fill(page, 'Minutes', '20');
  await press(page, 'More');
  await fill(page, 'Bars', '9-12');
  await fill(page, 'Clean times', 'three');
  await sees(page, 'Bars are written as 9 or 9–12', section);
  await fill(page, 'Clean times', '3');
  await kept(page, () => press(page, 'Note practice'));
  await sees(page, '5 of 6 weeks reported', section);
  await sees(page, '19 Jan, S Ropewalk Gigue, 20 min', section);
  await page.reload({ waitUntil: 'load' });
  await sees(page, /Practised on 1\d days/, section);
  await kept(page, () => press(page, 'Remove the practice of 19 January 2027, S Ropewalk Gigue'));
  await sees(page, '4 of 6 weeks reported', section);
  expect(problems).toEqual([]);
  await page.close();
});
