import { mkdtempSync, readdirSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, inject } from 'vitest';
import { connect, type Browser, type BrowserContext, type ElementHandle, type Page } from 'puppeteer-core';
import { openBrowser, VIEWPORT } from './launch';
import { watch } from './watched';

/** The browser that stands open for the files of this worker, one after the other; without one, a browser of its own. */
async function standingBrowser(): Promise<Browser> {
  const endpoint = inject('browsers')?.[Number(process.env['VITEST_POOL_ID']) - 1];
  const standing =
    endpoint === undefined
      ? null
      : await connect({ browserWSEndpoint: endpoint, defaultViewport: VIEWPORT }).catch(() => null);
  if (!standing) return openBrowser();
  used.add(standing);
  return standing;
}

/** What the tests of a file left open. */
async function leave(browser: Browser): Promise<void> {
  if (browser.process()) {
    await browser.close();
    return;
  }
  for (const context of browser.browserContexts())
    await (context.id === undefined ? closeShown(context) : context.close());
  await browser.disconnect();
}

/** One browser for a file of tests; ask for it inside a test. */
export function useBrowser(): () => Browser {
  let browser: Browser | undefined;
  beforeAll(async () => {
    browser = await standingBrowser();
  });
  afterAll(() => browser && leave(browser));
  return () => {
    if (!browser) throw new Error('the browser opens with the first test');
    return browser;
  };
}

/** Browsers whose own profile a test has used. */
const used = new WeakSet<Browser>();

/** What a test needs of the browser and others do without, as it takes time. */
interface Needs {
  /** Keeps the pages, so that they open without a server: all of them are fetched, which takes as long as a test. */
  readonly keptPages?: boolean;
  /** Does what waits for a pause: other views are drawn beforehand, scores are read, a studio is checked whole. */
  readonly pauses?: boolean;
}

/** A page in a profile without data, which keeps every console error and page error it saw. A test closes it. */
export async function openPage(
  browser: Browser,
  { keptPages = false, pauses = keptPages }: Needs = {},
): Promise<{ page: Page; problems: string[] }> {
  const own = browser.defaultBrowserContext();
  const isFree = (await own.pages()).every((each) => each.url() === 'about:blank');
  // The browser's own profile has the program read and compiled from the test before: a page opens there in half the time.
  const page = await (isFree && !keptPages ? own : await browser.createBrowserContext()).newPage();
  if (isFree && used.has(browser)) await forget(page);
  used.add(browser);
  if (!keptPages) await page.evaluateOnNewDocument(keepNoPages);
  if (!pauses) await page.evaluateOnNewDocument(neverPause);
  return { page, problems: watch(page) };
}

/** Everything the test before left in the browser's own profile. */
async function forget(page: Page): Promise<void> {
  const client = await page.createCDPSession();
  await client.send('Storage.clearDataForOrigin', { origin: inject('baseUrl'), storageTypes: 'all' });
  await client.detach();
}

/** Closes a page and all others of its profile. */
export async function closeProfile(page: Page): Promise<void> {
  const context = page.browserContext();
  if (context.id !== undefined) {
    await context.close();
    return;
  }
  await closeShown(context);
}

/** With its blank page the browser stays. */
async function closeShown(context: BrowserContext): Promise<void> {
  const left = (await context.pages()).filter((each) => each.url() !== 'about:blank');
  await Promise.all(left.map((each) => each.close()));
}

/** In the page: a browser without service workers. */
function keepNoPages(): void {
  Reflect.deleteProperty(Navigator.prototype, 'serviceWorker');
}

/** In the page: a browser that always has something else to do. */
function neverPause(): void {
  globalThis.requestIdleCallback = () => 0;
}

/** Milliseconds after which what should be there will not come. */
const WAIT = 30_000;

/** Things are looked for in the open dialog, or else in the whole page. */
interface Wanted {
  readonly by: 'label' | 'press';
  readonly name: string;
  readonly nth: number;
}

async function find(page: Page, wanted: Wanted): Promise<ElementHandle> {
  const handle = await page
    .waitForFunction(
      ({ by, name, nth }: Wanted) => {
        const scope = document.querySelector('dialog[open]') ?? document.body;
        const words = (element: Element) => {
          const copy = element.cloneNode(true) as Element;
          for (const key of copy.querySelectorAll('kbd, svg')) key.remove();
          return copy.textContent.replace(/\s+/g, ' ').trim();
        };
        if (by === 'label') {
          const labels = [...scope.querySelectorAll('label')].filter(
            (label) => words(label) === name || words(label).startsWith(`${name},`),
          );
          const label = labels[nth];
          if (label) return label.control;
          return (
            [...scope.querySelectorAll(`[aria-label="${CSS.escape(name)}"]`)].filter((each) =>
              each.matches('input, select, textarea'),
            )[nth] ?? null
          );
        }
        const presses = [...scope.querySelectorAll('button, a, summary, [role="option"]')].filter(
          (each) =>
            (each.getAttribute('aria-label') ?? words(each)) === name &&
            !(each as HTMLButtonElement).disabled &&
            (each as HTMLElement).offsetParent !== null,
        );
        return presses[nth] ?? null;
      },
      { timeout: WAIT, polling: 20 },
      wanted,
    )
    .catch(() => {
      throw new Error(`no ${wanted.by} "${wanted.name}" (${wanted.nth})`);
    });
  return handle.asElement() as ElementHandle;
}

