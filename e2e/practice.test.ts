import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, inject, test } from 'vitest';
import type { ElementHandle, KeyInput, Page } from 'puppeteer-core';
import { currentVersion, formatStudioFile, type RecordKind, type StoredRecord } from '@/core/files';
import { addDays, calendarDay, type CalendarDay } from '@/core/time';
import { isProof } from '@/proof-runs';
import { kept, openPage, press, recordsOf, sees, textOf, useBrowser, visit } from './browser';
import { goTo } from './pages';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

/** Entered one after the other; a third of them in `npm test`. */
const CARDS = isProof ? 30 : 10;
const LINES = 5;
const record = (kind: RecordKind, id: string, data: object): StoredRecord => ({
  kind,
  id,
  v: currentVersion(kind),
  revs: ['r1'],
  data: { ...data, id },
});

/** A studio of so many students, each with a card of last week. */
function studioWithCards(today: CalendarDay): string {
  const from = addDays(today, -7);
  const records = Array.from({ length: CARDS }, (_, at) => {
    const studentId = `pupil-${String(at + 1).padStart(2, '0')}`;
    const name = `Pupil ${String(at + 1).padStart(2, '0')}`;
    return [
      record('student', studentId, {
        name,
        instrument: 'flute',
        birthDate: null,
        slot: { kind: 'none' },
        sharesWith: null,
        minutesByWeekday: [20, 20, 20, 20, 20, 0, 0],
        levelsHeld: [],
        reachSemitones: null,
        schoolYear: null,
        archivedOn: null,
      }),
      record('card', `card-${studentId}`, {
        studentId,
        from,
        to: addDays(from, 6),
        handedOn: from,
        lines: Array.from({ length: LINES }, (__, line) => ({
          line: line + 1,
          goalId: null,
          componentId: null,
          pieceId: null,
          day: addDays(from, line),
          minutes: 10,
          title: 'Slack Tide',
          bars: { from: line * 4 + 1, to: line * 4 + 4 },
          what: `bars ${line * 4 + 1}–${line * 4 + 4}`,
          how: 'slowly',
          listenFor: 'an even beat',
          tempo: 66,
          unit: 'q',
        })),
      }),
    ];
  }).flat();
  return formatStudioFile(records, today);
}

/** What each line of a card says: minutes, tempo, clean times, own mark. */
const figuresOf = (card: number, line: number) =>
  [
    (card * 7 + line * 3) % 21,
    40 + ((card + line) % 9) * 20,
    (card + line) % 4,
    1 + ((card * line) % 10),
  ] as const;

async function openFile(page: Page, text: string): Promise<void> {
  const file = join(mkdtempSync(join(tmpdir(), 'cards-')), 'cards.studio.json');
  writeFileSync(file, text);
  await page.goto(baseUrl, { waitUntil: 'load' });
  await press(page, 'Open a studio file');
  const input = (await page.waitForSelector('input[type="file"]')) as ElementHandle<HTMLInputElement>;
  await input.uploadFile(file);
  await press(page, `Import ${CARDS * 2} records`);
  await sees(page, 'Imported.');
}

