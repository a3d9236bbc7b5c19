import { expect, inject, test } from 'vitest';
import {
  arrived,
  kept,
  nameOfFocus,
  openPage,
  savedOf,
  sees,
  tabTo,
  textOf,
  visit,
  useBrowser,
} from './browser';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

test('the main steps with the keyboard alone: register, programme, plan, mark, readiness, undo', async () => {
  const { page, problems } = await openPage(browser(), { pauses: true });
  await visit(page, `${baseUrl}/?studio=demo`);

  // The register: next lesson, next decision, one taken.
  await page.keyboard.press('j');
  await sees(page, /16:10.*Jonah Thwaite/);
  await page.keyboard.press('d');
  expect(await nameOfFocus(page)).not.toBe('');

  // Page 3: choose the Dance for Jonah.
  await page.keyboard.press('3');
  await arrived(page, '/programme');
  await tabTo(page, /^Student and goal/);
  await page.keyboard.type('Jonah');
  await page.keyboard.press('Enter');
  await sees(page, 'Jonah Thwaite: programme');
  await page.keyboard.press('Tab');
  await page.keyboard.press('d');
  await page.keyboard.press('j');
  await sees(page, 'not chosen yet');
  await page.keyboard.press('j');
  await tabTo(page, /^Set$/);
  await kept(page, () => page.keyboard.press('Enter'));
  await sees(page, 'S, D and Y chosen.');
  await tabTo(page, /^Enter Level 4/);
  await kept(page, () => page.keyboard.press('Enter'));
  await sees(page, 'Entered on');

  // Page 4: the next week, and its gate passed.
  await page.keyboard.press('4');
  await arrived(page, '/plan');
  await sees(page, 'Practice card, 20 Jan to 26 Jan');
  await page.keyboard.press(']');
  await sees(page, 'Practice card, 27 Jan to 2 Feb');
  await page.keyboard.press('g');
  await sees(page, 'Set by hand to 20 January 2027: the work before it ends by then.', 'dialog');
  await tabTo(page, /^Heard and passed today/);
  await kept(page, () => page.keyboard.press('Enter'));

  // Page 5: marks by figures; Shift for the student's own; criterion by letter; zero exists.
  await page.keyboard.press('5');
  await arrived(page, '/mark');
  await sees(page, 'Criteria');
  for (const figure of ['4', '5', '3', '4'])
    await kept(page, () => page.keyboard.press(`Digit${figure}` as 'Digit4'));
  expect(await textOf(page, '[data-testid="component-total"]')).toBe('16');
  await page.keyboard.press('w');
  await kept(page, () => page.keyboard.press('Digit0'));
  expect(await textOf(page, '[data-testid="component-total"]')).toBe('11');
  const saved = await savedOf(page);
  await page.keyboard.press('Digit9');
  await page.keyboard.press('q');
  expect(await savedOf(page)).toBe(saved);
  await page.keyboard.down('Control');
  await page.keyboard.press('z');
  await page.keyboard.up('Control');
  await page.waitForFunction(
    () => document.querySelector('[data-testid="component-total"]')?.textContent === '16',
  );

  // On Mark the figures give marks; the tab leads to readiness. The list of keys opens and closes.
  await page.evaluate(() => document.querySelector<HTMLElement>('nav a[href="/readiness"]')?.focus());
  await page.keyboard.press('Enter');
  await arrived(page, '/readiness');
  await sees(page, /on the day.*of 120/, 'main');
  await page.keyboard.type('?');
  await sees(page, 'Register: the lessons of the day', 'dialog');
  await page.keyboard.press('Escape');
  await page.waitForFunction(() => document.querySelector('dialog[open]') === null);
  expect(problems).toEqual([]);
  await page.close();
});

test('letters typed into a field turn no page, and focus is always visible', async () => {
  const { page } = await openPage(browser(), { pauses: true });
  await visit(page, `${baseUrl}/programme?studio=demo&goal=jonah-4`);
  await page.keyboard.press('f');
  await page.keyboard.type('37 bj');
  expect(new URL(page.url()).pathname).toBe('/programme');
  expect(await page.$eval('input[type="search"]', (each) => each.value)).toBe('37 bj');
  for (let presses = 0; presses < 40; presses += 1) {
    await page.keyboard.press('Tab');
    const outline = await page.evaluate(() =>
      document.activeElement && document.activeElement !== document.body
        ? getComputedStyle(document.activeElement).outlineStyle
        : 'solid',
    );
    expect(outline).not.toBe('none');
  }
  await page.close();
});
