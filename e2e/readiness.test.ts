import { expect, inject, test } from 'vitest';
import type { Page } from 'puppeteer-core';
import { kept, nameOfFocus, openPage, pick, press, sees, tabTo, textOf, useBrowser, visit } from './browser';
import { goTo } from './pages';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

/** The chance of an award in per cent, as it stands on the page. */
async function chanceOf(page: Page, award: string): Promise<number> {
  await page.waitForSelector('[data-testid="chances"] li');
  const row = await page.$$eval(
    '[data-testid="chances"] li',
    (all, name) => all.find((each) => each.textContent.includes(`${name},`))?.textContent ?? '',
    award,
  );
  return Number(/(\d+)\s%/.exec(row)?.[1]);
}

test('from marks to the forecast to the next hour, by keyboard', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/readiness?goal=orla-5&studio=demo`);
  const before = await chanceOf(page, 'strong');
  await sees(page, /On the day \d+\s% for strong/);
  expect(await page.$$('[data-testid="next-hour"] li')).toHaveLength(5);
  await page.waitForSelector('figure[aria-label^="Total to"] path');

  // What it rests on, by one key; a component's own chart by its name.
  await page.keyboard.press('r');
  await sees(page, '15 marks: own, the teacher’s, a mock examiner’s', '[data-testid="reasons"]');
  await sees(page, '14 official results of your studio', '[data-testid="reasons"]');
  await tabTo(page, /^D Dance$/);
  await page.keyboard.press('Enter');
  await page.waitForSelector('figure[aria-label^="D Dance to"]');
  expect(await nameOfFocus(page)).toBe('D Dance');
  await tabTo(page, /^As a table$/);
  await page.keyboard.press('Enter');
  await sees(page, '13, teacher', 'figure table');

  // Better marks are given; the forecast follows them.
  await goTo(page, '/mark?goal=orla-5&component=d');
  await page.waitForSelector('[data-testid="own-total"]');
  for (let at = 0; at < 4; at += 1) await kept(page, () => page.keyboard.press('6'));
  await page.keyboard.press('/');
  await page.keyboard.type('readiness');
  await page.waitForSelector('dialog [role="option"][aria-selected="true"]');
  await page.keyboard.press('Enter');
  await page.waitForSelector('[data-testid="chances"]');
  await page.waitForFunction(
    (was) =>
      Number(
        /On the day (\d+)/.exec(document.querySelector('[data-testid="award"]')?.textContent ?? '')?.[1],
      ) > was,
    { polling: 20 },
    before,
  );
  expect(await chanceOf(page, 'strong')).toBeGreaterThan(before);
  expect(problems).toEqual([]);
  await page.close();
});

test('all goals: by date or by name, one session, each with its range, what is missing, and its sentence', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/outlook?studio=demo`);
  await page.waitForFunction(() => document.querySelectorAll('tbody svg[aria-label*=" to "]').length === 10, {
    polling: 20,
  });
  const names = () => page.$$eval('tbody th', (all) => all.map((each) => each.textContent));
  expect((await names()).slice(0, 3)).toEqual(['Anouk Vell', 'Davit Sorrel', 'Hester Quill']);
  await pick(page, 'Order', 'by name');
  expect(await names()).toEqual([...(await names())].sort());
  await pick(page, 'Session', '27 Feb, Fairlead Youth Winds');
  expect(await names()).toEqual(['Hester Quill', 'Teodor Marsk']);
  expect(await textOf(page, '[data-testid="outlook-hester-chair"]')).toMatch(
    /no marks yet.*first chair 52.*1, 2, S not marked yet/,
  );
  // Of the past: four of fourteen results have five others known four weeks before.
  await press(page, 'Look back');
  await sees(page, /Of 20 marks \d+\s% lay in their range of 8 in 10/, '[data-testid="looked-back"]');
  // What is looked at is in the address, and stays.
  await page.reload();
  await page.waitForFunction(() => document.querySelectorAll('tbody th').length === 2, { polling: 20 });
  await tabTo(page, /^Hester Quill$/);
  await page.keyboard.press('Enter');
  await sees(page, 'No marks yet: this is from the level held alone, so it is wide.');
  await goTo(page, '/print?sheet=outlook');
  await page.waitForFunction(() => document.querySelectorAll('tbody svg[aria-label*=" to "]').length === 10, {
    polling: 20,
  });
  expect(problems).toEqual([]);
  await page.close();
});
