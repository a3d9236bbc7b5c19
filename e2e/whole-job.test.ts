import { readFileSync } from 'node:fs';
import type { ElementHandle, Page } from 'puppeteer-core';
import { expect, inject, test } from 'vitest';
import { PART, turnTo } from './requirement-page';
import { openStudioFile } from '../src/core/files';
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
  textOf,
  visit,
  useBrowser,
} from './browser';
import { goTo } from './pages';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

const TITLES = [
  'Kelp Air',
  'Ferry Row',
  'Tern Song',
  'Fog Waltz',
  'Weir March',
  'Quay Bells',
  'Buoy Reel',
  'Cutter Jig',
  'Pilot Air',
  'Anchor Romance',
  'Shingle Dance',
  'Gull Lament',
  'Slack Minuet',
  'Lamp Evensong',
  'Sail Rondel',
  'Rope Study',
  'Oar Caprice',
  'Net Toccata',
  'Crab Machine',
  'Wave Sketch',
  'Moss Nocturne',
  'Salt Allegro',
];
/** 22 good rows and one bad: the first by one composer, the others by two in turn; every third in 6/8. */
const TABLE = [
  'Title\tComposer\tTime\tKey\tMetre\tBars\tTempo\tAccompaniment',
  ...TITLES.map(
    (title, at) =>
      `${title}\t${at === 0 ? 'R. Quoin' : at % 2 === 0 ? 'A. Hewn' : 'P. Ostrey'}\t2:${String(10 + at)}\tG major\t${at % 3 === 0 ? '6/8' : '3/4'}\t${24 + at}\tq = ${72 + at}\taccompanied`,
  ),
  'Broken Row\tA. Hewn\ttwo minutes\tG major\t3/4\t24\tq = 72\taccompanied',
].join('\n');
const day = (ahead: number) => new Date(Date.now() + ahead * 86_400_000).toISOString().slice(0, 10);

async function typeRequirement(page: Page): Promise<void> {
  await goTo(page, '/library');
  await sees(page, 'No requirement yet');
  await press(page, 'New requirement');
  await press(page, 'Save the requirement');
  await sees(page, 'The requirement needs a name.', PART);
  await fill(page, 'Name', 'Harbour Recital');
  await fill(page, 'Instrument or voice', 'flute');
  await turnTo(page, 'Level 1');
  await press(page, 'Add a component');
  await press(page, 'Add a component');
  await fill(page, 'Letter', 'T', 2);
  await fill(page, 'Component', 'Scales', 2);
  await fill(page, 'What', 'prepared', 2);
  for (const kind of ['one from each', 'different composers', 'time', 'entry fact', 'entry closes']) {
    await press(page, 'Add a rule');
    const at = ['one from each', 'different composers', 'time', 'entry fact', 'entry closes'].indexOf(kind);
    await fill(page, 'Rule', kind, at);
  }
  await fill(page, 'Letters', 'A, B');
  await fill(page, 'At most', '8:00', 2);
  await fill(page, 'What', 'Pianist', 3);
  await turnTo(page, 'Marks and awards');
  await fill(page, 'Total', '40');
  await press(page, 'Add an award');
  await fill(page, 'Award', 'strong', 1);
  await fill(page, 'Total', '55', 1);
  await fill(page, 'At least in each component', '14', 1);
  await turnTo(page, 'Sessions');
  await fill(page, 'Session', 'spring recital');
  await fill(page, 'Day', day(70));
  await fill(page, 'Entry closes', day(20));
  await kept(page, () => press(page, 'Save the requirement'));
  await sees(page, 'One piece from each of A and B');
}

