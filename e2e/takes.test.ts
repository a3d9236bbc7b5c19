import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, inject, test } from 'vitest';
import { writeWav } from '@/core/listening';
import { CLEAN_PLAYER, perform, PLAIN_RECORDING, soundOf, writtenMusic } from '@/core/performer';
import { readScoreText } from '@/core/score';
import {
  downloads,
  fill,
  kept,
  openPage,
  pick,
  press,
  savedFile,
  sees,
  textOf,
  useBrowser,
  visit,
} from './browser';
import { goTo } from './pages';
import { soundIn } from './sound-in';

const baseUrl = inject('baseUrl');
const browser = useBrowser();
const LISTEN = '/listen?student=bram&piece=tarrin-the-weir-at-noon';
const PAGE = `${baseUrl}${LISTEN}&studio=demo`;

/** The piece as a recording of one voice. */
function recording(): string {
  const read = readScoreText(readFileSync('src/demo/scores/the-weir-at-noon.musicxml', 'utf8'));
  const [road] = read.ok ? writtenMusic(read.value) : [];
  if (!road) throw new Error('no road');
  const { notes, seconds } = perform(road, { ...CLEAN_PLAYER, tempo: 96 });
  const file = join(mkdtempSync(join(tmpdir(), 'takes-')), 'weir.wav');
  writeFileSync(file, writeWav({ rate: 22_050, samples: soundOf(notes, seconds, PLAIN_RECORDING) }));
  return file;
}

test('a recording asks who agreed; takes are kept, compared, heard again, chosen, saved, deleted, and go with the student', async () => {
  const { page, problems } = await openPage(browser());
  const folder = await downloads(page);
  await visit(page, PAGE);
  await sees(page, 'No take of this piece is kept.');
  await pick(page, 'With', 'microphone, one voice');
  const open = async (file: string) => {
    const input = await page.$('input[type="file"]');
    await (input as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(file);
  };
  const file = recording();
  await open(file);
  await sees(page, 'May Bram Tolliver be recorded?');
  await press(page, 'Not now');
  expect(await textOf(page, 'main')).not.toContain('As heard');
  await open(file);
  await kept(page, () => press(page, 'A parent agrees'));
  await sees(page, 'one voice by microphone');
  await sees(page, 'A parent agreed to recordings on 20 Jan');
  await press(page, 'Keep this take');
  await sees(page, 'a kept take');
  await sees(page, '1 take in all');

  await pick(page, 'Simulated player', 'stops, starts again and slips');
  await sees(page, 'simulated player,');
  await press(page, 'Keep this take');
  await sees(page, 'heard best: take 1,');
  await press(page, 'Choose take 1');
  await sees(page, 'to send');

  // Heard again with its bars, and silent when it is stopped.
  await press(page, 'Hear take 2');
  await page.waitForSelector('button[data-sounding="true"]');
  await press(page, 'Stop take 2');
  await page.waitForFunction(() => !document.querySelector('button[data-sounding="true"]'));

  await visit(page, PAGE);
  await sees(page, '2 takes in all');
  await sees(page, 'to send');
  await press(page, 'Save take 1');
  const path = await savedFile(folder, '.wav');
  expect(path).toContain('Bram Tolliver The Weir at Noon whole piece 2027-01-20');
  const { samples, rate } = soundIn(path);
  expect(samples.length / rate).toBeGreaterThan(45);

  // The studio file has none of it.
  await goTo(page, '/settings');
  await press(page, 'Save the studio file');
  const zip = readFileSync(await savedFile(folder, '.zip')).toString('latin1');
  expect(zip).not.toMatch(/\.wav|RIFF/);
  expect(zip.length).toBeLessThan(2_000_000);

  await goTo(page, LISTEN);
  await press(page, 'Delete take 2');
  await press(page, 'Delete it');
  await sees(page, '1 take in all');
  await goTo(page, '/students');
  await kept(page, () => press(page, 'Archive Bram Tolliver'));
  await fill(page, 'Show', 'archived');
  await press(page, 'Erase Bram Tolliver');
  await kept(page, () => press(page, 'Erase for good'));
  await goTo(page, '/listen?student=orla&piece=tarrin-ropewalk-gigue');
  await sees(page, '0 takes in all');
  expect(problems).toEqual([]);
});
