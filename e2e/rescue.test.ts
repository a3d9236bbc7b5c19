import { readFileSync } from 'node:fs';
import { expect, inject, test } from 'vitest';
import type { Page } from 'puppeteer-core';
import {
  downloads,
  kept,
  openPage,
  press,
  recordsOf,
  savedFile,
  sees,
  tabTo,
  textOf,
  useBrowser,
  visit,
} from './browser';
import { goTo } from './pages';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

interface KeptGoal {
  readonly plan: { readonly playedAs?: unknown; readonly toShow?: readonly unknown[] };
  readonly conditions: Readonly<Record<string, string>>;
  readonly history?: readonly { readonly kind: string; readonly why?: string }[];
}
const goalOf = async (page: Page) => (await recordsOf(page, 'demo'))['goal/recital-anouk'] as KeptGoal;

test('rescue: ways are tried together, decided with a reason, seen on the plan, and undone, by keyboard', async () => {
  const { page, problems } = await openPage(browser());
  const folder = await downloads(page);
  await visit(page, `${baseUrl}/rescue?goal=recital-anouk&studio=demo`);
  await page.waitForSelector('[data-testid="rescue-cut"]');
  await sees(page, 'It does not fit as it is');
  const kinds = await page.$$eval('[data-testid="rescue-options"] > li', (rows) =>
    rows.map((row) => row.getAttribute('data-testid')?.replace('rescue-', '')),
  );
  expect([...new Set(kinds)]).toEqual([
    'simplify',
    'cut',
    'support',
    'learned piece',
    'later',
    'withdraw',
    'let it be',
  ]);
  expect(await textOf(page, '[data-testid="rescue-cut"]')).toMatch(/are the same; \d+ goes on to \d+/);
  expect(await textOf(page, '[data-testid="rescue-learned piece"]')).toContain('Slack Waltz, learned');

  await tabTo(page, /^Try: Octaves single$/);
  await page.keyboard.press('Enter');
  await page.waitForSelector('[data-testid="rescue-simplify"][data-taken="true"]');
  await tabTo(page, /^Try: Cut bars/);
  await page.keyboard.press('Enter');
  await sees(page, '2 tried');
  await page.waitForFunction(() =>
    [...document.querySelectorAll('button')].some((each) => each.textContent === 'Decide' && !each.disabled),
  );
  // The score as it is played then is a file of its own.
  await press(page, 'Save the score as it is played then');
  const score = readFileSync(await savedFile(folder, '.musicxml'), 'utf8');
  expect(score).toContain('Breakwater Nocturne');
  expect(score.match(/<measure /g)?.length).toBeLessThan(96);

  const before = (await goalOf(page)).history ?? [];
  await tabTo(page, /^Why/);
  await page.keyboard.type('With Anouk; home was told.');
  await kept(page, () => page.keyboard.press('Enter'));
  await sees(page, 'With Anouk; home was told.', '[data-testid="rescue-decided"]');
  const decided = await goalOf(page);
  expect(decided.history).toHaveLength(before.length + 1);
  expect(decided.conditions['modifications']).toBe('simplified and cut');
  expect(decided.plan.playedAs).toBeDefined();
  await sees(page, 'It fits as it is');
  await goTo(page, '/print?sheet=talk&student=anouk&goal=recital-anouk');
  await sees(page, /bars \d+–\d+ left out; octaves single in bars/);
  await goTo(page, '/programme?goal=recital-anouk');
  await sees(page, /left out; octaves single in bars/);

  await goTo(page, '/rescue?goal=recital-anouk');
  await page.waitForSelector('[data-testid="rescue-decided"]');
  await kept(page, async () => {
    await page.keyboard.down('Control');
    await page.keyboard.press('z');
    await page.keyboard.up('Control');
  });
  await sees(page, 'It does not fit as it is');
  const undone = await goalOf(page);
  expect(undone.plan.playedAs).toBeUndefined();
  expect(undone.conditions['modifications']).toBe('as printed');
  expect(problems).toEqual([]);
  await page.close();
});

