import { readFileSync } from 'node:fs';
import { expect, inject, test } from 'vitest';
import { listenToSound, questionOf, type Sound } from '@/core/listening';
import { clicksOfBars, clicksOfRungs, readPatterns } from '@/core/playback';
import { readScoreText } from '@/core/score';
import {
  downloads,
  fill,
  openPage,
  pick,
  press,
  savedFile,
  sees,
  textOf,
  useBrowser,
  visit,
} from './browser';
import { soundIn } from './sound-in';

const baseUrl = inject('baseUrl');
const browser = useBrowser();

/** Seconds at which something sounds after quiet. */
function onsets({ rate, samples }: Sound): number[] {
  const found: number[] = [];
  let quiet = rate;
  samples.forEach((value, at) => {
    if (Math.abs(value) < 0.002) quiet += 1;
    else {
      if (quiet >= rate * 0.01) found.push(at / rate);
      quiet = 0;
    }
  });
  return found;
}
/** How far, in milliseconds, each onset lies from where its click is due, the first taken as due. */
const apart = (heard: readonly number[], due: readonly number[]) =>
  heard.map((at, index) => 1000 * Math.abs(at - (heard[0] ?? 0) - ((due[index] ?? 0) - (due[0] ?? 0))));

test('the metronome: clicks of groups and of a ladder lie where they are due, by keyboard alone', async () => {
  const { page, problems } = await openPage(browser());
  const folder = await downloads(page);
  await visit(page, `${baseUrl}/metronome?studio=demo`);
  await fill(page, 'Metre', '2+2+3/8');
  await pick(page, 'Heard', 'every pulse');
  await fill(page, 'Tempo', '210\n');
  await sees(page, '210');
  await press(page, 'Save as a recording');
  const pattern = readPatterns('2+2+3/8') ?? [];
  const plain = onsets(soundIn(await savedFile(folder, 'at 210.wav')));
  const due = clicksOfBars(Array<(typeof pattern)[number]>(30).fill(pattern[0] as never), 105, {
    smallest: 0.5,
  }).clicks.map(({ at }) => at);
  expect(plain).toHaveLength(210);
  expect(Math.max(...apart(plain, due))).toBeLessThan(2);

  await page.keyboard.press('g');
  await sees(page, 'Turn the groups to 3+2+2/8');
  await fill(page, 'Metre', '4/4');
  await pick(page, 'Heard', 'beats and groups');
  await pick(page, 'Up', 'by itself after 2 bars');
  await press(page, 'Go to the first rung');
  await press(page, 'Save as a recording');
  const rungs = onsets(soundIn(await savedFile(folder, '66 to 96.wav')));
  const ladderDue = clicksOfRungs(
    readPatterns('4/4') ?? [],
    Array.from({ length: 7 }, (_, at) => 66 * (96 / 66) ** (at / 6)),
    2,
    { smallest: null },
  ).clicks.map(({ at }) => at);
  expect(rungs).toHaveLength(56);
  expect(Math.max(...apart(rungs, ladderDue))).toBeLessThan(2);

  // It sounds, follows its clicks, and is silent again.
  await page.keyboard.press('p');
  await page.waitForFunction(() => document.querySelector('[data-sounding="true"]') !== null, {
    polling: 20,
  });
  await sees(page, 'Stop');
  await page.keyboard.press('p');
  await page.waitForFunction(() => document.querySelector('[data-sounding="true"]') === null, {
    polling: 20,
  });
  await page.keyboard.press('ArrowUp');
  await sees(page, '67');
  // Up after clean times, down after two slips in a row.
  await pick(page, 'Up', 'after 3 clean times');
  for (let time = 0; time < 3; time += 1) await press(page, 'Clean');
  await sees(page, 'rung 2 of 7');
  for (const key of ['s', 's'] as const) await page.keyboard.press(key);
  await sees(page, 'rung 1 of 7');
  await fill(page, 'Metre', '5/3');
  await sees(page, 'As 4/4 or 2+2+3/8');
  expect(problems).toEqual([]);
});

test('a part played alone is heard without a slip, and sounds while it is listened to', async () => {
  const { page, problems } = await openPage(browser());
  const folder = await downloads(page);
  await visit(page, `${baseUrl}/listen?student=orla&piece=tarrin-ropewalk-gigue&studio=demo`);
  await sees(page, 'Play it');
  await page.locator('label ::-p-text(With clicks)').click();
  await fill(page, 'Tempo, dotted crotchets a minute', '66\n');
  await sees(page, '66 dotted crotchets a minute');
  await press(page, 'Save as a recording');
  const path = await savedFile(folder, '.wav');
  expect(path).toContain('Ropewalk Gigue Flute at 66');
  const score = readScoreText(readFileSync('src/demo/scores/ropewalk-gigue.musicxml', 'utf8'));
  const question = score.ok
    ? questionOf(score.value, { part: null, bars: null, repeats: true, ending: null })
    : score;
  if (!question.ok) throw new Error('no question');
  const heard = listenToSound('one', soundIn(path), question.value);
  expect(heard.rightPart).toBe(true);
  expect(heard.complete).toBe(true);
  expect([heard.missed, heard.stops, heard.jumps]).toEqual([[], [], []]);
  expect(heard.notes.filter(({ kind }) => kind !== 'right')).toEqual([]);
  const sure = heard.bars.filter(({ certain }) => certain === 'sure');
  expect(sure.length).toBeGreaterThan(8);
  for (const { qpm } of sure) expect(Math.abs(qpm / 99 - 1)).toBeLessThan(0.03);

  await page.keyboard.press('p');
  await sees(page, 'Stop playing');
  await page.waitForFunction(() => /bar \d/.test(document.querySelector('main')?.textContent ?? ''));
  await page.keyboard.press('p');
  expect(await textOf(page, 'main')).not.toContain('Stop playing');
  expect(problems).toEqual([]);
});