test('the whole job from an empty studio: requirement, list, student, programme, plan, marks, readiness, and home again', async () => {
  const { page, problems } = await openPage(browser(), { pauses: true });
  const folder = await downloads(page);
  await page.goto(`${baseUrl}/`);
  await sees(page, 'A studio to begin with');
  await press(page, 'Begin an empty studio');
  await sees(page, 'No students yet');

  await typeRequirement(page);

  // Twenty-two pieces from a table; the bad row is named and stays out.
  await press(page, 'Paste a list', 0);
  await fill(page, 'Table', TABLE);
  await sees(page, '"two minutes" is not a time: write 2:45', 'dialog');
  await kept(page, () => press(page, 'Import 22 pieces'));
  await sees(page, '22 pieces, choose 1');
  await press(page, 'Paste a list', 1);
  await fill(page, 'Table', TABLE.replaceAll('Air\t', 'Chant\t').replaceAll('Row\t', 'Verse\t'));
  await kept(page, () => press(page, 'Import 22 pieces'));

  await goTo(page, '/students');
  await press(page, 'Add a student');
  await fill(page, 'Name', 'Wren Tallow');
  await fill(page, 'Instrument or voice', 'flute');
  await fill(page, 'Birth date', '2013-04-05');
  await kept(page, () => press(page, 'Add the student'));
  await sees(page, 'Wren Tallow');

  await goTo(page, '/programme');
  await press(page, 'Set a goal');
  await kept(page, () => press(page, 'Set the goal'));
  await sees(page, 'Wren Tallow: programme');

  // One rule broken: two pieces by the same composer. Then mended.
  await kept(page, async () => {
    await pressRow(page, 'Ferry Row');
    await press(page, 'Set');
  });
  await press(page, 'B: List B');
  await kept(page, async () => {
    await pressRow(page, 'Fog Waltz');
    await press(page, 'Set');
  });
  await sees(page, 'P. Ostrey appears twice. Change one of the two.');
  await sees(page, 'None named; due with the entry');
  await kept(page, async () => {
    await pressRow(page, 'Tern Song');
    await press(page, 'Set');
  });
  await sees(page, 'P. Ostrey and A. Hewn.');
  await kept(page, async () => {
    await fill(page, 'Pianist', 'Tobiah Renn');
    await page.keyboard.press('Enter');
  });
  await sees(page, 'Tobiah Renn.');
  await kept(page, () => press(page, 'Enter Level 1'));
  await sees(page, 'Entered on');

  await goTo(page, '/plan');
  await sees(page, 'Practice card');
  const before = await textOf(page, '[aria-label="Practice card"] tbody');
  await kept(page, () => press(page, 'No practice this week'));
  await sees(page, 'Restore this week');
  await kept(page, () => press(page, 'Restore this week'));
  await sees(page, before.slice(0, 40), '[aria-label="Practice card"] tbody');

  await goTo(page, '/readiness');
  await sees(page, 'not marked yet', '[data-testid="readiness-A"]');
  await goTo(page, '/mark');
  await sees(page, 'Criteria');
  for (const [component, marks] of [
    ['A', '5443'],
    ['B', '4444'],
    ['T', '6000'],
  ] as const) {
    await press(page, component + { A: 'List A', B: 'List B', T: 'Scales' }[component]);
    for (const mark of marks) await kept(page, () => page.keyboard.press(`Digit${mark}` as 'Digit0'));
  }
  await sees(page, 'Total 38');
  await sees(page, 'Below pass; 2 short of pass');
  await press(page, 'TScales');
  for (const [criterion, mark] of [
    ['Tone', '5'],
    ['Phrasing', '4'],
    ['Pulse', '4'],
  ] as const)
    await kept(page, () => press(page, `${mark} ${criterion}`));
  await sees(page, 'Total 51');
  await goTo(page, '/readiness');
  await sees(page, 'of 72. Pass; 4 short of strong.', '[data-testid="award"]');
  await sees(page, '16 of 24, today; on track for pass', '[data-testid="readiness-A"]');

  // Export, wipe, import: everything equal.
  const records = await recordsOf(page, 'own');
  expect(Object.keys(records).length).toBeGreaterThan(25);
  await goTo(page, '/settings');
  await press(page, 'Save the studio file');
  await sees(page, 'last backed up');
  const file = await savedFile(folder, '.studio.zip');
  const inside = openStudioFile(new Uint8Array(readFileSync(file)));
  expect(JSON.stringify(inside)).toContain('"Wren Tallow"');
  await press(page, 'Wipe this studio');
  await press(page, 'Wipe everything');
  await sees(page, 'A studio to begin with');
  await press(page, 'Begin an empty studio');
  await sees(page, 'of the studio');
  expect(await recordsOf(page, 'own')).toEqual({});
  const input = (await page.waitForSelector('input[type="file"]')) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(file);
  await sees(page, `It would add ${Object.keys(records).length} and change 0 records`);
  await press(page, `Import ${Object.keys(records).length} records`);
  await sees(page, 'Imported.');
  expect(await recordsOf(page, 'own')).toEqual(records);
  await page.goto(`${baseUrl}/readiness`);
  await sees(page, 'of 72. Pass; 4 short of strong.', '[data-testid="award"]');
  expect(problems).toEqual([]);
  await page.close();
});

