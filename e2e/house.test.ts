import type { Page } from 'puppeteer-core';
import { expect, inject, test } from 'vitest';
import { closeProfile, fill, kept, openPage, press, sees, textOf, useBrowser, visit } from './browser';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

/** Follows a tab of the masthead and waits until its view stands there. */
async function turnTo(page: Page, name: string, title: string | RegExp): Promise<void> {
  await page.evaluate((tab) => {
    const link = [...document.querySelectorAll<HTMLElement>('header nav a')].find((each) =>
      each.textContent.trim().endsWith(tab),
    );
    link?.click();
  }, name);
  await sees(page, title, 'main');
}
const undoes = (page: Page) =>
  page.evaluate(
    () => [...document.querySelectorAll('button')].find((each) => each.textContent === 'Undo')?.title,
  );
/** Set on the page, so that a page loaded anew is told from one that was kept. */
const isSamePage = (page: Page) => page.evaluate(() => (globalThis as { kept?: boolean }).kept === true);

test('undo goes on over views and after a reload, and redo with it', async () => {
  const { page, problems } = await openPage(browser(), { pauses: true });
  await visit(page, `${baseUrl}/?studio=demo`);
  await page.evaluate(() => Object.assign(globalThis, { kept: true }));
  await visit(page, `${baseUrl}/mark?goal=orla-5&component=d`);
  await page.evaluate(() => Object.assign(globalThis, { kept: true }));
  const before = await textOf(page, '[data-testid="component-total"]');
  await kept(page, () => page.keyboard.press('Digit4'));
  await kept(page, () => page.keyboard.press('Digit3'));
  const after = await textOf(page, '[data-testid="component-total"]');
  expect(after).not.toBe(before);
  await turnTo(page, 'Plan', 'Practice card');
  expect(await isSamePage(page)).toBe(true);
  expect(await undoes(page)).toBe('Undo: give a mark');
  await kept(page, () => press(page, 'Undo'));
  await page.reload({ waitUntil: 'load' });
  await sees(page, 'Practice card', 'main');
  await kept(page, () => press(page, 'Undo'));
  expect(await undoes(page)).toBe('Nothing to undo');
  await turnTo(page, 'Mark', 'Criteria');
  expect(await textOf(page, '[data-testid="component-total"]')).toBe(before);
  await kept(page, () => press(page, 'Redo'));
  await page.reload({ waitUntil: 'load' });
  await sees(page, 'Criteria', 'main');
  await kept(page, () => press(page, 'Redo'));
  expect(await textOf(page, '[data-testid="component-total"]')).toBe(after);
  expect(problems).toEqual([]);
  await closeProfile(page);
});

test('a duplicated tab has its own undo; the first keeps its own', async () => {
  const { page } = await openPage(browser(), { pauses: true });
  await visit(page, `${baseUrl}/mark?studio=demo&goal=orla-5&component=d`);
  await kept(page, () => page.keyboard.press('Digit4'));
  const memory = await page.evaluate(() =>
    JSON.stringify(Object.fromEntries(Object.entries(sessionStorage))),
  );
  const copy = await page.browserContext().newPage();
  // What duplicating does: the memory of the tab is copied.
  await copy.evaluateOnNewDocument((kept_) => {
    for (const [name, value] of Object.entries(JSON.parse(kept_) as Record<string, string>))
      if (sessionStorage.getItem(name) === null) sessionStorage.setItem(name, value);
  }, memory);
  await visit(copy, `${baseUrl}/mark?studio=demo&goal=orla-5&component=d`);
  expect(await undoes(copy)).toBe('Nothing to undo');
  expect(await undoes(page)).toBe('Undo: give a mark');
  await closeProfile(page);
});

