import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, inject, test } from 'vitest';
import type { Page } from 'puppeteer-core';
import { writeWav } from '@/core/listening';
import {
  CLEAN_PLAYER,
  perform,
  PLAIN_RECORDING,
  soundOf,
  WHOLE,
  writtenMusic,
  type Performance,
} from '@/core/performer';
import { readScoreText } from '@/core/score';
import { kept, openPage, pick, press, recordsOf, sees, tabTo, textOf, useBrowser, visit } from './browser';
import { openBrowser } from './launch';
import { goTo } from './pages';

const baseUrl = inject('baseUrl');
const browser = useBrowser();
const PAGE = `${baseUrl}/listen?student=orla&piece=tarrin-ropewalk-gigue&studio=demo`;
const BARS = { from: 10, to: 16 };
const CHUNK = 'bars 10–16';

/** The gigue, or some bars of it, as it would be played; the third note of the bars wrong. */
function played(bars: typeof BARS | null, mistake: boolean): Performance {
  const read = readScoreText(readFileSync('src/demo/scores/ropewalk-gigue.musicxml', 'utf8'));
  const [road] = read.ok ? writtenMusic(read.value, 0, { ...WHOLE, bars }) : [];
  if (!road) throw new Error('no road');
  const take = perform(road, { ...CLEAN_PLAYER, tempo: 132, rubato: 0.01 });
  return {
    ...take,
    notes: take.notes.map((note, at) => (mistake && at === 9 ? { ...note, pitch: note.pitch + 4 } : note)),
  };
}
interface KeptFault {
  readonly bars: { readonly from: number };
  readonly kind: string;
  readonly text: string;
}
const ofKind = async <T>(page: Page, kind: string): Promise<T[]> =>
  Object.entries(await recordsOf(page, 'demo')).flatMap(([key, value]) =>
    key.startsWith(`${kind}/`) ? [value as T] : [],
  );

/** Stands for the keyboard: notes are sent as they would come from one, all at once with their own times. */
function stubKeyboard(): void {
  const port = { state: 'connected', onmidimessage: null as ((message: object) => void) | null };
  const access = { inputs: new Map([['keys', port]]), onstatechange: null as (() => void) | null };
  Object.assign(navigator, { requestMIDIAccess: () => Promise.resolve(access) });
  Object.assign(window, {
    play: (notes: readonly { on: number; off: number; pitch: number }[]) => {
      const from = performance.now();
      const messages = notes.flatMap(({ on, off, pitch }) => [
        { at: on, data: [0x90, pitch, 70] },
        { at: off, data: [0x80, pitch, 0] },
      ]);
      for (const { at, data } of messages.sort((a, b) => a.at - b.at))
        port.onmidimessage?.({ data, timeStamp: from + 1000 * at });
    },
    unplug: () => {
      access.inputs.clear();
      access.onstatechange?.();
    },
  });
}
const play = (page: Page, { notes }: Performance) =>
  page.evaluate(
    (all) => (window as unknown as { play: (notes: typeof all) => void }).play(all),
    notes.map(({ on, off, pitch }) => ({ on, off, pitch })),
  );

