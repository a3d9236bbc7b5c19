import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { expect, inject, test } from 'vitest';
import {
  fill,
  kept,
  nameOfFocus,
  openPage,
  press,
  recordsOf,
  sees,
  tabTo,
  useBrowser,
  visit,
} from './browser';
import { openBrowser } from './launch';
import { goTo } from './pages';
import { PART, partsShown, turnTo } from './requirement-page';
import { watch } from './watched';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

const LEVELS = Array.from({ length: 9 }, (_, at) => `Grade ${at + 1}`);
const HEAD = 'Level\tList\tNo\tTitle\tComposer\tTime\tKey\tMetre\tBars\tTempo';
/** Twenty pieces of a list of a level, a row each. */
const rowsOf = (level: string, list: string) =>
  Array.from(
    { length: 20 },
    (_, at) =>
      `${level}\t${list}\t${at + 1}\t${list} Tune ${at + 1} of ${level}\t${at % 2 === 0 ? 'A. Hewn' : 'P. Ostrey'}\t2:${at + 10}\tG major\t3/4\t${24 + at}\tq = ${72 + at}`,
  );

/** The largest dialog that was seen: its area as a part of the page. */
async function watchDialogs(page: Page): Promise<() => Promise<number>> {
  await page.evaluateOnNewDocument(() => {
    const look = () => {
      const { width, height } = document.querySelector('dialog[open]')?.getBoundingClientRect() ?? {
        width: 0,
        height: 0,
      };
      const most = Number(sessionStorage.getItem('largest-dialog') ?? 0);
      sessionStorage.setItem(
        'largest-dialog',
        String(Math.max(most, (width * height) / (innerWidth * innerHeight))),
      );
      requestAnimationFrame(look);
    };
    addEventListener('DOMContentLoaded', look);
  });
  return () => page.evaluate(() => Number(sessionStorage.getItem('largest-dialog') ?? 0));
}

interface SavedSet {
  readonly name: string;
  readonly levels: readonly {
    readonly name: string;
    readonly rank: number;
    readonly components: readonly {
      readonly letter: string;
      readonly source: { readonly pieceIds: readonly string[]; readonly numbers: Record<string, string> };
    }[];
  }[];
}

const pressSave = (page: Page) => kept(page, () => press(page, 'Save the requirement'));

test('a syllabus of nine levels, three lists each, twenty pieces a list, from pasted tables; the browser is killed on the way', async () => {
  const profile = mkdtempSync(join(tmpdir(), 'formal-stave-profile-'));
  const first = await openBrowser(profile);
  let [page] = await first.pages();
  if (!page) throw new Error('a browser has a page');
  const problems = watch(page);
  await visit(page, `${baseUrl}/?studio=own`);
  await goTo(page, '/requirement');
  await fill(page, 'Name', 'Fenland Board');
  await fill(page, 'Instrument or voice', 'clarinet');
  // Two lists of every level in one table; the levels are not there yet.
  await turnTo(page, 'Paste lists');
  await fill(
    page,
    'Table',
    [HEAD, ...LEVELS.flatMap((level) => [...rowsOf(level, 'A'), ...rowsOf(level, 'B')])].join('\n'),
  );
  await sees(page, 'Not in this requirement yet: Grade 1 A, B; Grade 2 A, B;', PART);
  await press(page, 'Import 360 pieces');
  expect(await partsShown(page)).toEqual([
    'Name and edition',
    ...LEVELS,
    'Paste lists',
    'Marks and awards',
    'Sessions',
  ]);
  await turnTo(page, 'Marks and awards');
  await fill(page, 'Total', '12');
  await turnTo(page, 'Sessions');
  await fill(page, 'Session', 'summer');
  await fill(page, 'Day', '2027-06-05');
  await fill(page, 'Venue', 'Long Hall');
  // Nobody is quicker than this.
  await new Promise((later) => setTimeout(later, 250));
  first.process()?.kill('SIGKILL');
  await new Promise((done) => first.process()?.once('exit', done));

  const second = await openBrowser(profile);
  [page] = await second.pages();
  if (!page) throw new Error('a browser has a page');
  problems.push(...watch(page));
  const largest = await watchDialogs(page);
  await visit(page, `${baseUrl}/requirement`);
  await sees(page, 'This was typed before and not saved.');
  await turnTo(page, 'Sessions');
  expect(await page.$$eval('#part input', (all) => all.map(({ value }) => value).filter(Boolean))).toEqual([
    'summer',
    '2027-06-05',
    'Long Hall',
  ]);
  // The third list of each level, pasted into the list itself.
  for (const level of LEVELS) {
    await turnTo(page, level);
    await press(page, 'Add a component');
    await press(page, 'Paste a list', 2);
    await fill(page, 'Table', [HEAD, ...rowsOf(level, 'C')].join('\n'));
    await press(page, 'Import 20 pieces');
    await sees(page, `C Tune 20 of ${level}`, PART);
  }
  await sees(page, 'This level can be satisfied: more than 5,000 programmes', PART);
  await pressSave(page);
  await sees(page, 'Fenland Board, clarinet', 'h2');
  const records = await recordsOf(page, 'own');
  const set = Object.entries(records).find(([key]) => key.startsWith('set/'))?.[1] as SavedSet;
  expect(set.levels.map(({ name, rank }) => [name, rank])).toEqual(LEVELS.map((name, at) => [name, at + 1]));
  for (const { name, components } of set.levels)
    for (const [at, { letter, source }] of components.entries()) {
      expect(letter).toBe('ABC'[at]);
      const titles = source.pieceIds.map((id) => (records[`piece/${id}`] as { title: string }).title);
      expect(titles).toEqual(
        Array.from({ length: 20 }, (_, place) => `${letter} Tune ${place + 1} of ${name}`),
      );
      expect(Object.values(source.numbers)).toEqual(titles.map((_, place) => String(place + 1)));
    }
  expect(Object.keys(records).filter((key) => key.startsWith('piece/'))).toHaveLength(540);
  expect(await largest()).toBe(0);
  expect(problems).toEqual([]);
  await second.close();
});

