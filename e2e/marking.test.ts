import { expect, inject, test } from 'vitest';
import type { Page } from 'puppeteer-core';
import {
  arrived,
  fill,
  kept,
  openPage,
  pick,
  press,
  recordsOf,
  sees,
  tabTo,
  textOf,
  useBrowser,
  visit,
} from './browser';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

/** Data of every record of a kind that the demo keeps. */
const kindOf = async (page: Page, kind: string) =>
  Object.entries(await recordsOf(page, 'demo')).flatMap(([key, data]) =>
    key.startsWith(`${kind}/`) ? [data as Record<string, unknown>] : [],
  );

/** What has this name, touched with a finger. */
async function touch(page: Page, name: RegExp): Promise<void> {
  const handle = await page.waitForFunction(
    (source) =>
      [...document.querySelectorAll('button, a')].find((each) => {
        const words = each.getAttribute('aria-label') ?? each.textContent.replace(/\s+/g, ' ').trim();
        return new RegExp(source).test(words) && !(each as HTMLButtonElement).disabled;
      }) ?? null,
    { polling: 20 },
    name.source,
  );
  const element = handle.asElement();
  if (!element) throw new Error(`no ${name.source}`);
  await element.evaluate((each) => (each as Element).scrollIntoView({ block: 'center' }));
  await (element as Awaited<ReturnType<Page['$']>>)?.tap();
}

test('a student marks by touch on a tablet held upright, and the teacher compares', async () => {
  const { page, problems } = await openPage(browser());
  await page.setViewport({ width: 768, height: 1024, hasTouch: true });
  await visit(page, `${baseUrl}/mark?goal=orla-5&component=d&studio=demo`);
  await touch(page, /^Hand over for own marks/);
  await sees(page, 'Orla Penhallow: how did it go today?');
  // Nothing here is anybody else's, and nothing leads there but giving it back.
  expect(await page.$$('nav a, [data-testid="own-total"]')).toHaveLength(0);
  for (const [criterion, mark] of [
    ['Notes and rhythm', 5],
    ['Tone and intonation', 6],
    ['Phrasing and character', 4],
  ] as const) {
    const group = `[aria-label="${criterion}, out of 6"] button`;
    const at = await page.$$eval(
      group,
      (all, figure) => all.findIndex((each) => each.textContent.startsWith(String(figure))),
      mark,
    );
    await kept(page, async () => (await page.$$(group))[at]?.tap());
  }
  await sees(page, '1 of 4 still to mark');
  // A band of two marks asks which.
  await touch(page, /^1 to 2/);
  await page.waitForSelector('[aria-label="Which mark"]');
  const last = '[aria-label="Pulse and continuity, out of 6"] button';
  await kept(page, async () => (await page.$$(last))[1]?.tap());
  await sees(page, 'All marked: 20.');
  await touch(page, /^Give it back$/);
  await page.waitForSelector('[data-testid="own-total"]');
  for (const mark of ['4', '4', '4', '5']) await kept(page, () => page.keyboard.press(mark as '4'));
  await sees(page, 'On Wed 20 Jan own marks were 3 above the teacher’s', '[data-testid="gap"]');
  expect(await textOf(page, '[data-testid="own-total"]')).toBe('20');
  await sees(page, 'Next step up');
  const wide = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(wide).toBeLessThanOrEqual(768);
  expect(problems).toEqual([]);
  await page.close();
});

