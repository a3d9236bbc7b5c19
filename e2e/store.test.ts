import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { describe, expect, inject, test } from 'vitest';
import {
  fill,
  kept,
  closeProfile,
  openPage,
  press,
  recordsOf,
  savedOf,
  sees,
  textOf,
  useBrowser,
  visit,
} from './browser';
import { openBrowser } from './launch';
import { isProof } from '@/proof-runs';
import { freePort, startServer, stopServer } from './server';

const baseUrl = inject('baseUrl');
/** `npm run bench` asks for more. */
const KILLS = Number(process.env['KILLS'] ?? 5);
const browser = useBrowser();

const MARK = '/mark?goal=orla-5&component=d';
/** Today's teacher's marks of the component under the eye, as the database holds them. */
async function marksOf(page: Page): Promise<Record<string, number>> {
  const sheets = Object.entries(await recordsOf(page, 'demo')).filter(([key]) => key.startsWith('sheet/'));
  const today = sheets
    .map(([, data]) => data as { day: string; componentId: string; marks: Record<string, number> })
    .find((sheet) => sheet.day === '2027-01-20' && sheet.componentId === 'd');
  return today?.marks ?? {};
}

test(
  `chromium killed in a burst of edits, ${KILLS} times: every acknowledged mark is there, none is half there`,
  async () => {
    const profile = mkdtempSync(join(tmpdir(), 'formal-stave-kill-'));
    const opened = async () => {
      const own = await openBrowser(profile);
      const page = await own.newPage();
      await visit(page, `${baseUrl}${MARK}&studio=demo`);
      return { own, page };
    };
    let { own, page } = await opened();
    for (let round = 0; round < KILLS; round += 1) {
      // Figures as fast as they go; what the page says is kept is reported as it says it.
      const start = await savedOf(page);
      let acknowledged = start;
      await page.exposeFunction('report', (saved: number) => {
        acknowledged = Math.max(acknowledged, saved);
      });
      await page.evaluate(() => {
        const { report } = globalThis as unknown as { report: (saved: number) => void };
        new MutationObserver(() => {
          report(Number(document.documentElement.dataset['saved']));
        }).observe(document.documentElement, { attributes: true, attributeFilter: ['data-saved'] });
        let figure = 0;
        setInterval(() => {
          figure = (figure + 1) % 7;
          document.dispatchEvent(
            new KeyboardEvent('keydown', { key: String(figure), code: `Digit${figure}`, bubbles: true }),
          );
        }, 4);
      });
      await expect.poll(() => acknowledged, { timeout: 10_000 }).toBeGreaterThan(start + 5);
      await new Promise((resolve) => setTimeout(resolve, (round * 37) % 200));
      own.process()?.kill('SIGKILL');
      const killed = own;
      await new Promise((resolve) => killed.once('disconnected', resolve));

      ({ own, page } = await opened());
      expect(await savedOf(page)).toBeGreaterThanOrEqual(acknowledged);
      const marks = await marksOf(page);
      expect(Object.values(marks).every((mark) => Number.isInteger(mark) && mark >= 0 && mark <= 6)).toBe(
        true,
      );
      expect(await textOf(page, '[data-testid="component-total"]')).toBe(
        String(Object.values(marks).reduce((sum, mark) => sum + mark, 0)),
      );
    }
    await own.close();
  },
  60_000 + KILLS * 20_000,
);

