import { readFileSync } from 'node:fs';
import { zipSync } from 'fflate';
import type { Page } from 'puppeteer-core';
import { expect, inject, test } from 'vitest';
import { fill, kept, openPage, press, sees, tabTo, textOf, useBrowser, visit } from './browser';
import { goTo } from './pages';

const baseUrl = inject('baseUrl');
const browser = useBrowser();
const scoreBytes = (name: string) =>
  readFileSync(new URL(`../src/demo/scores/${name}.musicxml`, import.meta.url));

/** Drops files on the place beside the button that opens them, as a hand drops them from a folder. */
async function drop(page: Page, files: readonly (readonly [string, Uint8Array])[]): Promise<void> {
  const texts = files.map(([name, bytes]) => [name, Buffer.from(bytes).toString('base64')] as const);
  await page.evaluate((all) => {
    const carried = new DataTransfer();
    for (const [name, text] of all)
      carried.items.add(new File([Uint8Array.from(atob(text), (unit) => unit.charCodeAt(0))], name));
    const place = document.querySelector('input[aria-label="Score files"]')?.parentElement;
    for (const kind of ['dragover', 'drop'])
      place?.dispatchEvent(new DragEvent(kind, { dataTransfer: carried, bubbles: true, cancelable: true }));
  }, texts);
}

/** Presses a bar of the engraved page with the mouse. */
async function pressBar(page: Page, name: string): Promise<void> {
  const bar = await page.waitForSelector(`rect[aria-label^="${name},"]`, { timeout: 60_000 });
  await bar?.evaluate((each) => each.scrollIntoView({ block: 'center' }));
  await bar?.click();
}

test('scores opened from files, plain, compressed and broken; a bar pressed, noted, shaded by demand; the sheet for home', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/?studio=own`);
  await goTo(page, '/scores');
  await sees(page, 'No score yet');
  const gigue = scoreBytes('ropewalk-gigue');
  const files: readonly (readonly [string, Uint8Array])[] = [
    ['gigue.musicxml', gigue],
    ['steps.xml', scoreBytes('seven-steps')],
    ['air.musicxml', scoreBytes('slack-tide-air')],
    ['waltz.mxl', zipSync({ 'a.musicxml': scoreBytes('lantern-waltz') })],
    ['broken.musicxml', gigue.subarray(0, 3_000)],
  ];
  await drop(page, files);
  await sees(page, 'Ropewalk Gigue 18 bars printed · 32 performed · 15 to learn', 'dialog');
  await sees(page, 'Lantern Waltz 16 bars printed · 28 performed · 16 to learn', 'dialog');
  await sees(page, /broken.musicxmlLine \d+, column \d+/, 'dialog');
  await kept(page, () => press(page, 'Import 4 scores'));
  await fill(page, 'Score', 'Ropewalk Gigue');
  await sees(page, '18 bars printed · 32 performed · 15 to learn · 0:44');
  await pressBar(page, 'bar 12');
  await sees(page, 'Bar 12', 'aside');
  await sees(page, 'played 2 times', 'aside');
  await fill(page, 'Note at bar 12', 'breathe before the high C');
  await kept(page, () => press(page, 'Keep the note'));
  await sees(page, 'breathe before the high C', 'aside');
  await fill(page, 'Own name of bar 12', 'the high tune');
  await kept(page, () => press(page, 'Keep the name'));
  await sees(page, 'at the high tune', 'aside');
  // What an event asks for: bars that are not there are said and nothing is lost; then some that are.
  await fill(page, 'Bars', '15-40');
  await press(page, 'Apply');
  await sees(page, 'There are no such bars: the piece has bars 1 to 18.');
  await fill(page, 'Bars', '10-18');
  await press(page, 'Apply');
  await sees(page, 'Asked for: 16 of 32 bars performed, 9 of 15 to learn');
  await press(page, 'As printed');
  await page.waitForFunction(() => !document.body.textContent.includes('Asked for: '));
  await sees(page, '18 bars printed · 32 performed · 15 to learn · 0:44');
  await press(page, 'notes');
  await page.waitForSelector('rect[aria-label^="bar 12,"][aria-label$="shaded"]');
  await press(page, 'demand');
  await fill(page, 'Demand', 'staccato');
  const shaded = () =>
    page.$$eval('rect[aria-label$="shaded"]', (all) =>
      all.map((each) => each.getAttribute('aria-label')?.split(',')[0]),
    );
  await page.waitForSelector('rect[aria-label^="bar 15,"][aria-label$="shaded"]');
  expect(await shaded()).toEqual(['bar 2', 'bar 6', 'bar 15']);
  // From bar to bar with the arrows.
  await page.$eval('rect[aria-pressed="true"]', (each) => (each as unknown as SVGElement).focus());
  await page.keyboard.press('ArrowRight');
  await sees(page, 'Bar 13', 'aside');
  // A width that comes back before the page is engraved for the other: it is drawn again, and every bar has its name,
  // from the moment it can be pressed.
  const nameless = await page.evaluateHandle(() => {
    const found: string[] = [];
    new MutationObserver(() => {
      for (const each of document.querySelectorAll('rect[role=button]:not([aria-label])'))
        found.push(each.getAttribute('data-measure') ?? '');
    }).observe(document.body, { subtree: true, childList: true });
    return found;
  });
  await page.evaluate(async () => {
    for (const rect of document.querySelectorAll('rect[data-measure]')) rect.setAttribute('data-before', '');
    const box = document.querySelector('rect[data-measure]')?.closest('div')?.parentElement;
    const frames = () => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
    for (const width of ['400px', '']) {
      if (box) box.style.width = width;
      await frames();
    }
  });
  await page.waitForFunction(
    () =>
      document.querySelector('rect[data-measure]') !== null &&
      document.querySelector('rect[data-before]') === null,
    { polling: 20 },
  );
  await expect
    .poll(() => page.$$eval('rect[data-measure]', (all) => all.filter((each) => !each.ariaLabel).length))
    .toBe(0);
  expect(await nameless.jsonValue()).toEqual([]);
  await press(page, 'Page questions');
  await sees(page, 'How many bars are played, with the repeats?');
  await sees(page, 'Answer key: Ropewalk Gigue');
  await sees(page, 'Which bars are the same as bar 1? Bars 5, 14.');
  expect(problems).toEqual([]);
  await page.close();
});

test('a score of two parts: the whole page obeys the part chosen', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/?studio=own`);
  await goTo(page, '/scores');
  await drop(page, [['march.musicxml', scoreBytes('foghorn-march')]]);
  await kept(page, () => press(page, 'Import the score'));
  await page.waitForSelector('rect[aria-label^="bar 1,"]', { timeout: 60_000 });
  const size = () => page.$eval('main p b', (each) => each.textContent);
  const bars = () => page.$$eval('rect[aria-label^="bar "]', (all) => all.map((each) => each.ariaLabel));
  const asks = () => page.$eval('aside', (each) => each.textContent);
  const trumpet = [await size(), await bars(), await asks()];
  await fill(page, 'Part', 'Snare Drum');
  await page.waitForFunction(
    (before) => document.querySelector('main p b')?.textContent !== before,
    {},
    trumpet[0],
  );
  await sees(page, 'tremolo', 'aside');
  const drum = [await size(), await bars(), await asks()];
  for (const [at, each] of trumpet.entries()) expect(drum[at]).not.toEqual(each);
  await fill(page, 'Part', 'Trumpet in B flat');
  await page.waitForFunction(
    (before) => document.querySelector('main p b')?.textContent === before,
    {},
    trumpet[0],
  );
  expect([await size(), await bars(), await asks()]).toEqual(trumpet);
  expect(problems).toEqual([]);
  await page.close();
});

