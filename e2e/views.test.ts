import { AxePuppeteer } from '@axe-core/puppeteer';
import type { Page } from 'puppeteer-core';
import { describe, expect, inject, test } from 'vitest';
import { openPage, press, sees, visit, useBrowser } from './browser';

const baseUrl = inject('baseUrl');
/** The view itself stands, not only its frame. */
const READY = 'main h1';
const browser = useBrowser();

const VIEWS = [
  '/',
  '/fit',
  '/programme?goal=jonah-4',
  '/programme?goal=teodor-chair',
  '/plan?goal=orla-5',
  '/plan?goal=teodor-chair',
  '/mark?goal=orla-5&component=b',
  '/mark?goal=teodor-chair',
  '/readiness?goal=jonah-4',
  '/library',
  '/placements',
  '/scores?score=score-ropewalk-gigue',
  '/skills?student=jonah',
  '/settings',
  '/kit',
  '/print?sheet=card&goal=orla-5',
  '/print?sheet=marks&goal=orla-5&component=b',
  '/print?sheet=day',
];
const DIALOGS: readonly (readonly [string, string])[] = [
  ['/', 'Add a student'],
  ['/skills?student=jonah', 'Type a skill'],
  ['/', 'Paste a table'],
  ['/programme?goal=jonah-4', 'Set a goal'],
  ['/plan?goal=orla-5', 'Minutes and effort'],
  ['/plan?goal=orla-5', 'Closures'],
  ['/library', 'Type a requirement'],
];

/** @param rules - ids of the rules looked at; all of them when left out */
async function violations(page: Page, rules: readonly string[] = []): Promise<string[]> {
  const axe = new AxePuppeteer(page);
  const { violations: found } = await (rules.length > 0 ? axe.withRules([...rules]) : axe).analyze();
  return found.flatMap((each) =>
    each.nodes.map((node) =>
      `${each.id}: ${node.target.join(' ')} ${node.failureSummary ?? ''}`.slice(0, 300),
    ),
  );
}

// What does not hang on colour is the same in the dark.
describe.each<[string, string[]]>([
  ['light', []],
  ['dark', ['color-contrast', 'link-in-text-block']],
])('axe, %s', (theme, rules) => {
  test('every view, the kit and the dialogs: no violation, no console error', async () => {
    const { page, problems } = await openPage(browser());
    await page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: theme }]);
    await visit(page, `${baseUrl}/?studio=demo`);
    const found: string[] = [];
    for (const path of VIEWS) {
      await page.goto(baseUrl + path, { waitUntil: 'load' });
      await page.waitForSelector(READY);
      found.push(...(await violations(page, rules)).map((each) => `${path} ${each}`));
    }
    for (const [path, name] of DIALOGS) {
      await page.goto(baseUrl + path, { waitUntil: 'load' });
      await page.waitForSelector(READY);
      await press(page, name);
      await page.waitForSelector('dialog[open]');
      found.push(...(await violations(page, rules)).map((each) => `${path} ${name} ${each}`));
    }
    expect(found).toEqual([]);
    expect(problems).toEqual([]);
    await page.close();
  }, 180_000);
});

test('first run and empty views: no violation, and each says what comes first', async () => {
  const { page, problems } = await openPage(browser());
  await page.goto(baseUrl, { waitUntil: 'load' });
  await sees(page, 'Begin an empty studio');
  expect(await violations(page)).toEqual([]);
  await visit(page, `${baseUrl}/?studio=own`);
  for (const [path, words] of [
    ['/', 'No students yet'],
    ['/programme', 'First a requirement'],
    ['/plan', 'First a requirement'],
    ['/mark', 'First a requirement'],
    ['/readiness', 'First a requirement'],
    ['/library', 'No requirement yet'],
  ] as const) {
    await page.goto(baseUrl + path, { waitUntil: 'load' });
    await sees(page, words);
    expect(await violations(page)).toEqual([]);
  }
  expect(problems).toEqual([]);
  await page.close();
}, 60_000);

test.each([
  [1024, 768],
  [1280, 800],
  [1600, 900],
])(
  'at %i by %i nothing runs off the page sideways, and what is pressed is tall enough for a finger',
  async (width, height) => {
    const { page } = await openPage(browser());
    await page.setViewport({ width, height, hasTouch: width === 1024 });
    await visit(page, `${baseUrl}/?studio=demo`);
    for (const path of VIEWS.filter((each) => !each.startsWith('/print'))) {
      await page.goto(baseUrl + path, { waitUntil: 'load' });
      await page.waitForSelector(READY);
      const { over, small } = await page.evaluate(() => ({
        over: document.documentElement.scrollWidth - document.documentElement.clientWidth,
        small: [...document.querySelectorAll<HTMLElement>('main button')]
          .filter(
            (each) =>
              each.offsetParent !== null &&
              each.getBoundingClientRect().height < 40 &&
              getComputedStyle(each, '::after').position !== 'absolute',
          )
          .map(
            (each) =>
              `${(each.getAttribute('aria-label') ?? each.textContent).slice(0, 40)} ${String(Math.round(each.getBoundingClientRect().height))}`,
          ),
      }));
      expect(over, path).toBeLessThanOrEqual(0);
      expect(small, path).toEqual([]);
    }
    await page.close();
  },
  60_000,
);

test.each([
  ['/print?sheet=card&goal=orla-5', 'A5'],
  ['/print?sheet=marks&goal=orla-5&component=b', 'A4'],
  ['/print?sheet=day', 'A4'],
])('%s prints on real pages of %s', async (path, size) => {
  const { page } = await openPage(browser());
  await visit(page, `${baseUrl}/?studio=demo`);
  await page.goto(baseUrl + path, { waitUntil: 'load' });
  await page.waitForSelector('article');
  const pdf = Buffer.from(await page.pdf({ preferCSSPageSize: true })).toString('latin1');
  const [, wide, high] = /\/MediaBox\s*\[\s*0 0 ([\d.]+) ([\d.]+)\s*\]/.exec(pdf) ?? [];
  const millimetres = [wide, high].map((points) => Math.round((Number(points) / 72) * 25.4));
  expect(millimetres).toEqual(size === 'A5' ? [148, 210] : [210, 297]);
  expect(pdf.match(/\/Type\s*\/Page\b/g)?.length).toBe(1);
  await page.close();
});