test('handed over, marked and given back by keyboard alone', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/mark?goal=orla-5&component=y&studio=demo`);
  await page.keyboard.press('h');
  await sees(page, 'how did it go today?');
  await tabTo(page, /^5One or two/);
  await kept(page, () => page.keyboard.press('Enter'));
  await sees(page, '3 of 4 still to mark');
  // No key leads away from the page a student has in hands.
  for (const key of ['1', '/', '?'] as const) await page.keyboard.press(key);
  await sees(page, '3 of 4 still to mark');
  expect(await page.$('dialog[open]')).toBeNull();
  await page.keyboard.down('Shift');
  await tabTo(page, /^Give it back/);
  await page.keyboard.up('Shift');
  await page.keyboard.press('Enter');
  await page.waitForSelector('[data-testid="own-total"]');
  expect(problems).toEqual([]);
  await page.close();
});

test('two peers and a named mock examiner are kept apart', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/mark?goal=orla-5&component=s&studio=demo`);
  for (const [who, name] of [
    ['peer', 'Nell'],
    ['peer', 'Bram'],
    ['mock examiner', 'Tobiah Renn'],
  ] as const) {
    await press(page, who);
    await fill(page, 'Name', name);
    await page.keyboard.press('Enter');
    await kept(page, () => page.keyboard.press('4'));
  }
  const sheets = (await kindOf(page, 'sheet')).filter(
    ({ day, by }) => day === '2027-01-20' && by !== undefined,
  );
  expect(sheets.map(({ assessor, by }) => `${String(assessor)} ${String(by)}`).sort()).toEqual([
    'mock Tobiah Renn',
    'peer Bram',
    'peer Nell',
  ]);
  expect(problems).toEqual([]);
  await page.close();
});

test('a panel of three marks four entrants one after the other; places, a seat and the sheets', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/panel?studio=demo`);
  await sees(page, /1 Anouk Vell 37 37 37 37 gold lantern|Anouk Vell.*gold lantern/);
  await press(page, 'Set a day');
  await fill(page, 'Name', 'Mock panel');
  await fill(page, 'First one at', '10:00');
  await fill(page, 'Judges', 'Ailsa, Corin, Berit');
  for (const who of ['Davit Sorrel', 'Teodor Marsk', 'Hester Quill, Fairlead', 'Petra Lunn'])
    await pick(page, 'Add an entrant', who);
  await kept(page, () => press(page, 'Set the day'));
  await sees(page, 'Mock panel', 'h1');
  for (const { cells, marks } of [
    { cells: 1, marks: ['8', '7', '9'] },
    { cells: 6, marks: ['7', '8', '6'] },
    { cells: 6, marks: ['9', '8', '9'] },
    { cells: 20, marks: ['4', '5', '5'] },
  ] as const) {
    for (const mark of marks)
      for (let at = 0; at < cells; at += 1) await kept(page, () => page.keyboard.press(mark));
    await page.waitForSelector('[data-testid="panel-result"]');
    await page.keyboard.press('j');
  }
  await sees(page, /Davit Sorrel/, 'main');
  const places = await page.$$eval('table', (tables) =>
    tables
      .filter((table) => table.textContent.includes('Place'))
      .map((table) =>
        [...table.querySelectorAll('tbody tr')].map((row) => row.textContent.replace(/\s+/g, ' ')),
      ),
  );
  // The median of the judges' totals: 54 before 42, and one seat.
  const chairs = places.find((rows) => rows.some((row) => row.includes('Hester')));
  expect(chairs?.[0]).toMatch(/^1Hester Quill544854/);
  expect(chairs?.[1]).toMatch(/^2Teodor Marsk424836/);
  await press(page, 'Print: adjudication sheets');
  await sees(page, 'Davit Sorrel: adjudication');
  await sees(page, 'Words for the player');
  expect(problems).toEqual([]);
  await page.close();
}, 180_000);

test('of forty results pasted the six wrong rows are named, the others come in and can be put right', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/results?studio=demo`);
  const names = await page.$$eval('select[id] option', (all) => all.map(({ text }) => text));
  const students = names.filter((name) => /^[A-Z][a-z]+ [A-Z]/.test(name)).slice(0, 12);
  const rows = Array.from({ length: 34 }, (_, at) =>
    [
      students[at % 12],
      'Tarrin Board flute',
      `Level ${7 + Math.floor(at / 12)}`,
      '2023-03-22',
      'pass',
      80 + (at % 9),
    ].join('\t'),
  );
  const wrong = [
    ['Nobody Here', 'Tarrin Board flute', 'Level 1', '2023-03-22', 'pass', '80'],
    [students[0], 'Tarrin Board kazoo', 'Level 1', '2023-03-22', 'pass', '80'],
    [students[1], 'Tarrin Board flute', 'Level 11', '2023-03-22', 'pass', '80'],
    [students[2], 'Tarrin Board flute', 'Level 1', 'soon', 'pass', '80'],
    [students[3], 'Tarrin Board flute', 'Level 1', '2023-03-22', 'superb', '80'],
    [students[4], 'Tarrin Board flute', 'Level 1', '2023-03-22', 'pass', '300'],
  ].map((cells) => cells.join('\t'));
  await page.keyboard.press('v');
  const head = ['student', 'requirement', 'level', 'date', 'result', 'marks'].join('\t');
  await fill(page, 'Table', [head, ...rows.slice(0, 17), ...wrong, ...rows.slice(17)].join('\n'));
  await sees(page, '6 rows are left out');
  for (const why of [
    'there is no student "Nobody Here"',
    'there is no requirement "Tarrin Board kazoo" in the library',
    'there is no level "Level 11"',
    '"soon" is no day',
    'superb asks 106, and the total is 80',
    'a total of 300 of 120 is too high',
  ])
    await sees(page, why, 'dialog');
  await kept(page, () => press(page, 'Import 34 results'));
  await sees(page, '56 official results');
  // One of them is put right after an appeal: what stood before is kept, and the level is held once.
  const [first] = students;
  await press(page, first ?? '');
  await fill(page, 'Result', 'strong');
  await fill(page, 'Total', '95');
  await fill(page, 'It takes the place of the result above because of', 'an appeal');
  await kept(page, () => press(page, 'Record the new result'));
  await sees(page, 'replaced by an appeal');
  expect(problems).toEqual([]);
  await page.close();
}, 120_000);