/** Edits of each of two tabs. */
const EDITS = isProof ? 100 : 30;
test(`two tabs, ${EDITS} edits of each through the interface at once: none is lost, and both tabs show them`, async () => {
  const { page: one } = await openPage(browser());
  const two = await one.browserContext().newPage();
  await visit(one, `${baseUrl}/mark?goal=orla-5&component=d&studio=demo`);
  await visit(two, `${baseUrl}/mark?studio=demo&goal=orla-5&component=y`);
  const before = await savedOf(one);
  const type = (page: Page) =>
    page.evaluate(async (edits) => {
      for (let edit = 0; edit < edits; edit += 1) {
        // Each press differs from what stands there, so that each is an edit.
        const figure = (edit % 4) + (Math.floor(edit / 4) % 3);
        document.dispatchEvent(
          new KeyboardEvent('keydown', { key: 'qwer'[edit % 4] ?? 'q', code: '', bubbles: true }),
        );
        await new Promise((resolve) => setTimeout(resolve, 2));
        document.dispatchEvent(
          new KeyboardEvent('keydown', { key: String(figure), code: `Digit${figure}`, bubbles: true }),
        );
        await new Promise((resolve) => setTimeout(resolve, 6));
      }
    }, EDITS);
  await Promise.all([type(one), type(two)]);
  for (const page of [one, two])
    await page.waitForFunction(
      (count) => Number(document.documentElement.dataset['saved']) >= count,
      { timeout: 90_000, polling: 20 },
      before + 2 * EDITS,
    );
  expect(await savedOf(one)).toBe(before + 2 * EDITS);
  expect(await savedOf(two)).toBe(before + 2 * EDITS);
  const { page: third } = { page: await one.browserContext().newPage() };
  await visit(third, `${baseUrl}/readiness?studio=demo&goal=orla-5`);
  const total = await textOf(third, '[aria-label^="Total"] h2');
  for (const page of [one, two]) await sees(page, total, '[data-testid="total"]');
  await closeProfile(one);
});

test('an undo that another tab has overtaken is refused, and says so', async () => {
  const { page: one } = await openPage(browser());
  const two = await one.browserContext().newPage();
  await visit(one, `${baseUrl}${MARK}&studio=demo`);
  await kept(one, () => one.keyboard.press('Digit4'));
  await visit(two, `${baseUrl}${MARK}&studio=demo`);
  await two.bringToFront();
  await kept(two, () => two.keyboard.press('Digit2'));
  await one.bringToFront();
  await one.waitForFunction(
    (count) => Number(document.documentElement.dataset['saved']) >= count,
    { polling: 20 },
    await savedOf(two),
  );
  await press(one, 'Undo');
  await sees(one, 'cannot be undone: another tab has changed it since');
  await closeProfile(one);
});

test('a record damaged by hand is set aside and listed, and the app starts', async () => {
  const { page } = await openPage(browser(), { pauses: true });
  await visit(page, `${baseUrl}/?studio=demo`);
  await page.evaluate(async () => {
    const db = await new Promise<IDBDatabase>((resolve) => {
      const request = indexedDB.open('formal-stave-demo-binders');
      request.onsuccess = () => resolve(request.result);
    });
    await new Promise((resolve) => {
      const transaction = db.transaction('kept', 'readwrite');
      const binders = transaction.objectStore('kept');
      const request = binders.get('student/orla');
      request.onsuccess = () => {
        const { records } = request.result as { records: { kind: string; data: object }[] };
        const hurt = records.map((record) =>
          record.kind === 'student' ? { ...record, data: { ...record.data, name: 42 } } : record,
        );
        binders.put({ records: hurt }, 'student/orla');
      };
      transaction.oncomplete = resolve;
    });
    db.close();
  });
  await visit(page, baseUrl);
  await sees(page, '1 record could not be read and was set aside; nothing was deleted.');
  await press(page, 'Show them');
  await sees(page, 'student/orla', 'dialog');
  await sees(page, 'must be text', 'dialog');
  await page.keyboard.press('Escape');
  await sees(page, 'Jonah Thwaite');
  await closeProfile(page);
});

test('a full disk: the message says so, nothing half is kept, and the export works', async () => {
  const { page } = await openPage(browser());
  await visit(page, `${baseUrl}${MARK}&studio=demo`);
  const before = await savedOf(page);
  const client = await page.createCDPSession();
  await client.send('Storage.overrideQuotaForOrigin', { origin: baseUrl, quotaSize: 1 });
  await page.evaluate(() => {
    // A quota of one byte only bites on larger writes; refuse every write as a full disk does.
    const full = () => {
      throw new DOMException('The quota has been exceeded.', 'QuotaExceededError');
    };
    IDBObjectStore.prototype.put = full as never;
  });
  await page.keyboard.press('Digit5');
  await sees(page, 'The disk of this browser is full: the last change was not kept.');
  expect(await savedOf(page)).toBe(before);
  await page.goto(`${baseUrl}/settings`);
  await press(page, 'Save the studio file');
  await sees(page, 'last backed up 20 January 2027');
  await closeProfile(page);
});

