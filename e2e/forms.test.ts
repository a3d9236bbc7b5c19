/** Forms that are left with something typed. */
import type { Page } from 'puppeteer-core';
import { expect, inject, test } from 'vitest';
import { fill, kept, closeProfile, openPage, press, recordsOf, sees, useBrowser, visit } from './browser';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

test('what is typed in a form is kept when it is closed, over a reload, until it is saved or thrown away', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/repertoire?piece=tarrin-low-water-air&studio=demo`);
  const fields = async (of: Page = page) => {
    const records = await recordsOf(of, 'demo');
    return records['piece/tarrin-low-water-air'] as { notes?: string; composer: string; book?: string };
  };
  const valueOf = async (label: string) => {
    await page.waitForSelector('dialog[open] input');
    return page.evaluate(
      (name) =>
        [...document.querySelectorAll<HTMLInputElement>('dialog[open] :is(input, textarea)')].find((each) =>
          each.labels?.[0]?.textContent.startsWith(name),
        )?.value,
      label,
    );
  };
  const { composer } = await fields();
  await press(page, 'Change its facts');
  await fill(page, 'Notes', 'slower at the end');
  await page.keyboard.press('Escape');
  await sees(page, 'What you typed in “Low Water Air” is kept', 'main');
  expect((await fields()).notes).toBeUndefined();
  // Somebody else changes another field meanwhile; the draft is of the piece as it was before.
  const other = await page.browserContext().newPage();
  await visit(other, `${baseUrl}/repertoire?studio=demo&piece=tarrin-low-water-air`);
  await other.bringToFront();
  await press(other, 'Change its facts');
  await sees(other, 'This was typed before and not saved.', 'dialog');
  await press(other, 'Start again');
  await fill(other, 'Book', 'Second Book');
  await kept(other, () => press(other, 'Save'));
  await other.close();
  await page.bringToFront();
  await visit(page, `${baseUrl}/repertoire?piece=tarrin-low-water-air`);
  await press(page, 'Change its facts');
  expect(await valueOf('Notes')).toBe('');
  await fill(page, 'Notes', 'slower still');
  await page.reload();
  await press(page, 'Change its facts');
  await sees(page, 'This was typed before and not saved.', 'dialog');
  expect(await valueOf('Notes')).toBe('slower still');
  await kept(page, () => press(page, 'Save'));
  expect(await fields()).toMatchObject({ notes: 'slower still', book: 'Second Book' });
  await press(page, 'Change its facts');
  await fill(page, 'Composer', 'lost');
  await page.keyboard.press('Escape');
  await press(page, 'Discard it');
  await press(page, 'Change its facts');
  expect(await valueOf('Composer')).toBe(composer);
  await page.keyboard.press('Escape');
  expect(await fields()).toMatchObject({ notes: 'slower still', composer });
  expect(problems).toEqual([]);
  await closeProfile(page);
});

test('a draft of before another tab saved: only what was typed is saved, and the rest stays as it is now', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/repertoire?piece=tarrin-low-water-air&studio=demo`);
  await press(page, 'Change its facts');
  await fill(page, 'Notes', 'mine');
  await page.keyboard.press('Escape');
  await page.evaluate(() => {
    // The other tab is of another day: it knows nothing of the draft.
    const name = Object.keys(localStorage).find((each) => each.startsWith('formal-stave.draft.demo.')) ?? '';
    sessionStorage.setItem('draft', JSON.stringify([name, localStorage.getItem(name)]));
    localStorage.removeItem(name);
  });
  await press(page, 'Change its facts');
  await fill(page, 'Book', 'Third Book');
  await kept(page, () => press(page, 'Save'));
  await page.evaluate(() => {
    const [name, text] = JSON.parse(sessionStorage.getItem('draft') ?? '[]') as [string, string];
    localStorage.setItem(name, text);
  });
  await press(page, 'Change its facts');
  await sees(page, 'This was typed before and not saved.', 'dialog');
  await kept(page, () => press(page, 'Save'));
  const records = await recordsOf(page, 'demo');
  expect(records['piece/tarrin-low-water-air']).toMatchObject({ notes: 'mine', book: 'Third Book' });
  expect(problems).toEqual([]);
  await closeProfile(page);
});

test('what a form refuses when it is empty is said to be required before', async () => {
  const { page, problems } = await openPage(browser());
  // A form that is typed in asks before it is left.
  page.on('dialog', (asked) => void asked.accept());
  await visit(page, `${baseUrl}/?studio=demo`);
  const said: string[] = [];
  for (const [path, open, submit] of FORMS) {
    await visit(page, baseUrl + path);
    if (open !== '') {
      await press(page, open);
      await page.waitForSelector('dialog[open]');
    }
    said.push(
      ...(await page.evaluate(async (name) => {
        const dialog = document.querySelector('dialog[open]') ?? document.querySelector('main');
        const fields = () =>
          [...(dialog?.querySelectorAll<HTMLInputElement>('input, textarea') ?? [])].filter(
            (each) => !['checkbox', 'radio', 'file'].includes(each.type) && each.role !== 'combobox',
          );
        for (const field of fields()) {
          const proto = field instanceof HTMLTextAreaElement ? HTMLTextAreaElement : HTMLInputElement;
          Object.getOwnPropertyDescriptor(proto.prototype, 'value')?.set?.call(field, '');
          field.dispatchEvent(new Event('input', { bubbles: true }));
        }
        await new Promise((done) => setTimeout(done, 100));
        [...(dialog?.querySelectorAll('button') ?? [])].find((each) => each.textContent === name)?.click();
        await new Promise((done) => setTimeout(done, 200));
        return fields()
          .filter((each) => each.ariaInvalid === 'true' && each.value === '' && each.ariaRequired !== 'true')
          .map((each) => `${location.pathname}: ${each.labels?.[0]?.textContent ?? each.ariaLabel ?? ''}`);
      }, submit)),
    );
    const scope = open === '' ? 'main' : 'dialog[open]';
    const refused = await page.$$eval(`${scope} [aria-required="true"]`, (all) => all.length);
    expect(refused, `${open} has fields that are required`).toBeGreaterThan(0);
  }
  expect(said).toEqual([]);
  expect(problems).toEqual([]);
  await closeProfile(page);
});

/** Where a form is, what opens it, what saves it. */
const FORMS = [
  ['/students', 'Add a student', 'Add the student'],
  ['/students', 'Timetable', 'Save the timetable'],
  ['/', 'Move', 'Move the lesson'],
  ['/skills?student=jonah', 'Add a skill', 'Save the skill'],
  ['/programme?goal=jonah-4', 'Weights', 'Save'],
  ['/plan?goal=orla-5', 'Minutes and effort', ''],
  ['/plan?goal=orla-5', 'Closures', 'Add the closure'],
  ['/requirement?part=about', '', 'Save the requirement'],
  ['/requirement?part=marks', '', 'Save the requirement'],
  ['/requirement?part=sessions', '', 'Save the requirement'],
  ['/requirement?level=level-1', '', 'Save the requirement'],
  ['/repertoire?student=davit&piece=mainsail-mist-march', 'Change its facts', 'Save'],
] as const;