test('go or no-go is decided with its reason; what is open of performing goes into the plan with its days', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/readiness?goal=recital-anouk&studio=demo`);
  await page.waitForSelector('[data-testid="performing"]');
  await tabTo(page, /^Put what is open into the plan$/);
  await kept(page, () => page.keyboard.press('Enter'));
  expect((await goalOf(page)).plan.toShow?.length).toBeGreaterThan(5);
  await goTo(page, '/plan?goal=recital-anouk');
  await sees(page, /To be shown before .*: steady run by/);

  await goTo(page, '/readiness?goal=recital-anouk');
  await tabTo(page, /^Why/);
  await page.keyboard.type('Not a week of practice left.');
  await tabTo(page, /^No-go$/);
  await kept(page, () => page.keyboard.press('Enter'));
  await sees(page, /No-go, 20 January 2027: Not a week of practice left\./, '[data-testid="go-decided"]');
  await sees(page, 'What can still be done', '[data-testid="go-decided"]');
  await goTo(page, '/outlook');
  await sees(page, /no-go, 20 Jan/, '[data-testid="outlook-recital-anouk"]');
  expect(problems).toEqual([]);
  await page.close();
});

test('beside a result stands the forecast of its eve, and what is in reach; the debrief has no forecast', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/results?result=past-orla-4&studio=demo`);
  await page.waitForSelector('table[aria-label="Forecast of the eve beside the result"] tbody tr');
  expect(await textOf(page, 'table[aria-label="Forecast of the eve beside the result"]')).toMatch(
    /Total\s*\d+ to \d+\s*97\s*(within|\d+ (above|below))/,
  );
  await page.waitForSelector('[data-testid="next-levels"] li');
  await goTo(page, '/print?sheet=debrief&goal=past-orla-4');
  await sees(page, /strong, 97 in all/);
  await sees(page, 'What are you proud of?');
  await sees(page, 'Where one can go from here');
  expect(await textOf(page, 'article')).not.toMatch(/forecast|likely|%/i);
  expect(problems).toEqual([]);
  await page.close();
});

test('reports for ten families, with the teacher’s own words, in print and as a file, by keyboard', async () => {
  const { page, problems } = await openPage(browser());
  const folder = await downloads(page);
  await visit(page, `${baseUrl}/reports?studio=demo`);
  await page.waitForSelector('[data-testid="report-orla"]');
  await tabTo(page, /^Next steps of Anouk Vell$/);
  await page.keyboard.type('Choose a duet together.');
  await tabTo(page, /^Keep: next steps of Anouk Vell$/);
  await kept(page, () => page.keyboard.press('Enter'));
  const all = await page.$$eval('li[data-testid^="report-"]', (rows) => rows.length);
  const checks = await page.$$('li[data-testid^="report-"] input[type="checkbox"]');
  for (const check of checks.slice(10)) {
    await check.focus();
    await page.keyboard.press('Space');
  }
  await sees(page, `10 of ${all} students`);
  await press(page, 'Save as a file');
  const file = readFileSync(await savedFile(folder, '.html'), 'utf8');
  expect(file.match(/<article>/g)).toHaveLength(10);
  expect(file).toContain('Choose a duet together.');
  await tabTo(page, /^Print$/);
  await page.keyboard.press('Enter');
  await page.waitForFunction(() => document.querySelectorAll('article').length === 10);
  await sees(page, 'Choose a duet together.');
  expect(
    await page.$$eval('article', (pages) => pages.map((each) => each.textContent).join(' ')),
  ).not.toContain('for the aim');
  expect(problems).toEqual([]);
  await page.close();
});

test('an official result is entered by keyboard: the goal is closed with it, its level is held, and undo takes both back', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/results?result=orla-5&studio=demo`);
  await sees(page, 'The goal is open; its result closes it.');
  await tabTo(page, /^Result$/);
  await page.keyboard.type('strong');
  await tabTo(page, /^Total$/);
  await page.keyboard.type('95');
  await kept(page, () => page.keyboard.press('Enter'));
  interface Orla {
    readonly levelsHeld: readonly { readonly levelName: string; readonly award: string }[];
  }
  const held = async () => ((await recordsOf(page, 'demo'))['student/orla'] as Orla).levelsHeld;
  expect(await held()).toContainEqual(expect.objectContaining({ levelName: 'Level 5', award: 'strong' }));
  await tabTo(page, /^Undo$/);
  await kept(page, () => page.keyboard.press('Enter'));
  expect((await held()).map(({ levelName }) => levelName)).not.toContain('Level 5');
  expect(problems).toEqual([]);
  await page.close();
});
