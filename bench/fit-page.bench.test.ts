import type { Page } from 'puppeteer-core';
import { expect, test } from 'vitest';
import { openPage, useBrowser, visit } from '../e2e/browser';
import { takeIn } from './large-studio';
import { useServer } from './served';

const browser = useBrowser();
const server = useServer();

interface Watched {
  readonly first: number;
  /** The first cell drawn with its state. */
  readonly drawn: number;
  readonly all: number;
  readonly longest: number;
  readonly blocked: number;
  /** The longest task from the opening of the page, the reading of the studio counted in. */
  readonly opening: number;
}

/** What the page did from the asking of the question to the last cell drawn, in milliseconds. */
const watched = (page: Page): Promise<Watched> =>
  page.evaluate(() => {
    const asked = performance.getEntriesByName('fit asked').at(-1)?.startTime ?? 0;
    const at = (name: string) => (performance.getEntriesByName(name).at(-1)?.startTime ?? NaN) - asked;
    const all = (globalThis as unknown as { tasks: PerformanceEntry[] }).tasks;
    const tasks = all.filter((task) => task.startTime + task.duration >= asked);
    return {
      first: at('fit first cells'),
      drawn: at('first cell drawn'),
      all: at('fit ended'),
      longest: Math.max(0, ...tasks.map((task) => task.duration)),
      blocked: tasks.filter((task) => task.duration > 100).length,
      opening: Math.max(0, ...all.map((task) => task.duration)),
    };
  });

test('the fit page with 200 students and 120 levels: first cells, all cells, longest task, stop at once', async () => {
  const { page, problems } = await openPage(browser(), { pauses: true });
  const url = server();
  await page.evaluateOnNewDocument(() => {
    const tasks: PerformanceEntry[] = [];
    Object.assign(globalThis, { tasks });
    new MutationObserver(() => {
      if (performance.getEntriesByName('first cell drawn').length > 0) return;
      const cell = document.querySelector('[role=gridcell]:not([aria-label$="being computed"])');
      if (cell) performance.mark('first cell drawn');
    }).observe(document, {
      subtree: true,
      childList: true,
      attributes: true,
      attributeFilter: ['aria-label'],
    });
    new PerformanceObserver((list) => tasks.push(...list.getEntries())).observe({ type: 'longtask' });
  });
  await takeIn(page, url, { students: 200, levels: 120, pieces: 5_000 });
  const cells = () =>
    page.waitForFunction(() => performance.getEntriesByName('fit ended').length > 0, {
      timeout: 60_000,
      polling: 50,
    });
  const rounds: Watched[] = [];
  for (let round = 0; round < 10; round += 1) {
    await visit(page, `${url}/fit`);
    await cells();
    await new Promise((resolve) => setTimeout(resolve, 500));
    rounds.push(await watched(page));
  }
  await visit(page, `${url}/fit`);
  const stopped = await page.evaluate(async () => {
    const frame = () => new Promise((resolve) => setTimeout(resolve, 4));
    const button = () => [...document.querySelectorAll('button')].find((each) => each.textContent === 'Stop');
    for (let tries = 0; !button() && tries < 1_000; tries += 1) await frame();
    const since = performance.now();
    button()?.click();
    for (let tries = 0; tries < 1_000 && !document.body.textContent.includes('Stopped;'); tries += 1)
      await frame();
    return performance.now() - since;
  });
  for (const { first, drawn, all, longest, blocked, opening } of rounds)
    console.log(
      `fit page 200 x 120 x 4,680: first cells ${first.toFixed(0)} ms, drawn ${drawn.toFixed(0)} ms, all ${all.toFixed(0)} ms, longest task ${longest.toFixed(0)} ms, ${blocked} over 100 ms; longest from the opening ${opening.toFixed(0)} ms`,
    );
  console.log(`stopped in ${stopped.toFixed(0)} ms`);
  expect(problems).toEqual([]);
}, 300_000);
