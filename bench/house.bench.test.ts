import type { Page } from 'puppeteer-core';
import { expect, test } from 'vitest';
import { fill, kept, openPage, press, useBrowser, visit } from '../e2e/browser';
import { takeIn } from './large-studio';
import { useServer } from './served';
import { standsOn, undisturbed } from './undisturbed';

const browser = useBrowser();
const server = useServer();

const LARGE = { students: 200, levels: 120, pieces: 5_000, sheets: 62, lessons: 12 };
const BINDERS = 'formal-stave-demo-binders';
/** What is measured several times: the middle one counts. */
const TIMES = 7;

const at = (sorted: readonly number[], share: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? NaN;
const rising = (all: readonly number[]) => [...all].sort((a, b) => a - b);
const middle = (all: readonly number[]) => at(rising(all), 0.5);
const ms = (value: number) => `${value.toFixed(0)} ms`;

/** In the page: everything in a database, read as localForage reads it, value by value. */
const readRaw = (page: Page, name: string) =>
  page.evaluate(async (database) => {
    const start = performance.now();
    const db = await new Promise<IDBDatabase>((resolve) => {
      const request = indexedDB.open(database);
      request.onsuccess = () => resolve(request.result);
    });
    await new Promise<void>((resolve) => {
      const all: unknown[] = [];
      const request = db.transaction('kept').objectStore('kept').openCursor();
      request.onsuccess = () => {
        const cursor = request.result;
        if (!cursor) {
          resolve();
          return;
        }
        all.push(cursor.value);
        cursor.continue();
      };
    });
    db.close();
    return performance.now() - start;
  }, name);

/** In the page: the same values parsed from text and written again, each in a transaction of its own. */
const parseAndWrite = (page: Page, name: string) =>
  page.evaluate(async (database) => {
    const open = (each: string, create: boolean) =>
      new Promise<IDBDatabase>((resolve) => {
        const request = indexedDB.open(each);
        request.onupgradeneeded = () => create && request.result.createObjectStore('kept');
        request.onsuccess = () => resolve(request.result);
      });
    const db = await open(database, false);
    const values = await new Promise<unknown[]>((resolve) => {
      const request = db.transaction('kept').objectStore('kept').getAll();
      request.onsuccess = () => resolve(request.result as unknown[]);
    });
    db.close();
    const text = JSON.stringify(values);
    const scratch = await open('bench-scratch', true);
    const start = performance.now();
    const parsed = JSON.parse(text) as unknown[];
    await Promise.all(
      [parsed, ...parsed].map(
        (value, key) =>
          new Promise<void>((resolve) => {
            const transaction = scratch.transaction('kept', 'readwrite');
            transaction.objectStore('kept').put(value, key);
            transaction.oncomplete = () => resolve();
          }),
      ),
    );
    const took = performance.now() - start;
    scratch.close();
    indexedDB.deleteDatabase('bench-scratch');
    return took;
  }, name);

/** In the page: follows a link and waits for the title of the view that comes. */
const follow = (page: Page, path: string) =>
  page.evaluate(async (href) => {
    const before = document.querySelector('main h1');
    const link = [...document.querySelectorAll('a')].find((each) => each.getAttribute('href') === href);
    if (!link) throw new Error(`no link to ${href}`);
    const start = performance.now();
    link.click();
    for (;;) {
      await new Promise((resolve) => requestAnimationFrame(resolve));
      const title = document.querySelector('main h1');
      if (title && title !== before && location.pathname === href) return performance.now() - start;
      if (performance.now() - start > 20_000) throw new Error(`${href} does not come`);
    }
  }, path);

/**
 * The minutes of the first student of the map are changed, and taken back while the map is looked at: from
 * the key to the row with other cells.
 */
async function rowAfterEdit(page: Page, url: string): Promise<number> {
  await visit(page, `${url}/fit`);
  await page.waitForFunction(() => performance.getEntriesByName('fit ended').length > 0, { polling: 50 });
  // One whose weeks are told, so that other minutes are seen.
  const name = await page.evaluate(
    () =>
      [...document.querySelectorAll('[role=gridcell]')]
        .find((each) => /\d+ weeks? needed/.test(each.ariaLabel ?? ''))
        ?.closest('tr')
        ?.querySelector('b')?.textContent ?? '',
  );
  await visit(page, `${url}/students`);
  await press(page, `Change ${name}`);
  for (const day of ['Mon', 'Tue', 'Wed', 'Thu', 'Fri']) await fill(page, day, '300');
  await kept(page, () => press(page, 'Save'));
  await follow(page, '/fit');
  await page.waitForFunction(
    () => !document.body.textContent.includes(' cells Stop') && document.querySelector('tbody tr'),
    { polling: 50 },
  );
  await new Promise((resolve) => setTimeout(resolve, 1_000));
  return page.evaluate(async (of) => {
    const cells = () =>
      [...document.querySelectorAll('[role=gridcell]')].flatMap(({ ariaLabel }) =>
        ariaLabel?.startsWith(`${of},`) ? [ariaLabel] : [],
      );
    const before = cells().join();
    const start = performance.now();
    // Looked at only when the page changes: looking all the time would take a good part of the time measured.
    const came = new Promise<number>((resolve, reject) => {
      const watch = new MutationObserver(() => {
        const now = cells().join();
        if (now === before || now.includes('being computed')) return;
        watch.disconnect();
        resolve(performance.now() - start);
      });
      watch.observe(document.body, { subtree: true, childList: true, attributes: true });
      setTimeout(() => reject(new Error('the row does not come')), 10_000);
    });
    document.dispatchEvent(
      new KeyboardEvent('keydown', { key: 'z', code: 'KeyZ', ctrlKey: true, bubbles: true }),
    );
    return came;
  }, name);
}

test('a studio of 200 students, 5,000 pieces and 12,400 mark sheets', async () => {
  const { page, problems } = await openPage(browser(), { pauses: true });
  const url = server();
  const taken = await takeIn(page, url, LARGE);
  const bare = middle((await undisturbed(3, () => parseAndWrite(page, BINDERS))).samples);
  console.log(
    `import: compared in ${ms(taken.compared)}, taken in in ${ms(taken.written)}; bare parse and write ${ms(bare)}; ratio ${((taken.compared + taken.written) / bare).toFixed(2)} (limit 3)`,
  );

  const openings = await undisturbed(TIMES, async () => {
    await visit(page, `${url}/settings`);
    return page.evaluate(() => performance.getEntriesByName('studio read')[0]?.duration ?? NaN);
  });
  const raw = await undisturbed(TIMES, () => readRaw(page, BINDERS));
  console.log(
    `opening: ${ms(middle(openings.samples))} (${standsOn(openings)}: ${rising(openings.samples).map(ms).join(', ')}); raw read ${ms(middle(raw.samples))} (${standsOn(raw)}); ratio ${(middle(openings.samples) / middle(raw.samples)).toFixed(2)} (limit 1.5)`,
  );

  const paths = ['/fit', '/programme', '/plan', '/mark', '/readiness', '/library', '/'];
  await visit(page, url);
  const followed = await undisturbed(
    42,
    async (n) => {
      const path = paths[n % paths.length] ?? '/';
      const took = await follow(page, path);
      await rest(400);
      return { path, took };
    },
    126,
  );
  const changes = new Map<string, number[]>();
  for (const { path, took } of followed.samples) changes.set(path, [...(changes.get(path) ?? []), took]);
  const all = rising([...changes.values()].flat());
  console.log(
    `views by link: ${standsOn(followed)}, 95 % within ${ms(at(all, 0.95))} (limit 100), longest ${ms(at(all, 1))} (limit 300); ${[...changes].map(([path, took]) => `${path} ${took.map((each) => each.toFixed(0)).join(' ')}`).join('; ')}`,
  );

  // A student's page by its link in the list, another student each time; and the keys of finding.
  const opened = await undisturbed(15, async (n) => {
    await visit(page, `${url}/students`);
    await rest(1_000);
    return page.evaluate(
      async (nth) => {
        const link = document.querySelectorAll<HTMLAnchorElement>('main li a[href^="/student?"]')[nth];
        if (!link) throw new Error('no link to a student');
        const name = link.textContent;
        const start = performance.now();
        link.click();
        for (;;) {
          await new Promise((resolve) => requestAnimationFrame(resolve));
          if (location.pathname === '/student' && document.querySelector('main h1')?.textContent === name)
            return performance.now() - start;
          if (performance.now() - start > 20_000) throw new Error('the page does not come');
        }
      },
      (n * 13) % LARGE.students,
    );
  });
  console.log(
    `a student's page: ${ms(middle(opened.samples))} to first content (limit 100; ${standsOn(opened)}: ${rising(opened.samples).map(ms).join(', ')})`,
  );
  await page.keyboard.press('/');
  await page.waitForSelector('dialog[open] input');
  const finding = await undisturbed(1, () =>
    page.evaluate(async () => {
      const field = document.querySelector<HTMLInputElement>('dialog[open] input');
      const list = document.querySelector('dialog[open] [role=listbox]');
      if (!field || !list) throw new Error('nothing to find with');
      const put = (value: string) => Reflect.set(HTMLInputElement.prototype, 'value', value, field);
      const took: number[] = [];
      for (const words of ['student 12', 'low water', 'tide s', 'level 5', 'minuet in', 'e', 'a', 'plan'])
        for (let length = 1; length <= words.length; length += 1) {
          const start = performance.now();
          put(words.slice(0, length));
          field.dispatchEvent(new Event('input', { bubbles: true }));
          await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
          took.push(performance.now() - start);
          await new Promise((resolve) => setTimeout(resolve, 60));
        }
      return { took, found: list.childElementCount };
    }),
  );
  const [keys] = finding.samples;
  if (!keys) throw new Error('nothing was found');
  console.log(
    `finding: ${keys.took.length} keys (${standsOn(finding)}), 95 % drawn within ${ms(at(rising(keys.took), 0.95))} (limit 50), longest ${ms(at(rising(keys.took), 1))}`,
  );
  expect(keys.found).toBeGreaterThan(0);

  const rows = await undisturbed(TIMES, () => rowAfterEdit(page, url));
  console.log(
    `one row of the fit after an edit of its student: ${ms(middle(rows.samples))} (${standsOn(rows)}: ${rising(rows.samples).map(ms).join(', ')}; limit 50)`,
  );

  await visit(page, `${url}/mark?goal=goal-student-0`);
  const marks = await page.evaluate(async () => {
    const total = () => document.querySelector('[data-testid="component-total"]')?.textContent;
    const drawn: number[] = [];
    const kept: number[] = [];
    // An entry of the journal has the mark from the moment its transaction is complete.
    const put = Reflect.get(IDBObjectStore.prototype, 'put') as (
      this: IDBObjectStore,
      value: unknown,
      key?: IDBValidKey,
    ) => IDBRequest<IDBValidKey>;
    let begun = 0;
    IDBObjectStore.prototype.put = function (value: unknown, key?: IDBValidKey) {
      if (typeof key === 'string' && /^\d{10}$/.test(key))
        this.transaction.addEventListener('complete', () => kept.push(performance.now() - begun));
      return put.call(this, value, key);
    };
    for (let n = 0; n < 21; n += 1) {
      const shown = total();
      const key = String(n % 2 === 0 ? 1 : 4);
      document.dispatchEvent(new KeyboardEvent('keydown', { key: 'q', code: '', bubbles: true }));
      await new Promise((resolve) => setTimeout(resolve, 50));
      begun = performance.now();
      document.dispatchEvent(new KeyboardEvent('keydown', { key, code: `Digit${key}`, bubbles: true }));
      while (total() === shown && performance.now() - begun < 3_000)
        await new Promise((resolve) => setTimeout(resolve));
      drawn.push(performance.now() - begun);
      await new Promise((resolve) => setTimeout(resolve, 150));
    }
    return { drawn, kept };
  });
  await visit(page, `${url}/run?student=student-0`);
  const runs = await undisturbed(15, () =>
    page.evaluate(async () => {
      const press = (key: string) =>
        document.dispatchEvent(new KeyboardEvent('keydown', { key, code: '', bubbles: true }));
      const count = () => document.querySelectorAll('[aria-label^="Change the run of"]').length;
      press('s');
      await new Promise((resolve) => setTimeout(resolve, 150));
      const before = count();
      const start = performance.now();
      press('f');
      while (count() === before && performance.now() - start < 3_000)
        await new Promise((resolve) => setTimeout(resolve));
      const took = performance.now() - start;
      await new Promise((resolve) => setTimeout(resolve, 150));
      return took;
    }),
  );
  console.log(
    `a run-through kept: on the screen in ${ms(middle(runs.samples))} (limit 50; ${standsOn(runs)}: ${rising(runs.samples).map(ms).join(', ')})`,
  );
  const entries = await page.evaluate(async () => {
    const db = await new Promise<IDBDatabase>((resolve) => {
      const request = indexedDB.open('bench-entry');
      request.onupgradeneeded = () => request.result.createObjectStore('kept');
      request.onsuccess = () => resolve(request.result);
    });
    const took: number[] = [];
    for (let n = 0; n < 21; n += 1) {
      const start = performance.now();
      await new Promise<void>((resolve) => {
        const transaction = db.transaction('kept', 'readwrite');
        transaction.objectStore('kept').put({ seq: n, changes: [{ data: 'x'.repeat(800) }] }, n);
        transaction.oncomplete = () => resolve();
      });
      took.push(performance.now() - start);
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
    db.close();
    return took;
  });
  console.log(
    `a mark given: on the screen in ${ms(middle(marks.drawn))} (limit 50, longest ${ms(at(rising(marks.drawn), 1))}), acknowledged in ${ms(middle(marks.kept))}; bare journal write ${middle(entries).toFixed(1)} ms; ratio ${(middle(marks.kept) / middle(entries)).toFixed(1)} (limit 2)`,
  );
  expect(problems).toEqual([]);
}, 1_200_000);

const rest = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds));
