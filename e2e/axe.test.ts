import { source, type AxeResults, type RunOptions } from 'axe-core';
import type { Page } from 'puppeteer-core';
import { expect, inject, test } from 'vitest';
import { openPage, pick, press, sees, visit, useBrowser } from './browser';
import { isProof } from '@/proof-runs';
import { DIALOGS, goTo, LOOKED_AT } from './pages';
import { OTHER_TERMS, strayWords, textsOfData } from './stray-words';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

/** All of them: the standard's, those of good practice, and those still on trial. */
const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice', 'experimental'];

/** Widths looked at by rule on a screen for fingers. */
const FINGERS = isProof ? [1024, 768, 390] : [];
/** From the widest to the narrowest; a tablet's and the narrowest are looked at always. */
const WIDTHS = isProof ? [1600, 1280, 1024, 768, 390, 320] : [1024, 320];

/** What does not hang on colour is the same in the dark. */
const OF_COLOUR = ['color-contrast', 'link-in-text-block'];

const RULES = {
  all: { runOnly: TAGS },
  colour: { runOnly: OF_COLOUR },
  others: { runOnly: TAGS, rules: Object.fromEntries(OF_COLOUR.map((rule) => [rule, { enabled: false }])) },
} satisfies Readonly<Record<string, RunOptions>>;

/** @param which - all rules, those of colour alone, or all others */
async function violations(page: Page, which: keyof typeof RULES = 'all'): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in globalThis))) await page.evaluate(source);
  const found = await page.evaluate(
    async (options) => {
      const { axe } = globalThis as unknown as {
        readonly axe: { readonly run: (of: Document, options: RunOptions) => Promise<AxeResults> };
      };
      return (await axe.run(document, options)).violations;
    },
    { ...RULES[which], resultTypes: ['violations'] } satisfies RunOptions,
  );
  return found.flatMap((each) =>
    each.nodes.map((node) =>
      `${each.id}: ${node.target.join(' ')} ${node.failureSummary ?? ''}`.slice(0, 300),
    ),
  );
}

const wear = (page: Page, theme: string) =>
  page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: theme }]);

/** What is wrong with the page as it stands, in the light and, where asked, in the dark. */
async function inThemes(page: Page, hasDark = true): Promise<string[]> {
  const light = await violations(page);
  if (!hasDark) return light;
  await wear(page, 'dark');
  const dark = await violations(page, 'colour');
  await wear(page, 'light');
  return [...light, ...dark.map((each) => `dark ${each}`)];
}

/** A screen that changes its size, and from a mouse to fingers, under the page as it stands. */
async function screenOf(page: Page) {
  const client = await page.createCDPSession();
  return async (width: number, height: number, pointer: 'fingers' | 'mouse'): Promise<void> => {
    await client.send('Emulation.setTouchEmulationEnabled', { enabled: pointer === 'fingers' });
    await client.send('Emulation.setDeviceMetricsOverride', {
      width,
      height,
      deviceScaleFactor: 1,
      mobile: false,
    });
    await page.waitForFunction(
      (wide, coarse) => innerWidth === wide && matchMedia('(pointer: coarse)').matches === coarse,
      { polling: 20 },
      width,
      pointer === 'fingers',
    );
  };
}

/** Things to press that are smaller than a finger needs; those inside a sentence are left aside. */
const smallTargets = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('button, a[href], summary, select, input, textarea')].flatMap(
      (each) => {
        const target = each.matches('[type="checkbox"], [type="radio"]')
          ? (each.closest('label') ?? each)
          : each;
        const { width, height } = target.getBoundingClientRect();
        const isSeen = each.checkVisibility() && width > 1 && !each.matches('p a, p button, .skip');
        return isSeen && (height < 43.5 || width < 24)
          ? [
              `${each.getAttribute('aria-label') ?? each.textContent} ${Math.round(width)} by ${Math.round(height)}`,
            ]
          : [];
      },
    ),
  );

/** By how much a page is too wide, once what follows its width has followed. */
async function sideways(page: Page): Promise<number> {
  await page
    .waitForFunction(() => document.documentElement.scrollWidth <= innerWidth, {
      polling: 20,
      timeout: 3_000,
    })
    .catch(() => null);
  return page.evaluate(() => document.documentElement.scrollWidth - innerWidth);
}