/** Moves the cursor to a piece of the list. */
/** Presses the row of a piece until it is the one chosen from: rows change places while the page answers. */
async function pressRow(page: Page, title: string): Promise<void> {
  const rowOf = (name: string) =>
    [...document.querySelectorAll<HTMLElement>('[data-piece] button[aria-pressed]')].find((each) =>
      each.textContent.startsWith(name),
    );
  for (let tries = 0; tries < 5; tries += 1) {
    const row = await page.waitForFunction(rowOf, { polling: 20 }, title);
    await (row.asElement() as ElementHandle).click().catch(() => undefined);
    const chosen = await page
      .waitForFunction(
        (name) =>
          [...document.querySelectorAll('[data-piece] button[aria-pressed="true"]')].some((each) =>
            each.textContent.startsWith(name),
          ),
        { timeout: 2_000, polling: 20 },
        title,
      )
      .catch(() => null);
    if (chosen) return;
  }
  throw new Error(`the row of ${title} was pressed, yet is not chosen from`);
}

test('the main steps on the demo: the register decides, the plan answers, a mark counts, undo takes back', async () => {
  const { page, problems } = await openPage(browser(), { pauses: true });
  await visit(page, `${baseUrl}/?studio=demo`);
  await sees(page, 'Orla Penhallow');
  await sees(page, 'Entry closes in 6 days. Level 4, spring visit, is not entered; Dance not chosen.');
  await kept(page, () => press(page, 'Held'));
  await sees(page, /Tarrin Board entry closes/);

  await goTo(page, '/programme?goal=elspeth-6');
  await sees(page, 'Valid 1 January 2022 to 28 February 2027; the session is on 31 March 2027.');

  await goTo(page, '/plan?goal=orla-5');
  const minutes = await textOf(page, '[aria-label="Practice card"] tbody');
  await press(page, 'D, notes gate, 3 February 2027, set by hand, to come');
  await kept(page, () => fill(page, 'Set to the week of', '2027-01-27'));
  await page.waitForFunction(
    (old) =>
      (document.querySelector('[aria-label="Practice card"] tbody')?.textContent ?? '')
        .replace(/\s+/g, ' ')
        .trim() !== old,
    {},
    minutes,
  );
  await kept(page, () => press(page, 'Undo'));
  await sees(page, minutes, '[aria-label="Practice card"] tbody');

  await goTo(page, '/plan?goal=teodor-chair');
  await sees(page, /20 Jan to 9 Feb holds 533 minutes of work in 375: 53 minutes a week too many\./);

  await goTo(page, '/mark?goal=orla-5&component=d');
  expect(await textOf(page, '[data-testid="total"]')).toBe('Total 79');
  await kept(page, () => press(page, '5 One or two slips, put right at once. Notes and rhythm'));
  for (const figure of ['Digit5', 'Digit4', 'Digit5'] as const)
    await kept(page, () => page.keyboard.press(figure));
  await sees(page, 'Total 85');
  await page.keyboard.down('Shift');
  await kept(page, () => page.keyboard.press('Digit6'));
  await page.keyboard.up('Shift');
  expect(await textOf(page, '[data-testid="own-total"]')).toBe('6');
  expect(await textOf(page, '[data-testid="component-total"]')).toBe('19');
  // The cheapest marks to the next award, fewest first, with the next band beside each; the same on Readiness.
  const cheapest = () =>
    page.$$eval('[data-testid="next-steps"] li', (all) => all.map((each) => each.textContent));
  const steps = await cheapest();
  const marksOf = steps.map((each) => Number(/: (\d+) more/.exec(each)?.[1]));
  expect(marksOf).toEqual([...marksOf].sort((a, b) => a - b));
  expect(steps.every((each) => /next band|no band above/.test(each))).toBe(true);
  expect(steps.length).toBeGreaterThan(0);
  await press(page, 'Undo');
  await sees(page, '–', '[data-testid="own-total"]');
  await pick(page, 'Student and goal', 'Hester Tarrin');
  await sees(page, 'Hester Quill');
  expect(problems).toEqual([]);
  await page.close();
});

test('leaving the demo never touches your own studio', async () => {
  const { page } = await openPage(browser(), { pauses: true });
  await visit(page, `${baseUrl}/?studio=own`);
  await sees(page, 'No students yet');
  await page.goto(`${baseUrl}/settings`);
  await press(page, 'Look round the demo');
  await sees(page, 'of the demo studio');
  await press(page, 'Reset the demo');
  await press(page, 'Reset it');
  await expect
    .poll(async () => Object.keys(await recordsOf(page, 'demo')).length, { timeout: 15_000 })
    .toBeGreaterThan(200);
  await sees(page, 'of the demo studio');
  await press(page, 'Go to your studio');
  await sees(page, 'No students yet');
  await visit(page, `${baseUrl}/settings`);
  await sees(page, 'of the studio');
  expect(Object.keys(await recordsOf(page, 'own'))).toEqual([]);
  expect(Object.keys(await recordsOf(page, 'demo')).length).toBeGreaterThan(200);
  await page.close();
});
