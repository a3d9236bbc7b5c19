import type { Page } from 'puppeteer-core';
import { expect, inject, test } from 'vitest';
import { fill, openPage, press, recordsOf, sees, useBrowser, visit } from './browser';
import { DIALOGS, goTo, VIEWS } from './pages';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

const FIRST = String.raw`crotchets?|quavers?|minims?|semibreves?|(?:demi)?semiquavers?|bars?(?! lines?\b)|programmes?|metres?`;
const OTHER = String.raw`(?:whole|half|quarter|eighth|sixteenth|thirty-second) notes?|measures?|programs?|meters?`;
const TERMS = {
  noteValues: 'quarter notes',
  bars: 'measures',
  spelling: 'program',
  counting: 'syllables',
  notes: 'sol-fa',
};

/** Everything that is text in a record: a piece, a name, a note; the program says it as it is. */
async function textsOfData(page: Page): Promise<readonly string[]> {
  const texts = new Set<string>();
  const gather = (value: unknown): void => {
    // A note may stand in a sentence, without its own full stop.
    if (typeof value === 'string') texts.add(value).add(value.replace(/[.\s]+$/, ''));
    else if (typeof value === 'object' && value !== null) Object.values(value).forEach(gather);
  };
  gather(Object.values(await recordsOf(page, 'demo')));
  return [...texts].filter((text) => new RegExp(`\\b(?:${FIRST}|${OTHER})\\b`, 'i').test(text));
}

/** Words of the page that are of the other terms, with what stands around them. */
const strays = (page: Page, words: string, data: readonly string[]): Promise<readonly string[]> =>
  page.evaluate(
    (pattern, own) => {
      // Where they are chosen both are said.
      const isChosen = (each: Element) => each.closest('[aria-label="Terminology"]') !== null;
      const said: string[] = [document.title];
      const walk = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
      while (walk.nextNode()) {
        const parent = walk.currentNode.parentElement;
        if (parent && !['SCRIPT', 'STYLE', 'NOSCRIPT'].includes(parent.tagName) && !isChosen(parent))
          said.push(walk.currentNode.textContent ?? '');
      }
      for (const each of document.querySelectorAll('[aria-label], [title], [placeholder]'))
        if (!isChosen(each))
          for (const name of ['aria-label', 'title', 'placeholder']) said.push(each.getAttribute(name) ?? '');
      const stray = new RegExp(`.{0,30}(?<![\\w-]|\\bon )(?:${pattern})\\b.{0,20}`, 'i');
      return said.flatMap(
        (text) => stray.exec(own.reduce((left, each) => left.replaceAll(each, '…'), text))?.[0] ?? [],
      );
    },
    words,
    data,
  );

test.each([
  ['the first terms', null, OTHER],
  ['the other terms', TERMS, FIRST],
])('every view and dialog in %s, without a stray word', async (_name, terms, strange) => {
  const { page, problems } = await openPage(browser());
  await page.evaluateOnNewDocument((chosen) => {
    if (chosen !== 'null') localStorage.setItem('formal-stave.terms', chosen);
  }, JSON.stringify(terms));
  await visit(page, `${baseUrl}/?studio=demo`);
  const data = await textsOfData(page);
  const found: string[] = [];
  const look = async (where: string) => {
    // What is drawn last is drawn within this.
    await new Promise((done) => setTimeout(done, 400));
    found.push(...(await strays(page, strange, data)).map((words) => `${where}: ${words}`));
  };
  for (const path of VIEWS.filter((each) => each !== '/kit')) {
    await goTo(page, path);
    await look(path);
  }
  for (const [path, name] of DIALOGS) {
    await goTo(page, path);
    await press(page, terms === null ? name : name.replace('programme', 'program'));
    await page.waitForSelector('dialog[open]');
    await look(`${path} ${name}`);
    await page.keyboard.press('Escape');
    await page.waitForSelector('dialog[open]', { hidden: true });
  }
  expect(found).toEqual([]);
  expect(problems).toEqual([]);
  await page.close();
});

test('terms are chosen in Settings, kept over a reload, and said by a worker; what is kept is in neither', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/?studio=demo`);
  const before = await recordsOf(page, 'demo');
  await visit(page, `${baseUrl}/settings`);
  await Promise.all([page.waitForNavigation(), fill(page, 'Bars', 'measure')]);
  await sees(page, 'Terminology');
  await Promise.all([page.waitForNavigation(), fill(page, 'Notes', 'do re mi, do moves with the key')]);
  await visit(page, `${baseUrl}/print?sheet=page-questions&score=score-ropewalk-gigue`);
  await sees(page, /How many measures are printed/);
  await sees(page, /What is the first note\?.*\b(?:do|re|mi|fa|so|la|ti)\b/);
  expect(await recordsOf(page, 'demo')).toEqual(before);
  expect(problems).toEqual([]);
  await page.close();
});