test('a keyboard is listened to, a finding kept, the take kept as a run-through and undone, by keyboard alone', async () => {
  const { page, problems } = await openPage(browser());
  await page.evaluateOnNewDocument(stubKeyboard);
  await visit(page, PAGE);
  await sees(page, 'Simulated player');
  await page.keyboard.press('l');
  await page.waitForSelector('[aria-label="Listening"]');
  await play(page, played(null, true));
  await page.keyboard.press('l');
  await sees(page, '1 to keep or drop');
  expect(await textOf(page, 'main')).toContain('The printed order');
  // The wrong note is ringed on the page, over its head.
  await page.waitForSelector('ellipse[data-note="ring"]');
  expect(
    await page.$$eval('[data-note]', (marks) =>
      marks.map((mark) => {
        const [ring, around] = [mark, mark.closest('svg')].map((each) => each?.getBoundingClientRect());
        return ring && around && ring.width < 40 && ring.left > around.left && ring.top > around.top;
      }),
    ),
  ).toEqual([true]);
  const faults = (await ofKind<KeptFault>(page, 'fault')).length;
  await tabTo(page, /^Keep as a fault, a: /);
  await kept(page, () => page.keyboard.press('Enter'));
  await sees(page, '0 to keep or drop');
  const after = await ofKind<KeptFault>(page, 'fault');
  expect(after).toHaveLength(faults + 1);
  expect(after.find(({ text }) => text.includes(' for '))).toMatchObject({
    kind: 'notes',
    bars: { from: 2 },
  });
  const runs = (await ofKind(page, 'run')).length;
  await kept(page, () => page.keyboard.press('r'));
  await sees(page, 'kept as a run-through');
  const all = await ofKind<{ slips: readonly { bar: number }[]; tempo: string | null; start: object }>(
    page,
    'run',
  );
  expect(all).toHaveLength(runs + 1);
  expect(all.find(({ slips }) => slips.length === 1 && slips[0]?.bar === 2)).toMatchObject({
    start: { kind: 'beginning' },
    tempo: 'kept',
  });
  await kept(page, () => press(page, 'Undo'));
  expect(await ofKind(page, 'run')).toHaveLength(runs);
  // What was kept stands on the mark sheet that is printed.
  await goTo(page, '/print?sheet=marks&goal=orla-5&component=s');
  await sees(page, /2 notes: \S.* for \S/);
  expect(problems).toEqual([]);
});

test('beside the marks: the keys stay those of the marking, a finding becomes a fault; whoever leaves a take is asked', async () => {
  const { page, problems } = await openPage(browser());
  await page.evaluateOnNewDocument(stubKeyboard);
  const asked: string[] = [];
  page.on('dialog', (dialog) => {
    asked.push(dialog.type());
    void dialog.dismiss();
  });
  await visit(page, `${baseUrl}/mark?goal=orla-5&component=s&studio=demo`);
  await press(page, 'Listen');
  await sees(page, 'Listen: Ropewalk Gigue');
  await press(page, 'Listen', 1);
  await page.waitForSelector('[aria-label="Listening"]');
  await play(page, played(null, true));
  await page.evaluate(() => document.querySelector<HTMLElement>('header nav a[href="/plan"]')?.click());
  await expect.poll(() => asked).toEqual(['beforeunload']);
  // Nothing on the page itself takes it away either.
  await sees(page, 'Stop the take to see another goal');
  expect(await page.$$eval('button:disabled', (all) => all.map(({ textContent }) => textContent))).toContain(
    'Close listening',
  );
  await press(page, 'Stop');
  await sees(page, '1 to keep or drop');
  const [runs, faults] = [(await ofKind(page, 'run')).length, (await ofKind(page, 'fault')).length];
  await tabTo(page, /^Keep as a fault, a: /);
  await kept(page, () => page.keyboard.press('Enter'));
  await sees(page, '0 to keep or drop');
  // On the page of its own this key would keep a run-through.
  await page.keyboard.press('r');
  await press(page, 'Close listening');
  await expect.poll(() => textOf(page, 'main')).not.toContain('Listen: Ropewalk Gigue');
  expect(await page.evaluate(() => document.activeElement?.textContent)).toBe('Listen');
  expect([(await ofKind(page, 'run')).length, (await ofKind(page, 'fault')).length]).toEqual([
    runs,
    faults + 1,
  ]);
  expect(problems).toEqual([]);
});