test('a programme found with one piece locked; why another is not in; one left out; the second-best set from side by side', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/programme?goal=jonah-4&studio=demo`);
  const programme = 'section[aria-label="Programme"]';
  const found = () =>
    page.$$eval('section[aria-label="Best programmes"] ol > li', (all) =>
      all.map((each) => each.querySelector('p')?.textContent ?? ''),
    );
  await sees(page, 'Use programme 2');
  for (const titles of await found()) expect(titles).toMatch(/Tally Bells.*Gull Stairs/);
  // The study may change, the piece of Song stays.
  await kept(page, () =>
    page.$$(`${programme} input[type="checkbox"]`).then(async ([, second]) => second?.click()),
  );
  await sees(page, /Use programme 2/);
  await page.waitForFunction(
    () =>
      ![...document.querySelectorAll('section[aria-label="Best programmes"] ol > li > p:first-child')].every(
        (each) => each.textContent.includes('Gull Stairs') || !each.textContent.includes('Tally Bells'),
      ),
    { polling: 20 },
  );
  for (const titles of await found()) expect(titles).toContain('Tally Bells');
  await press(page, 'S: Song');
  await fill(page, 'Find a piece', 'fog minuet');
  await page.keyboard.press('Escape');
  await page.click('[data-piece="tarrin-fog-minuet"] button');
  await press(page, 'Why not this one?');
  await sees(page, 'No programme can have it while Tally Bells, which you chose, is kept.');
  const [best = ''] = await found();
  await press(page, 'Y: Study');
  const third = best.split(', ').at(-1) ?? '';
  await fill(page, 'Find a piece', third);
  await page.click('[data-piece] button');
  await press(page, 'Why not this one?');
  await sees(page, 'It is in the best programme.');
  await kept(page, () => press(page, 'Exclude'));
  await sees(page, `${third} is excluded.`);
  await sees(page, 'Side by side');
  const [, second = ''] = await found();
  expect(second).not.toContain(third);
  await press(page, 'Side by side');
  await sees(page, /Playing time \d:\d\d \d:\d\d|Playing time/, 'dialog');
  await kept(page, () => press(page, 'Use programme 2'));
  for (const title of second.split(', ')) await sees(page, title, programme);
  await press(page, 'Weights');
  await fill(page, 'a minute of work takes away', '0');
  await kept(page, () => press(page, 'Save'));
  await sees(page, /0 \d+ minutes of work, \d+ to the session/);
  expect(problems).toEqual([]);
  await page.close();
});

test('the facts a piece takes from its score have the studio’s own pauses in them', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/scores?studio=demo&score=score-lantern-waltz`);
  await sees(page, 'to learn');
  const timeOf = async () => /to learn · (\d+:\d+)/.exec(await textOf(page, 'main'))?.[1] ?? '';
  const before = await timeOf();
  await kept(page, () => fill(page, 'A pause sign adds', '9'));
  await page.waitForFunction(
    (old) => !document.querySelector('main')?.textContent.includes(`to learn · ${old}`),
    {},
    before,
  );
  const after = await timeOf();
  await goTo(page, '/repertoire?student=orla');
  await fill(page, 'Find', 'gull romance');
  await sees(page, 'Gull Romance', 'aside');
  await tabTo(page, /^Score/);
  await page.keyboard.type('Lantern Waltz');
  await kept(page, () => page.keyboard.press('Enter'));
  await press(page, 'Fill in facts from it');
  await sees(page, 'Bars to learn', 'dialog');
  const rows = await page.$$eval('dialog[open] tbody tr', (all) => all.map((row) => row.textContent));
  expect(rows[0]).toContain(after);
  expect(after).not.toBe(before);
  expect(problems).toEqual([]);
  await page.close();
});