test('a run with two stops and a recovery: by three keys, then by touch', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/run?student=jonah&studio=demo`);
  const before = (await kindOf(page, 'run')).length;
  for (const key of ['s', 's', 'd', 'd', 'd', 'a'] as const) await page.keyboard.press(key);
  await press(page, '7');
  await kept(page, () => page.keyboard.press('f'));
  await sees(page, 'How it went');
  await kept(page, () => press(page, 'kept'));
  await kept(page, () => pick(page, 'Own mark of ten', '6'));
  await kept(page, () => pick(page, 'After listening back', '8'));
  await sees(page, 'own mark 6, then 8 of 10 after listening back');
  await page.setViewport({ width: 768, height: 1024, hasTouch: true });
  await visit(page, `${baseUrl}/run?student=jonah`);
  for (const name of [/Start/, /Slip, kept on/, /Slip, stopped/, /Goes on/, /Slip, stopped/, /^12$/])
    await touch(page, name);
  // A reload in the middle loses nothing.
  await visit(page, `${baseUrl}/run?student=jonah`);
  await sees(page, 'It stands still');
  await touch(page, /Starts over/);
  await kept(page, () => touch(page, /End/));
  await sees(page, 'How it went');
  const runs = (await kindOf(page, 'run')) as unknown as {
    day: string;
    place: number;
    tempo: string | null;
    slips: unknown[];
    stops: { then: string; seconds: number; bar?: number }[];
  }[];
  expect(runs).toHaveLength(before + 2);
  const [keys, fingers] = runs.filter(({ day }) => day === '2027-01-20').sort((a, b) => a.place - b.place);
  for (const run of [keys, fingers]) {
    expect(run?.slips).toHaveLength(1);
    expect(run?.stops.map(({ then }) => then)).toEqual(['went on', 'started over']);
    expect(run?.stops.every(({ seconds }) => seconds >= 0)).toBe(true);
  }
  expect([keys?.tempo, keys?.stops[1]?.bar, fingers?.tempo, fingers?.stops[1]?.bar]).toEqual([
    'kept',
    7,
    null,
    12,
  ]);
  expect(problems).toEqual([]);
  await page.close();
});

test('random starts by keyboard until the deck is through: every section once', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/run?student=bram&studio=demo`);
  const sections = Number(/round of (\d+)/.exec(await textOf(page, 'main'))?.[1]);
  expect(sections).toBeGreaterThan(1);
  for (let at = 0; at < sections; at += 1) {
    await page.keyboard.press('r');
    await page.keyboard.press('s');
    await kept(page, () => page.keyboard.press('f'));
  }
  await sees(page, 'Every section was started from.');
  await sees(page, `a new round of ${sections}`);
  const starts = (await kindOf(page, 'run')).flatMap((run) =>
    run['studentId'] === 'bram' ? [JSON.stringify(run['start'])] : [],
  );
  expect(new Set(starts).size).toBe(sections);
  expect(starts).toHaveLength(sections);
  expect(problems).toEqual([]);
  await page.close();
});