test('no keyboard, a keyboard pulled out, a page hidden: each is said, and what was heard is kept', async () => {
  const { page, problems } = await openPage(browser());
  await page.evaluateOnNewDocument(stubKeyboard);
  await visit(page, PAGE);
  await press(page, 'Listen');
  await page.waitForSelector('[aria-label="Listening"]');
  await play(page, played(null, true));
  await page.evaluate(() => (window as unknown as { unplug: () => void }).unplug());
  await sees(page, 'The device was lost. What was heard until then is kept.');
  await sees(page, '1 to keep or drop');
  await press(page, 'Listen');
  await sees(page, 'No device is connected.');

  await visit(page, PAGE);
  await press(page, 'Listen');
  await page.waitForSelector('[aria-label="Listening"]');
  await play(page, played(null, false));
  await page.evaluate(() => {
    Object.defineProperty(document, 'hidden', { value: true, configurable: true });
    document.dispatchEvent(new Event('visibilitychange'));
  });
  await sees(page, 'It stopped, since the page was hidden. What was heard until then is kept.');
  await sees(page, 'No slip and no stop in the bars that are sure.');
  expect(problems).toEqual([]);
});

test('a microphone fed from a file: bars, tempo and the wrong note; refused, it is said', async () => {
  const { notes, seconds } = played(BARS, true);
  const file = join(mkdtempSync(join(tmpdir(), 'listen-')), 'take.wav');
  const samples = soundOf(notes, seconds + 1, { ...PLAIN_RECORDING, rate: 44_100 });
  writeFileSync(file, writeWav({ rate: 44_100, samples }));
  const fed = await openBrowser(undefined, [
    '--use-fake-ui-for-media-stream',
    '--use-fake-device-for-media-stream',
    `--use-file-for-fake-audio-capture=${file}%noloop`,
  ]);
  try {
    const { page, problems } = await openPage(fed);
    await visit(page, PAGE);
    await pick(page, 'With', 'microphone, one voice');
    await pick(page, 'Bars', CHUNK);
    // A machine that is held up loses sound on its way from the file: then it is played again.
    let sure = 0;
    let isWrongHeard = false;
    for (let take = 0; take < 4 && !(sure >= 5 && isWrongHeard); take += 1) {
      await press(page, 'Listen');
      await page.waitForSelector('[role="meter"]');
      await new Promise((resolve) => setTimeout(resolve, 1000 * (seconds + 1)));
      await press(page, 'Stop');
      await sees(page, 'one voice by microphone');
      sure = await page.$$eval('button[data-certain="sure"]', (all) => all.length);
      isWrongHeard = (await page.$('button[aria-label^="Keep"][aria-label*=": Sounds like"]')) !== null;
    }
    expect([sure >= 5, isWrongHeard]).toEqual([true, true]);
    expect(problems).toEqual([]);
  } finally {
    await fed.close();
  }
  const { page } = await openPage(browser());
  await page.evaluateOnNewDocument(() => {
    Object.assign(navigator.mediaDevices, {
      getUserMedia: () => Promise.reject(new DOMException('no', 'NotAllowedError')),
    });
  });
  await visit(page, PAGE);
  await pick(page, 'With', 'microphone, one voice');
  await press(page, 'Listen');
  await sees(page, 'The browser does not allow it.');
});

