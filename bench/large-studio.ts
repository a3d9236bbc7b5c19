import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { expect } from 'vitest';
import { press, visit } from '../e2e/browser';
import { currentVersion, formatStudioFile, parseStudioFile, type StoredRecord } from '../src/core/files';
import { generatedStudio } from '../src/core/fit/arbitrary';
import { seeded } from '../src/core/seeded';
import { calendarDay } from '../src/core/time';

const PLACES = 'Quay Gull Tide Harbour Kelp Lantern Mooring Slack Storm Heron Anchor Buoy Cove Reed'.split(
  ' ',
);
const FORMS = 'Air March Rondo Study Waltz Gigue Fancy Elegy Sketch Toccata Minuet Romance'.split(' ');
const COMPOSERS = 'P. Ostrey,A. Hewn,R. Kestle,O. Verrane,N. Sedgely,M. Threave,C. Stannard Vey'.split(',');

/** A generated studio as a studio file: its sessions fall into the first window of the demo's day. */
function studioFile(size: Parameters<typeof generatedStudio>[1]): string {
  const { settings, students } = generatedStudio(11, size);
  const random = seeded(3);
  const of = (words: readonly string[]) => words[Math.floor(random() * words.length)] ?? '';
  const record = (kind: StoredRecord['kind'], data: { readonly id: string }): StoredRecord => ({
    kind,
    id: data.id,
    v: currentVersion(kind),
    revs: ['generated'],
    data,
  });
  const scheme = {
    id: 's',
    version: 1,
    components: ['A', 'B', 'C', 'T'].map((componentId) => ({
      componentId,
      criteria: [{ id: 'c', name: 'Playing', maxMark: 20, bands: [] }],
    })),
    totalling: { kind: 'sum' },
    panel: null,
    outcome: { kind: 'awards' },
    awards: [{ id: 'pass', name: 'pass', total: 50, eachAtLeast: null, passes: {} }],
  };
  const records = [
    ...settings.sets.map((set) =>
      record('set', {
        ...set,
        schemes: [scheme],
        sessions: set.sessions.map((each) => ({ ...each, day: calendarDay('2027-03-24') })),
      } as never),
    ),
    ...[...settings.pieces.values()].map((piece) =>
      record('piece', {
        ...piece,
        title: `${of(PLACES)} ${of(FORMS)} no. ${1 + Math.floor(random() * 90)}`,
        composer: of(COMPOSERS),
      } as never),
    ),
    ...students.flatMap(({ student, book }) => [record('student', student), record('skillbook', book)]),
  ];
  const path = join(mkdtempSync(join(tmpdir(), 'formal-stave-')), 'large.studio.json');
  const file = formatStudioFile(records, calendarDay('2027-01-20'));
  const parsed = parseStudioFile(file);
  expect(parsed.ok ? [] : parsed.why).toEqual([]);
  writeFileSync(path, file);
  return path;
}

/** A large file is read for seconds on a busy machine. */
const SLOW = { timeout: 60_000, polling: 50 };

/** Opens the demo and takes a generated studio into it, as a teacher takes a studio file in. */
export async function takeIn(
  page: Page,
  url: string,
  size: Parameters<typeof generatedStudio>[1],
): Promise<void> {
  await visit(page, `${url}/?studio=demo`);
  await visit(page, `${url}/settings`);
  const picker = await page.$('input[type=file]');
  await (picker as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(studioFile(size));
  const reads = (words: string) =>
    page.waitForFunction((sought) => document.body.textContent.includes(sought), SLOW, words);
  await reads('It would add');
  const label = await page.evaluate(
    () =>
      [...document.querySelectorAll('button')].find((each) => each.textContent.startsWith('Take in'))
        ?.textContent ?? '',
  );
  await press(page, label);
  await reads('Taken in.');
}
