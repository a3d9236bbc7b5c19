import { expect, test } from 'vitest';
import { fill, openPage, press, useBrowser, visit } from '../e2e/browser';
import { takeIn } from './large-studio';
import { useServer } from './served';

const browser = useBrowser();
const server = useServer();

const TYPED = [
  'quay air',
  'no. 2',
  'herron',
  'g major',
  'c stannard',
  'a',
  'swell',
  'waltz 6/8',
  'kelp no 11 ostrey',
];

/** Milliseconds between two keys: ten a second, as fast as a hand types. */
const BETWEEN = 100;

test('the shelf with 10,000 pieces: from key press to results drawn, and scrolling', async () => {
  const { page, problems } = await openPage(browser(), { pauses: true });
  const url = server();
  await page.evaluateOnNewDocument(() => {
    const presses: number[] = [];
    const tasks: number[] = [];
    Object.assign(globalThis, { presses, tasks });
    // From the key going down to the frame after the list was drawn anew.
    addEventListener(
      'keydown',
      ({ timeStamp }) =>
        requestAnimationFrame(() => {
          const { port1, port2 } = new MessageChannel();
          port1.onmessage = () => presses.push(performance.now() - timeStamp);
          port2.postMessage(null);
        }),
      true,
    );
    new PerformanceObserver((list) =>
      tasks.push(...list.getEntries().map(({ duration }) => duration)),
    ).observe({
      type: 'longtask',
    });
  });
  await takeIn(page, url, { students: 30, levels: 120, pieces: 10_000 });
  await visit(page, `${url}/repertoire`);
  const count = await page.$eval('main h1 + span', (each) => each.textContent);
  const taken = (name: 'presses' | 'tasks') =>
    page.evaluate((list) => (globalThis as unknown as Record<string, number[]>)[list]?.splice(0) ?? [], name);
  const typing = async (): Promise<number[]> => {
    const all: number[] = [];
    for (const words of TYPED) {
      await fill(page, 'Find', ' ');
      await new Promise((resolve) => setTimeout(resolve, 200));
      await taken('presses');
      await page.keyboard.type(words, { delay: BETWEEN });
      await new Promise((resolve) => setTimeout(resolve, 100));
      all.push(...(await taken('presses')));
    }
    return all.sort((a, b) => a - b);
  };
  const say = (what: string, all: readonly number[]) => {
    const at = (share: number) => all[Math.min(all.length - 1, Math.floor(all.length * share))] ?? NaN;
    console.log(
      `shelf, ${count}, ${what}: ${all.length} key presses, half within ${at(0.5).toFixed(0)} ms, 95 % within ${at(0.95).toFixed(0)} ms, longest ${at(1).toFixed(0)} ms`,
    );
  };
  await typing();
  say('no student', await typing());
  await fill(page, 'For', (await page.$$eval('select option', (all) => all[1]?.text)) ?? '');
  await fill(page, 'Instrument', 'any');
  await press(page, 'More');
  await fill(page, 'New to the student', 'at most two demands');
  await taken('presses');
  say('for a student, at most two new demands', await typing());
  await fill(page, 'New to the student', 'any');
  await fill(page, 'Find', 'a');
  await taken('tasks');
  const list = await page.$('ul[aria-label="Pieces"]');
  const box = await list?.boundingBox();
  await page.mouse.move((box?.x ?? 0) + 100, 600);
  for (let turn = 0; turn < 150; turn += 1) {
    await page.mouse.wheel({ deltaY: turn % 10 === 0 ? 4_000 : 300 });
    await new Promise((resolve) => setTimeout(resolve, 16));
  }
  await new Promise((resolve) => setTimeout(resolve, 300));
  const tasks = await taken('tasks');
  const place = await page.$eval('ul[aria-label="Pieces"] li', (each) => each.ariaPosInSet);
  console.log(
    `scrolled to piece ${place ?? '?'}: ${tasks.length} tasks over 50 ms, longest ${Math.max(0, ...tasks).toFixed(0)} ms`,
  );
  expect(problems).toEqual([]);
}, 300_000);
