import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { expect, test } from 'vitest';
import { openPage, pick, press, sees, useBrowser, visit } from '../e2e/browser';
import { writeWav } from '../src/core/listening';
import { CLEAN_PLAYER, perform, PLAIN_RECORDING, soundOf, writtenMusic } from '../src/core/performer';
import { readScoreText } from '../src/core/score';
import { useServer } from './served';

const browser = useBrowser();
const server = useServer();
const PAGE = '/listen?student=orla&piece=tarrin-ropewalk-gigue&studio=demo';
const MINUTE = 60;

/** The gigue over and over as a recording of so many seconds. */
function recording(seconds: number): string {
  const read = readScoreText(readFileSync('src/demo/scores/ropewalk-gigue.musicxml', 'utf8'));
  const [road] = read.ok ? writtenMusic(read.value) : [];
  if (!road) throw new Error('no road');
  const { notes, seconds: lasts } = perform(road, { ...CLEAN_PLAYER, tempo: 132 });
  const once = soundOf(notes, lasts + 1, PLAIN_RECORDING);
  const samples = new Float32Array(seconds * PLAIN_RECORDING.rate);
  for (let at = 0; at < samples.length; at += once.length)
    samples.set(once.subarray(0, samples.length - at), at);
  const file = join(mkdtempSync(join(tmpdir(), 'listen-')), 'take.wav');
  writeFileSync(file, writeWav({ rate: PLAIN_RECORDING.rate, samples }));
  return file;
}

/** In the page: tasks that held it up for over 50 ms from now on. */
const watchTasks = (page: Page) =>
  page.evaluate(() => {
    const tasks: number[] = [];
    Object.assign(window, { tasks });
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) tasks.push(duration);
    }).observe({ type: 'longtask' });
  });
const tasksOf = (page: Page) => page.evaluate(() => (window as unknown as { tasks: number[] }).tasks);
/** Megabytes of the largest process that draws a page, its workers among it, as the system counts them. */
function memory(): number {
  const sizes = readdirSync('/proc').flatMap((name) => {
    if (!/^\d+$/.test(name)) return [];
    try {
      if (!readFileSync(`/proc/${name}/cmdline`, 'latin1').includes('--type=renderer')) return [];
      const [, kilobytes] = /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${name}/status`, 'latin1')) ?? [];
      return [Number(kilobytes ?? 0) / 1000];
    } catch {
      // It has ended meanwhile.
      return [];
    }
  });
  return Math.max(0, ...sizes);
}

test.each([MINUTE, 10 * MINUTE])(
  'a recording of %i s is listened to while the page stays free',
  async (seconds) => {
    const { page } = await openPage(browser(), { pauses: true });
    await visit(page, server() + PAGE);
    await pick(page, 'With', 'microphone, one voice');
    await sees(page, 'Play it');
    const file = recording(seconds);
    await watchTasks(page);
    const before = memory();
    let most = before;
    const watching = setInterval(() => (most = Math.max(most, memory())), 100);
    const from = performance.now();
    const input = await page.$('input[type="file"]');
    await (input as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(file);
    await page.waitForFunction(() => document.body.innerText.includes('As heard'), {
      timeout: 180_000,
      polling: 50,
    });
    const took = performance.now() - from;
    const during = await tasksOf(page);
    await press(page, 'Keep this take');
    await sees(page, '1 take in all');
    const all = await tasksOf(page);
    clearInterval(watching);
    console.log(
      `listening in the page: ${seconds} s of one voice ${(took / 1000).toFixed(1)} s; tasks over 50 ms while it ran and was shown: ${during.map((each) => each.toFixed(0)).join(', ') || 'none'}; in all with keeping: ${all.map((each) => each.toFixed(0)).join(', ') || 'none'}; memory ${before.toFixed(0)} MB before, ${most.toFixed(0)} MB at most`,
    );
    expect(took / 1000).toBeLessThan(seconds);
  },
  400_000,
);