test('returned cards of five lines are entered by keyboard, one after the other, at most eight presses a line', async () => {
  const { page, problems } = await openPage(browser());
  const today = calendarDay(new Date().toISOString().slice(0, 10));
  await openFile(page, studioWithCards(today));
  await visit(page, `${baseUrl}/cards`);
  await sees(page, `${CARDS} handed out and not entered`);
  await page.focus('input[type="search"]');
  const boxOf = () =>
    page.evaluate(() => document.activeElement?.ariaLabel ?? document.activeElement?.textContent ?? '');
  let most = 0;
  for (let card = 1; card <= CARDS; card += 1) {
    await page.keyboard.type(String(card).padStart(2, '0'));
    await page.keyboard.press('Enter');
    await page.waitForFunction(() => document.activeElement?.ariaLabel === 'Line 1, minutes', {
      polling: 20,
    });
    for (let line = 1; line <= LINES; line += 1) {
      let presses = 0;
      const boxes = ['minutes', 'tempo', 'clean times', 'own mark'];
      for (const [at, figure] of figuresOf(card, line).entries()) {
        const name = `Line ${line}, ${boxes[at]}`;
        expect(await boxOf()).toBe(name);
        for (const key of String(figure)) {
          await page.keyboard.press(key as KeyInput);
          presses += 1;
        }
        if ((await boxOf()) !== name) continue;
        await page.keyboard.press('Enter');
        presses += 1;
      }
      most = Math.max(most, presses);
    }
    expect(await boxOf()).toBe('Keep 5 of 5 lines');
    await kept(page, () => page.keyboard.press('Enter'));
    await page.waitForFunction(() => (document.activeElement as HTMLInputElement | null)?.type === 'search', {
      polling: 20,
    });
  }
  expect(most).toBeLessThanOrEqual(8);
  await sees(page, 'Every card that was handed out is entered.');
  const entries = Object.entries(await recordsOf(page, 'own')).flatMap(([key, data]) =>
    key.startsWith('practice/') ? [data as Record<string, unknown>] : [],
  );
  expect(entries).toHaveLength(CARDS * LINES);
  for (const { card, ...entry } of entries) {
    const { id, line } = card as { id: string; line: number };
    const [minutes, tempo, clean, mark] = figuresOf(Number(id.slice(-2)), line);
    expect(entry).toMatchObject({
      minutes,
      tempo,
      clean,
      mark,
      source: 'card',
      bars: { from: line * 4 - 3 },
    });
  }
  expect(problems).toEqual([]);
  await page.close();
}, 240_000);

test('a card that is printed is kept as it is on paper, whatever the plan does, and read back in a word', async () => {
  const { page, problems } = await openPage(browser());
  await page.evaluateOnNewDocument(() => {
    window.print = () => undefined;
  });
  await visit(page, `${baseUrl}/print?studio=demo&sheet=card&goal=jonah-4&week=0`);
  await sees(page, 'Practice card, flute');
  const linesOn = async () => {
    await page.waitForSelector('article li[data-engraved]');
    return page.$$eval('article li[data-engraved]', (lines) => lines.map((line) => line.textContent));
  };
  const before = await linesOn();
  expect(before.length).toBeGreaterThan(5);
  await kept(page, () => press(page, 'Print'));
  await sees(page, 'As handed out on 20 Jan; it stays so.');

  // A gate passed changes the plan, not the card; asked again it follows the plan.
  await goTo(page, '/plan?goal=jonah-4');
  await press(page, await page.$eval('[aria-label^="S, notes gate"]', (each) => each.ariaLabel ?? ''));
  await kept(page, () => press(page, 'Heard and passed today'));
  await goTo(page, '/print?sheet=card&goal=jonah-4&week=0');
  await sees(page, 'As handed out on 20 Jan; it stays so.');
  expect(await linesOn()).toEqual(before);
  await kept(page, () => press(page, 'Use the plan as it is now'));
  expect(await linesOn()).not.toEqual(before);

  // Last week's card was handed out in the demo: one press says that half of it was done.
  await goTo(page, '/student?student=jonah');
  const group = '[aria-label="Card of 13 Jan to 19 Jan"]';
  await sees(page, 'Card of 13 Jan to 19 Jan, how much was done?', group);
  const reported = () => textOf(page, 'section[aria-label="Practice"]');
  expect(await reported()).toMatch(/13 Jan.*not reported/s);
  await kept(page, () => press(page, 'About half'));
  await page.waitForFunction((each) => document.querySelector(each) === null, {}, group);
  expect(await reported()).toMatch(/minutes reported where the cards asked/);
  await kept(page, () => press(page, 'Undo'));
  await sees(page, 'how much was done?', group);
  expect(problems).toEqual([]);
  await page.close();
});