test('going back, loading again and a link show what was looked at, and how far', async () => {
  const { page, problems } = await openPage(browser(), { pauses: true });
  await visit(page, `${baseUrl}/mark?studio=demo&goal=orla-5`);
  await sees(page, 'Criteria', 'main');
  await page.click('main [aria-label="Component"] button:nth-of-type(3)');
  const chosen = () => page.evaluate(() => new URL(location.href).searchParams.get('component'));
  const component = await chosen();
  expect(component).not.toBeNull();
  await turnTo(page, 'Plan', 'Practice card');
  // The goal goes along, and the address says so.
  expect(await page.evaluate(() => new URL(location.href).searchParams.get('goal'))).toBe('orla-5');
  await page.goBack();
  await sees(page, 'Criteria', 'main');
  expect(await chosen()).toBe(component);
  await page.reload({ waitUntil: 'load' });
  await sees(page, 'Criteria', 'main');
  expect(await chosen()).toBe(component);
  // How far a view was scrolled.
  await page.setViewport({ width: 1024, height: 500 });
  await turnTo(page, 'Library', '11 requirements');
  await page.evaluate(() => scrollTo(0, 240));
  await turnTo(page, 'Readiness', 'Total');
  expect(await page.evaluate(() => scrollY)).toBe(0);
  await turnTo(page, 'Library', '11 requirements');
  await expect.poll(() => page.evaluate(() => Math.round(scrollY)), { timeout: 5_000 }).toBe(240);
  // A link is shown as it says, to somebody else too.
  const { page: other } = await openPage(browser(), { pauses: true });
  await visit(other, `${baseUrl}/skills?studio=demo&student=jonah`);
  await sees(other, 'Jonah Thwaite: skills', 'main');
  await closeProfile(other);
  expect(problems).toEqual([]);
  await closeProfile(page);
});

test('leaving with a half-typed form keeps it; a form that keeps nothing asks', async () => {
  const { page } = await openPage(browser(), { pauses: true });
  await visit(page, `${baseUrl}/?studio=demo`);
  await turnTo(page, 'Fit', 'Only with');
  await turnTo(page, 'Register', 'Deadlines');
  const asked: string[] = [];
  page.on('dialog', (dialog) => {
    asked.push(dialog.type());
    void dialog.dismiss();
  });
  const leave = () =>
    page.evaluate(() => document.querySelector<HTMLElement>('header nav a[href="/plan"]')?.click());
  await page.keyboard.press('l');
  await press(page, 'Add a student');
  await fill(page, 'Name', 'Somebody New');
  await leave();
  await sees(page, 'What you typed in “Add a student” is kept', 'main');
  expect(await page.evaluate(() => location.pathname)).toBe('/plan');
  await turnTo(page, 'Register', 'Deadlines');
  await page.keyboard.press('l');
  await press(page, 'Add a student');
  expect(await page.$eval('dialog[open] input', (each) => each.value)).toBe('Somebody New');
  await press(page, 'Start again');
  await page.keyboard.press('Escape');
  expect(asked).toEqual([]);
  await turnTo(page, 'Register', 'Deadlines');
  await press(page, 'Move');
  await fill(page, 'Start', '17:45');
  await leave();
  await expect.poll(() => asked, { timeout: 5_000 }).toEqual(['beforeunload']);
  expect(await page.$eval('dialog[open] input[type="time"]', (each) => each.value)).toBe('17:45');
  await closeProfile(page);
});

test('a link to a closed goal and to one that is gone says so, and shows nobody else', async () => {
  const { page } = await openPage(browser(), { pauses: true });
  await visit(page, `${baseUrl}/plan?studio=demo&goal=never-was`);
  await sees(page, 'This goal cannot be shown', 'main');
  await visit(page, `${baseUrl}/plan?studio=demo&goal=orla-5`);
  await sees(page, 'Practice card', 'main');
  // Closed elsewhere while it is looked at: said there, and after coming back.
  const other = await page.browserContext().newPage();
  await visit(other, `${baseUrl}/programme?studio=demo&goal=orla-5`);
  await other.bringToFront();
  await press(other, 'Close this goal');
  await fill(other, 'How it ended', 'withdrawn');
  await kept(other, () => press(other, 'Close the goal'));
  await page.bringToFront();
  await sees(page, ': closed', 'main');
  await turnTo(page, 'Mark', 'Criteria');
  expect(await page.evaluate(() => new URL(location.href).searchParams.get('goal'))).not.toBe('orla-5');
  await closeProfile(page);
});

test('each view has a title of its own, which is told, and the focus goes to its page', async () => {
  const { page, problems } = await openPage(browser(), { pauses: true });
  await visit(page, `${baseUrl}/plan?studio=demo&goal=orla-5`);
  const titles = new Set([await page.title()]);
  for (const [tab, seen] of [
    ['Readiness', 'Components'],
    ['Mark', 'Criteria'],
    ['Fit', 'Only with'],
    ['Library', 'requirements'],
    ['Programme', 'Rules of'],
  ] as const) {
    await turnTo(page, tab, seen);
    await page.waitForFunction(
      () =>
        document.activeElement?.id === 'main' &&
        document.querySelector('.astro-route-announcer')?.textContent === document.title,
    );
    titles.add(await page.title());
  }
  expect([...titles].every((title) => title.endsWith(' · Formal Stave'))).toBe(true);
  expect(titles.size).toBe(6);
  expect(problems).toEqual([]);
  await page.close();
});
