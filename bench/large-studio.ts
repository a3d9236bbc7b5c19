import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { expect } from 'vitest';
import { press, visit } from '../e2e/browser';
import { formatStudioFile, parseStudioFile } from '../src/core/files';
import { calendarDay } from '../src/core/time';
import { largeRecords, type StudioSize } from './large-records';

/** A generated studio as a studio file. */
function studioFile(size: StudioSize): string {
  const path = join(mkdtempSync(join(tmpdir(), 'formal-stave-')), 'large.studio.json');
  const file = formatStudioFile(largeRecords(size), calendarDay('2027-01-20'));
  const parsed = parseStudioFile(file);
  expect(parsed.ok ? [] : parsed.why).toEqual([]);
  writeFileSync(path, file);
  return path;
}

/** A large file is read for seconds on a busy machine. */
const SLOW = { timeout: 60_000, polling: 50 };

/** Milliseconds from the file being chosen to what it would change, and from there to all of it being kept. */
export interface TakenIn {
  readonly compared: number;
  readonly written: number;
}

/** Opens the demo and takes a generated studio into it, as a teacher takes a studio file in. */
export async function takeIn(page: Page, url: string, size: StudioSize): Promise<TakenIn> {
  await visit(page, `${url}/?studio=demo`);
  await visit(page, `${url}/settings`);
  const picker = await page.$('input[type=file]');
  const reads = (words: string) =>
    page.waitForFunction((sought) => document.body.textContent.includes(sought), SLOW, words);
  const path = studioFile(size);
  const start = performance.now();
  await (picker as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(path);
  await reads('It would add');
  const compared = performance.now() - start;
  const label = await page.evaluate(
    () =>
      [...document.querySelectorAll('button')].find((each) => each.textContent.startsWith('Import'))
        ?.textContent ?? '',
  );
  const pressed = performance.now();
  await press(page, label);
  await reads('Imported.');
  return { compared, written: performance.now() - pressed };
}