test('a requirement by keyboard alone: named, a list typed row by row, what is missing gone to, saved with Ctrl S', async () => {
  const { page, problems } = await openPage(browser());
  const { keyboard } = page;
  await visit(page, `${baseUrl}/?studio=demo`);
  await keyboard.press('7');
  await page.waitForSelector('[aria-label="Requirements"]');
  await tabTo(page, /^New requirement$/);
  await keyboard.press('Enter');
  await sees(page, 'New requirement', 'h1');
  await tabTo(page, /^Name$/);
  await keyboard.type('Quay Festival');
  await keyboard.press('Tab');
  await keyboard.type('festival');
  await page.focus('[role="tab"][aria-selected="true"]');
  await keyboard.press('ArrowDown');
  await tabTo(page, /^Piece of the next piece$/);
  await keyboard.type('Lantern Walk');
  await keyboard.press('Tab');
  await keyboard.type('A. Hewn');
  await keyboard.press('Tab');
  await keyboard.type('two minutes');
  await keyboard.press('Enter');
  await sees(page, '"two minutes" is not a time', PART);
  await expect.poll(() => nameOfFocus(page)).toBe('Piece of the next piece');
  await tabTo(page, /^Time of the next piece$/);
  await keyboard.type('2:05');
  await keyboard.press('Enter');
  await sees(page, 'Lantern WalkA. Hewn2:05', PART);
  await keyboard.type('Sluice Song');
  await keyboard.press('Tab');
  await keyboard.type('P. Ostrey');
  await keyboard.press('Enter');
  await sees(page, 'Sluice SongP. Ostrey', PART);
  // A number takes its piece along.
  await tabTo(page, /^Remove Sluice Song/);
  await page.focus('[aria-label="2, Sluice Song"]');
  await keyboard.down('Alt');
  await keyboard.press('ArrowUp');
  await keyboard.up('Alt');
  await sees(page, /Sluice Song.*Lantern Walk/, PART);
  await keyboard.down('Control');
  await keyboard.press('s');
  await keyboard.up('Control');
  // The instrument is missing: its part is turned to, and the field has the focus.
  await sees(page, 'fields need fixing');
  await expect.poll(() => nameOfFocus(page)).toBe('Instrument or voice');
  await keyboard.type('flute');
  await tabTo(page, /^Add a level$/);
  await page.focus('[role="tab"][aria-selected="true"]');
  await keyboard.press('End');
  await tabTo(page, /^Session$/);
  await keyboard.type('autumn');
  await tabTo(page, /^Day$/);
  await keyboard.type('06112027');
  await page.focus('[role="tab"][aria-selected="true"]');
  await keyboard.press('ArrowUp');
  await tabTo(page, /^Total$/);
  await keyboard.type('12');
  await kept(page, async () => {
    await keyboard.down('Control');
    await keyboard.press('s');
    await keyboard.up('Control');
  });
  await sees(page, 'Quay Festival, flute', 'h2');
  await sees(page, '2 pieces, choose 1');
  expect(problems).toEqual([]);
});