/** Clicks a button, link or option by its name, with the mouse. */
export async function press(page: Page, name: string, nth = 0): Promise<void> {
  const { href } = new URL(page.url());
  for (let tries = 0; ; tries += 1) {
    const element = await find(page, { by: 'press', name, nth });
    try {
      await element.evaluate((each) => {
        each.scrollIntoView({ block: 'center' });
        // A click that goes beside, where the page moved under the pointer, does nothing.
        const page = globalThis as { guard?: (event: Event) => void };
        if (page.guard) removeEventListener('click', page.guard, true);
        page.guard = (event: Event) => {
          if (event.target instanceof Node && each.contains(event.target))
            each.setAttribute('data-was-clicked', '');
          else {
            event.preventDefault();
            event.stopImmediatePropagation();
          }
        };
        addEventListener('click', page.guard, { once: true, capture: true });
      });
      await element.click();
      if (await wasClicked(element)) {
        await hasFocus(page, name, href);
        return;
      }
      // Look again, as a hand would.
      if (tries >= 3) throw new Error(`"${name}" moves away from under the pointer`);
    } catch (error) {
      // The page was just drawing itself anew.
      if (tries >= 3 || !/detached|not clickable/.test(String(error))) throw error;
    }
  }
}

/** After an act the focus stands on something, never on the page; a page that was left because of it is let be. */
async function hasFocus(page: Page, name: string, href: string): Promise<void> {
  const isLost = (error: unknown) => {
    if (/timeout|exceeded/i.test(String(error)) && page.url() === href)
      throw new Error(`the focus fell to the page after "${name}"`);
  };
  await page
    .waitForFunction(
      () =>
        ![...document.querySelectorAll('[role="status"]')].some((each) =>
          each.textContent.includes('Opening the studio'),
        ),
      { timeout: WAIT, polling: 20 },
    )
    .catch(isLost);
  await page
    .waitForFunction(
      (address) => location.href !== address || (document.activeElement ?? document.body) !== document.body,
      { timeout: 2_000, polling: 20 },
      href,
    )
    .catch(isLost);
}

/** Whether the click reached the element; a page that was left because of it can no longer be asked. */
async function wasClicked(element: ElementHandle): Promise<boolean> {
  return element
    .evaluate((each) => {
      const clicked = each.hasAttribute('data-was-clicked');
      each.removeAttribute('data-was-clicked');
      return clicked;
    })
    .catch(() => true);
}

/** Types into the field of that label, in place of what stands there. */
export async function fill(page: Page, label: string, value: string, nth = 0): Promise<void> {
  const element = await find(page, { by: 'label', name: label, nth });
  const kind = await element.evaluate((each) =>
    each instanceof HTMLSelectElement
      ? 'select'
      : each instanceof HTMLInputElement && ['date', 'time'].includes(each.type)
        ? 'set'
        : each instanceof HTMLTextAreaElement
          ? 'set'
          : 'type',
  );
  if (kind === 'select') {
    const choice = await element.evaluate(
      (each, text) =>
        [...(each as HTMLSelectElement).options].find(
          (option) => option.value === text || option.text === text,
        )?.value ?? '',
      value,
    );
    await (element as ElementHandle<HTMLSelectElement>).select(choice);
  } else if (kind === 'set') {
    // What a date picker or a paste does: the value at once, then the input event.
    await element.evaluate((each, text) => {
      const prototype =
        each instanceof HTMLTextAreaElement ? HTMLTextAreaElement.prototype : HTMLInputElement.prototype;
      Object.getOwnPropertyDescriptor(prototype, 'value')?.set?.call(each, text);
      each.dispatchEvent(new Event('input', { bubbles: true }));
    }, value);
  } else {
    await element.click({ count: 3 });
    await page.keyboard.press('Backspace');
    await element.type(value);
  }
}

/** Picks from a select with search. */
export async function pick(page: Page, label: string, words: string): Promise<void> {
  const element = await find(page, { by: 'label', name: label, nth: 0 });
  await element.click({ count: 3 });
  await element.type(words);
  await page.keyboard.press('Enter');
}

