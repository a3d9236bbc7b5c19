import { expect, inject, test } from 'vitest';
import { isProof } from '@/proof-runs';
import { fill, openPage, press, recordsOf, sees, useBrowser, visit } from './browser';
import { DIALOGS, goTo, LOOKED_AT, settled } from './pages';
import { FIRST_TERMS, strayWords, textsOfData } from './stray-words';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

const TERMS = {
  noteValues: 'quarter notes',
  bars: 'measures',
  spelling: 'program',
  counting: 'syllables',
  notes: 'sol-fa',
};

// The first terms are looked for in `axe.test.ts`, which goes to the same views and dialogs.
test('every view, and in the proof every dialog, in the other terms, without a stray word', async () => {
  const { page, problems } = await openPage(browser());
  await page.evaluateOnNewDocument((terms) => {
    localStorage.setItem('formal-stave.terms', terms);
  }, JSON.stringify(TERMS));
  await visit(page, `${baseUrl}/?studio=demo`);
  const data = await textsOfData(page);
  const found: string[] = [];
  const look = async (where: string) => {
    await settled(page);
    found.push(...(await strayWords(page, FIRST_TERMS, data)).map((words) => `${where}: ${words}`));
  };
  for (const path of LOOKED_AT.filter((each) => each !== '/kit')) {
    await goTo(page, path);
    await look(path);
  }
  for (const [path, name] of isProof ? DIALOGS : []) {
    await goTo(page, path);
    await press(page, name.replace('programme', 'program'));
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
  await goTo(page, '/settings');
  await Promise.all([page.waitForNavigation(), fill(page, 'Bars', 'measure')]);
  await sees(page, 'Terminology');
  await Promise.all([page.waitForNavigation(), fill(page, 'Notes', 'do re mi, do moves with the key')]);
  await goTo(page, '/print?sheet=page-questions&score=score-ropewalk-gigue');
  await sees(page, /How many measures are printed/);
  await sees(page, /What is the first note\?.*\b(?:do|re|mi|fa|so|la|ti)\b/);
  expect(await recordsOf(page, 'demo')).toEqual(before);
  expect(problems).toEqual([]);
  await page.close();
});
