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
  await visit(page, `${baseUrl}/print?sheet=talk&student=anouk&goal=recital-anouk`);
  await sees(page, /bars \d+–\d+ left out; octaves single in bars/);
  await visit(page, `${baseUrl}/programme?goal=recital-anouk`);
  await sees(page, /left out; octaves single in bars/);

  await visit(page, `${baseUrl}/rescue?goal=recital-anouk`);
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
  await visit(page, `${baseUrl}/plan?goal=recital-anouk`);
  await sees(page, /To be shown before .*: steady run by/);

  await visit(page, `${baseUrl}/readiness?goal=recital-anouk`);
  await tabTo(page, /^Why/);
  await page.keyboard.type('Not a week of practice left.');
  await tabTo(page, /^No-go$/);
  await kept(page, () => page.keyboard.press('Enter'));
  await sees(page, /No-go, 20 January 2027: Not a week of practice left\./, '[data-testid="go-decided"]');
  await sees(page, 'What can still be done', '[data-testid="go-decided"]');
  await visit(page, `${baseUrl}/outlook`);
  await sees(page, /no-go, 20 Jan/, '[data-testid="outlook-recital-anouk"]');
  expect(problems).toEqual([]);
  await page.close();
});