test('a student archived comes back; a student erased is nowhere, not in the journal nor the snapshots', async () => {
  const { page } = await openPage(browser());
  await visit(page, `${baseUrl}/students?studio=demo`);
  await kept(page, () => press(page, 'Archive Bram Tolliver'));
  await fill(page, 'Show', 'archived');
  await kept(page, () => press(page, 'Bring back Bram Tolliver'));
  await fill(page, 'Show', 'everyone');
  await kept(page, () => press(page, 'Archive Bram Tolliver'));
  await fill(page, 'Show', 'archived');
  await press(page, 'Erase Bram Tolliver');
  await sees(page, 'It cannot be undone.', 'dialog');
  await kept(page, () => press(page, 'Erase for good'));
  const everything = () =>
    page.evaluate(async () => {
      const texts: string[] = [];
      for (const { name = '' } of await indexedDB.databases()) {
        const db = await new Promise<IDBDatabase>((resolve) => {
          const request = indexedDB.open(name);
          request.onsuccess = () => resolve(request.result);
        });
        for (const store of db.objectStoreNames) {
          const values = await new Promise<unknown[]>((resolve) => {
            const request = db.transaction(store).objectStore(store).getAll();
            request.onsuccess = () => resolve(request.result as unknown[]);
          });
          texts.push(JSON.stringify(values));
        }
        db.close();
      }
      return texts.join(' ');
    });
  // The erasure is in force at once; what it leaves behind is swept right after.
  await expect.poll(everything, { timeout: 5_000 }).not.toContain('Tolliver');
  expect(await everything()).toContain('Orla Penhallow');
  await closeProfile(page);
});

describe('a locked studio file', () => {
  test('opens with its passphrase and with no other', async () => {
    const { page, problems } = await openPage(browser());
    await visit(page, `${baseUrl}/settings?studio=demo`);
    await page.evaluate(() => {
      // Catch the file instead of saving it.
      URL.createObjectURL = (blob: Blob) => {
        void blob.text().then((text) => Object.assign(globalThis, { file: text }));
        return '#';
      };
    });
    await fill(page, 'Passphrase, if the file should be locked', 'low water');
    await press(page, 'Save the studio file');
    await page.waitForFunction(() => typeof (globalThis as { file?: string }).file === 'string', {
      timeout: 20_000,
    });
    const sealed = await page.evaluate(() => (globalThis as unknown as { file: string }).file);
    expect(sealed).not.toContain('Penhallow');
    await page.evaluate((text) => {
      const input = document.querySelector('input[type="file"]') as HTMLInputElement;
      const transfer = new DataTransfer();
      transfer.items.add(new File([text], 'locked.studio.json'));
      input.files = transfer.files;
      input.dispatchEvent(new Event('change', { bubbles: true }));
    }, sealed);
    await fill(page, 'Passphrase of the file', 'high water');
    await press(page, 'Open the file');
    await sees(page, 'This passphrase does not open the file');
    await fill(page, 'Passphrase of the file', 'low water');
    await press(page, 'Open the file');
    await sees(page, /It would add 0 and change 0 records; \d+ are the same/);
    expect(problems).toEqual([]);
    await closeProfile(page);
  });
});

test('after the first visit the app opens with the server stopped, the demo for the first time too', async () => {
  const port = await freePort();
  const base = `http://127.0.0.1:${port}`;
  const server = await startServer(port);
  const { page } = await openPage(browser(), { keptPages: true });
  try {
    await visit(page, `${base}/?studio=own`);
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready;
    });
    await page.waitForFunction(() => navigator.serviceWorker.controller !== null, {
      timeout: 20_000,
      polling: 20,
    });
  } finally {
    await stopServer(server);
  }
  expect(await fetch(base).catch(() => 'gone')).toBe('gone');
  for (const [path, words] of [
    ['/?studio=demo', 'Orla Penhallow'],
    ['/plan?goal=orla-5', 'Practice card'],
    ['/mark?goal=orla-5', 'Criteria'],
    ['/library', 'Tarrin Board'],
    ['/print?sheet=day', 'Wednesday 20 January'],
    ['/programme', 'programme'],
  ] as const) {
    await visit(page, base + path);
    await sees(page, words);
  }
  // An address that names no page says so, and is not the register.
  await page.goto(`${base}/nowhere`);
  await sees(page, 'No such page');
  await visit(page, `${base}/mark?goal=orla-5&component=d`);
  await kept(page, () => page.keyboard.press('Digit6'));
  await closeProfile(page);
});