test('a figure that may be the first of two waits for the other, and what it said goes with the mark', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/mark?goal=teodor-chair&studio=demo`);
  await page.waitForSelector('[data-testid="component-total"]');
  const waits = () =>
    page.$$eval('main [role="status"]', (all) => all.some((each) => each.textContent.includes('1…')));
  // Told by the page itself: on a busy machine the wait may be over before it is asked.
  await page.evaluate(() => {
    new MutationObserver(() => {
      for (const each of document.querySelectorAll('main [role="status"]'))
        if (each.textContent.includes('1…')) document.documentElement.dataset['waited'] = 'yes';
    }).observe(document.body, { subtree: true, childList: true, characterData: true });
  });
  await kept(page, () => page.keyboard.press('1'));
  expect(await page.evaluate(() => document.documentElement.dataset['waited'])).toBe('yes');
  expect(await waits()).toBe(false);
  // Both figures at once, before anything is drawn of the first.
  await kept(page, () =>
    page.evaluate(() => {
      for (const key of ['1', '0'])
        document.dispatchEvent(new KeyboardEvent('keydown', { key, code: `Digit${key}`, bubbles: true }));
    }),
  );
  await expect.poll(waits).toBe(false);
  const total = () => textOf(page, '[data-testid="component-total"]');
  expect(await total()).toBe('11');
  // Whoever goes on meant what was typed: to another row, or to the student's own mark.
  await page.keyboard.press('1');
  await page.keyboard.press('ArrowUp');
  await expect.poll(total).toBe('2');
  await page.keyboard.press('5');
  await expect.poll(total).toBe('6');
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('1');
  await page.keyboard.down('Shift');
  await page.keyboard.press('3');
  await page.keyboard.up('Shift');
  await expect.poll(total).toBe('2');
  await expect.poll(() => textOf(page, '[data-testid="own-total"]')).toBe('3');
  // What is cleared does not come back with the figure that waited.
  await page.keyboard.press('7');
  await expect.poll(total).toBe('8');
  await page.keyboard.press('1');
  await page.keyboard.press('Delete');
  await expect.poll(total).toBe('1');
  await new Promise((resolve) => setTimeout(resolve, 1_000));
  expect(await total()).toBe('1');
  // Nor is it lost when the page is left for another.
  await page.keyboard.press('ArrowUp');
  await page.keyboard.press('4');
  await expect.poll(total).toBe('4');
  await page.keyboard.press('1');
  await page.keyboard.press('h');
  await arrived(page, '/own-marks');
  await page.goBack();
  await arrived(page, '/mark');
  await expect.poll(total).toBe('5');
  expect(problems).toEqual([]);
  await page.close();
});