test('the rhythm of some bars is tapped: a beat tapped as another figure is told, and kept as a fault of rhythm', async () => {
  const read = readScoreText(readFileSync('src/demo/scores/ropewalk-gigue.musicxml', 'utf8'));
  const [road] = read.ok ? writtenMusic(read.value, 0, { ...WHOLE, bars: BARS }) : [];
  const start = road?.bars.find(({ number }) => number === 12)?.at ?? 0;
  const onsets = road?.notes.map(({ at }) => at).filter((at) => at < start || at >= start + 1.5) ?? [];
  const UNSTEADY = [0.018, -0.018, 0.0144, -0.0144];
  const taps = [...new Set([...onsets, start, start + 0.75])]
    .sort((a, b) => a - b)
    .map((at, tap) => (at * 60) / 132 + (UNSTEADY[tap % UNSTEADY.length] ?? 0));
  const beats = taps.map((_, beat) => (beat * 1.5 * 60) / 132);
  const { page, problems } = await openPage(browser());
  await visit(page, PAGE);
  await pick(page, 'With', 'taps of the rhythm');
  await pick(page, 'Bars', CHUNK);
  // A hand that is not steady is believed the second time; what is another rhythm between forgets nothing.
  await tapAll(page, taps);
  await sees(page, 'the same figure must come in two of 3 takes');
  await tapAll(page, beats);
  await sees(page, 'another rhythm, or only its beat');
  await tapAll(page, taps);
  await sees(page, /Beat 1: \S.* tapped as two dotted quavers/);
  await sees(page, '1 to keep or drop');
  await tabTo(page, /^Keep as a fault, a: /);
  await kept(page, () => page.keyboard.press('Enter'));
  expect(
    (await ofKind<KeptFault>(page, 'fault')).find(({ text }) => text.includes('tapped as')),
  ).toMatchObject({
    kind: 'rhythm',
    bars: { from: 12 },
  });
  expect(problems).toEqual([]);
});

/** @param taps - seconds; each comes with its own moment, as a browser gives it, whenever the page finds the time for it */
async function tapAll(page: Page, taps: readonly number[]): Promise<void> {
  await press(page, 'Listen');
  await page.waitForSelector('[aria-label="Listening"]');
  await page.evaluate((moments) => {
    const pad = [...document.querySelectorAll('button')].find(({ textContent }) =>
      textContent.startsWith('Tap the rhythm here'),
    );
    const from = performance.now() + 300;
    for (const moment of moments)
      pad?.dispatchEvent(
        Object.defineProperty(new PointerEvent('pointerdown', { bubbles: true }), 'timeStamp', {
          value: from + 1000 * moment,
        }),
      );
  }, taps);
  await press(page, 'Stop');
}

test('taps without a score, a recording from a file, and a simulated player, which is called so', async () => {
  const { page, problems } = await openPage(browser());
  await visit(page, `${baseUrl}/listen?student=orla&piece=tarrin-low-water-air&studio=demo`);
  await pick(page, 'With', 'taps of the beat');
  await press(page, 'Listen');
  await tabTo(page, /^Tap the beat here/);
  for (let tap = 0; tap < 12; tap += 1) {
    await page.keyboard.press(' ');
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  await page.keyboard.press('l');
  await sees(page, 'beats a minute');

  await visit(page, PAGE);
  await pick(page, 'Simulated player', 'rushes');
  await sees(page, 'simulated player');
  const take = played(null, false);
  const file = join(mkdtempSync(join(tmpdir(), 'listen-')), 'take.wav');
  writeFileSync(
    file,
    writeWav({ rate: 22_050, samples: soundOf(take.notes, take.seconds, PLAIN_RECORDING) }),
  );
  await pick(page, 'With', 'microphone, one voice');
  const input = await page.$('input[type="file"]');
  await (input as unknown as { uploadFile: (path: string) => Promise<void> }).uploadFile(file);
  await sees(page, 'one voice by microphone');
  await sees(page, 'From the first note to the last.');
  expect(problems).toEqual([]);
});

test('whoever leaves while a microphone is opening has it let go', async () => {
  const { page, problems } = await openPage(browser());
  await page.evaluateOnNewDocument(() => {
    Object.assign(navigator.mediaDevices, {
      getUserMedia: async () => {
        await new Promise((resolve) => setTimeout(resolve, 2_000));
        const { stream } = new AudioContext().createMediaStreamDestination();
        for (const track of stream.getTracks())
          track.stop = () => {
            document.documentElement.dataset['letGo'] = 'yes';
          };
        return stream;
      },
    });
  });
  await visit(page, PAGE);
  await pick(page, 'With', 'microphone, one voice');
  await press(page, 'Listen');
  await press(page, 'Orla Penhallow');
  await sees(page, 'This lesson');
  await page.waitForSelector('html[data-let-go="yes"]');
  expect(problems).toEqual([]);
});