test('every view, in the proof with every kind of goal, the kit and the dialogs, light and dark, by mouse and by finger, wide and narrow: no violation, no word of other terms', async () => {
  const { page, problems } = await openPage(browser());
  await wear(page, 'light');
  await visit(page, `${baseUrl}/?studio=demo`);
  const screen = await screenOf(page);
  const data = await textsOfData(page);
  const found: string[] = [];
  const add = (where: string, more: readonly string[]) =>
    found.push(...more.map((each) => `${where} ${each}`));
  for (const [at, path] of LOOKED_AT.entries()) {
    await goTo(page, path);
    // Every pair of colours is in `tokens.test.ts`, and the kit shows what is made of them.
    add(path, await inThemes(page, isProof || path === '/kit' || at % 4 === 0));
    await screen(1024, 768, 'fingers');
    add(`1024 ${path}`, await smallTargets(page));
    for (const width of WIDTHS) {
      await screen(width, 800, 'fingers');
      const over = await sideways(page);
      if (over > 0) add(`${width} ${path}`, [`scrolls sideways by ${over}`]);
      // Colours are the same at every width.
      if (FINGERS.includes(width)) add(`${width} ${path}`, await violations(page, 'others'));
    }
    await screen(1280, 800, 'mouse');
    // The kit shows the words of both.
    if (path !== '/kit') add(path, await strayWords(page, OTHER_TERMS, data));
  }
  for (const [path, name] of DIALOGS) {
    await goTo(page, path);
    await press(page, name);
    await page.waitForSelector('dialog[open]');
    add(`${path} ${name}`, await inThemes(page, isProof));
    if (isProof) {
      await screen(390, 844, 'fingers');
      add(`390 ${path} ${name}`, await violations(page, 'others'));
    }
    await screen(320, 640, 'fingers');
    const over = await page.$eval('dialog[open]', (each) => each.scrollWidth - each.clientWidth);
    if (over > 0) add(`320 ${path} ${name}`, [`scrolls sideways by ${over}`]);
    await screen(1280, 800, 'mouse');
    add(`${path} ${name}`, await strayWords(page, OTHER_TERMS, data));
    await page.keyboard.press('Escape');
    await page.waitForSelector('dialog[open]', { hidden: true });
  }
  expect(found).toEqual([]);
  expect(problems).toEqual([]);
  await page.close();
}, 900_000);

test('a take listened to, kept, with what was found: no violation, nothing sideways, targets for fingers; consent likewise', async () => {
  const { page, problems } = await openPage(browser());
  await wear(page, 'light');
  await visit(page, `${baseUrl}/listen?student=nell&piece=tarrin-the-weir-at-noon&studio=demo`);
  await pick(page, 'Simulated player', 'stops, starts again and slips');
  await press(page, 'Keep this take');
  await sees(page, '1 take in all');
  await sees(page, 'On the page');
  await sees(page, 'Play it');
  await press(page, '5 of 5 met');
  await page.waitForSelector('rect[data-measure][role=button]');
  const found = await inThemes(page);
  await page.setViewport({ width: 1024, height: 768, hasTouch: true });
  found.push(...(await smallTargets(page)).map((each) => `1024 ${each}`));
  for (const width of [1024, 768, 390, 320]) {
    await page.setViewport({ width, height: 800, hasTouch: true });
    await page.waitForFunction((wide) => innerWidth === wide, { polling: 20 }, width);
    const over = await sideways(page);
    if (over > 0) found.push(`${width} scrolls sideways by ${over}`);
  }
  found.push(...(await violations(page, 'others')).map((each) => `320 ${each}`));
  await page.setViewport({ width: 1280, height: 800 });
  await pick(page, 'With', 'microphone, one voice');
  await press(page, 'Listen');
  await sees(page, 'May Nell Fairweather be recorded?');
  found.push(...(await inThemes(page)).map((each) => `consent ${each}`));
  expect(found).toEqual([]);
  expect(problems).toEqual([]);
  await page.close();
}, 180_000);

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
});