/** Waits until the page says so. */
export async function sees(page: Page, text: string | RegExp, selector = 'body'): Promise<void> {
  const [source, flags] =
    typeof text === 'string' ? [text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'), ''] : [text.source, text.flags];
  await page
    .waitForFunction(
      (css, pattern, mode) =>
        new RegExp(pattern, mode).test((document.querySelector(css)?.textContent ?? '').replace(/\s+/g, ' ')),
      { timeout: WAIT, polling: 20 },
      selector,
      source,
      flags,
    )
    .catch(async () => {
      const wordsOf = (css: string) =>
        page.$eval(css, (each) => (each as HTMLElement).innerText.replace(/\s+/g, ' ').slice(0, 900));
      const said = await wordsOf(selector).catch(async () => `(no ${selector}) ${await wordsOf('body')}`);
      throw new Error(`${page.url()} does not say ${String(text)}: ${said}`);
    });
}

export async function textOf(page: Page, selector: string): Promise<string> {
  await page.waitForSelector(selector, { timeout: WAIT });
  return page.$eval(selector, (each) => each.textContent.replace(/\s+/g, ' ').trim());
}

/** Goes to an address of the app and waits until its studio is open. */
export async function visit(page: Page, url: string): Promise<void> {
  await page.goto(url, { waitUntil: 'load' });
  await page
    .waitForFunction(() => document.documentElement.dataset['saved'] !== undefined, {
      timeout: 30_000,
      polling: 20,
    })
    .catch(async () => {
      const said = await page
        .evaluate(async () => {
          const locks = await navigator.locks.query();
          return `${document.body.innerText.slice(0, 500)} ${JSON.stringify(locks)}`;
        })
        .catch((error: unknown) => `the page does not answer (${String(error)})`);
      throw new Error(`${url} opens no studio: ${said}`);
    });
}

/** Waits until the view at this path is drawn: the status, which stays over the change of view, is none of it. */
export async function arrived(page: Page, path: string): Promise<void> {
  await page.waitForFunction(
    (wanted) => location.pathname === wanted && document.querySelector('main h1') !== null,
    { timeout: WAIT, polling: 20 },
    path,
  );
}

/** Waits until one more edit is acknowledged than before `work`. */
export async function kept(page: Page, work: () => Promise<void>): Promise<void> {
  const before = await savedOf(page);
  await work();
  await page.waitForFunction(
    (count) => Number(document.documentElement.dataset['saved']) > count,
    { timeout: WAIT, polling: 20 },
    before,
  );
}
export const savedOf = (page: Page): Promise<number> =>
  page.evaluate(() => Number(document.documentElement.dataset['saved'] ?? 0));

/** Lets the page save files into a new folder; returns it. */
export async function downloads(page: Page): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'formal-stave-'));
  const client = await page.createCDPSession();
  const { id } = page.browserContext();
  await client.send('Browser.setDownloadBehavior', {
    behavior: 'allow',
    downloadPath: folder,
    ...(id !== undefined && { browserContextId: id }),
  });
  return folder;
}

/** The file that ends so, once it is whole: until then it is empty, and what is there stands under another name. */
export async function savedFile(folder: string, ending: string): Promise<string> {
  const names = () => {
    const all = readdirSync(folder);
    if (all.some((name) => name.endsWith('.crdownload'))) return [];
    return all.filter((name) => name.endsWith(ending) && statSync(join(folder, name)).size > 0);
  };
  await expect.poll(names, { timeout: WAIT }).toHaveLength(1);
  return join(folder, String(names()[0]));
}

/** Every record as the browser keeps it, by kind and id, once the binders of all that is acknowledged are written. */
export function recordsOf(page: Page, which: 'own' | 'demo'): Promise<Record<string, unknown>> {
  return page.evaluate(async (name) => {
    const values = async (area: string): Promise<unknown[]> => {
      const db = await new Promise<IDBDatabase>((resolve, reject) => {
        const request = indexedDB.open(`${name}-${area}`);
        request.onsuccess = () => resolve(request.result);
        request.onerror = () => reject(new Error('cannot open'));
      });
      const request = db.transaction('kept').objectStore('kept').getAll();
      const all = await new Promise<unknown[]>((resolve) => {
        request.onsuccess = () => resolve(request.result as unknown[]);
      });
      db.close();
      return all;
    };
    const isWritten = async () => {
      const head = (await values('journal')).find((each) => 'applied' in (each as object));
      return (
        ((head as { applied: number } | undefined)?.applied ?? 0) >=
        Number(document.documentElement.dataset['saved'])
      );
    };
    while (!(await isWritten())) await new Promise((resolve) => setTimeout(resolve, 20));
    return Object.fromEntries(
      (await values('binders')).flatMap((binder) =>
        (binder as { records: { kind: string; id: string; data: unknown }[] }).records.map(
          ({ kind, id, data }) => [`${kind}/${id}`, data],
        ),
      ),
    );
  }, `formal-stave-${which}`);
}

/** What a screen reader would call the thing that has the focus. */
export const nameOfFocus = (page: Page) =>
  page.evaluate(() => {
    const each = document.activeElement;
    return (
      each?.getAttribute('aria-label') ??
      (each instanceof HTMLInputElement ||
      each instanceof HTMLTextAreaElement ||
      each instanceof HTMLSelectElement
        ? (each.labels?.[0]?.textContent ?? '')
        : (each?.textContent ?? ''))
    );
  });

/** Presses Tab until the focus stands on something of that name. */
export async function tabTo(page: Page, name: RegExp): Promise<void> {
  for (let presses = 0; presses < 120; presses += 1) {
    if (name.test(await nameOfFocus(page))) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`Tab never reaches ${String(name)}`);
}
