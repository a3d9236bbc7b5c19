import { readFileSync } from 'node:fs';
import { VerovioToolkit } from 'verovio/esm';
import createVerovioModule from 'verovio/wasm';
import { beforeAll, describe, expect, test } from 'vitest';
import { easierScore, readScore, waysToEase, xRay } from '@/core/score';

const bytesOf = (name: string) => readFileSync(new URL(`./scores/${name}.musicxml`, import.meta.url));
function looked(name: string) {
  const read = readScore(bytesOf(name));
  if (!read.ok) throw new Error(JSON.stringify(read.why));
  expect(read.value.score.notices).toEqual([]);
  const seen = xRay(read.value.score);
  if (!seen.ok) throw new Error(JSON.stringify(seen.why));
  return seen.value;
}
/** "1-3 x2, 5" as the numbers it names. */
const places = (text: string): number[] =>
  text.split(', ').flatMap((each) => {
    const [, from = '', to = from, times = '1'] = /^(\d+)(?:-(\d+))?(?: x(\d+))?$/.exec(each) ?? [];
    const run = Array.from({ length: Number(to) - Number(from) + 1 }, (_, at) => Number(from) + at);
    return Array.from({ length: Number(times) }, () => run).flat();
  });

interface Golden {
  readonly measures: number;
  readonly printed: number;
  readonly performed: number;
  readonly toLearn: number;
  readonly seconds: number;
  readonly order: string;
  readonly asks: readonly string[];
}
/** Counted by hand from the page. Seconds are bars by beats by 60 over the tempo printed. */
const GOLDEN: readonly (readonly [string, Golden])[] = [
  // A pickup, two strains of eight with first and second endings; bars 5 and 14 are bar 1, bar 15 is bar 6.
  [
    'ropewalk-gigue',
    {
      measures: 19,
      printed: 18,
      performed: 32,
      toLearn: 15,
      seconds: (32 * 2 + 1 / 3) * (60 / 88),
      order: '0-8, 1-7, 9, 10-17, 10-16, 18',
      asks: ['one sharp', 'compound time', 'staccato', 'accidentals'],
    },
  ],
  // Four bars twice, then on to the end, then from the beginning to Fine without the repeat.
  [
    'lantern-waltz',
    {
      measures: 16,
      printed: 16,
      performed: 28,
      toLearn: 16,
      seconds: 28 * 3 * (60 / 132),
      order: '0-3 x2, 4-15, 0-7',
      asks: ['one flat', 'pauses', 'leaps', 'accidentals'],
    },
  ],
  // Four bars three times: 15 bars of seven quavers and 4 of five. Bar 9 is bar 1, bar 10 is bar 3.
  [
    'seven-steps',
    {
      measures: 11,
      printed: 11,
      performed: 19,
      toLearn: 9,
      seconds: (15 * 7 + 4 * 5) * (60 / 216),
      order: '0-3 x3, 4-10',
      asks: ['irregular time', 'metre changes', 'spread chords'],
    },
  ],
  [
    'mooring-song',
    {
      measures: 10,
      printed: 10,
      performed: 15,
      toLearn: 10,
      seconds: 15 * 4 * (60 / 80),
      order: '0-7, 1-5, 8-9',
      asks: ['two sharps', 'rests', 'pauses'],
    },
  ],
  // Bars 1 to 4 come again at once, bar 8 as bar 32, bars 3 to 6 as bars 35 to 38.
  [
    'the-weir-at-noon',
    {
      measures: 40,
      printed: 40,
      performed: 40,
      toLearn: 31,
      seconds: 40 * 4 * (60 / 76),
      order: '0-39',
      asks: ['one sharp', 'dotted figures'],
    },
  ],
  // Two bars of rest are nothing to learn.
  [
    'foghorn-march',
    {
      measures: 9,
      printed: 9,
      performed: 17,
      toLearn: 7,
      seconds: 17 * 2 * (60 / 108),
      order: '0-1, 2-5 x3, 6-8',
      asks: ['one sharp', 'dotted figures', 'ties'],
    },
  ],
  // Four bars at 96, three at 72, one at 60.
  [
    'netmenders-study',
    {
      measures: 8,
      printed: 8,
      performed: 8,
      toLearn: 8,
      seconds: 4 * 4 * (60 / 96) + 3 * 4 * (60 / 72) + 4,
      order: '0-7',
      asks: [
        'triplets',
        'quintuplets',
        'grace notes',
        'trills',
        'mordents',
        'turns',
        'key changes',
        'swells',
      ],
    },
  ],
  // Bar 3 is bar 1.
  [
    'tide-tables',
    {
      measures: 9,
      printed: 9,
      performed: 9,
      toLearn: 8,
      seconds: 9 * 4 * (60 / 66),
      order: '0-8',
      asks: ['three flats', 'two sharps', 'key changes', 'spread chords'],
    },
  ],
  [
    'kittiwake-duo',
    {
      measures: 8,
      printed: 8,
      performed: 12,
      toLearn: 8,
      seconds: 12 * 3 * (60 / 112),
      order: '0-7, 2-5',
      asks: ['ties', 'syncopation'],
    },
  ],
  // The upbeat of the second strain completes bar 4: eight bars, each strain twice.
  [
    'chandlery-rag',
    {
      measures: 10,
      printed: 8,
      performed: 16,
      toLearn: 8,
      seconds: 16 * 2 * (60 / 92),
      order: '0-4 x2, 5-9 x2',
      asks: ['syncopation', 'several notes at once', 'mordents'],
    },
  ],
  // Three bars before each of three endings; the last bar is the one before it but one.
  [
    'slack-tide-air',
    {
      measures: 9,
      printed: 9,
      performed: 15,
      toLearn: 8,
      seconds: 15 * 3 * (60 / 54),
      order: '0-3, 0-2, 4, 0-2, 5-8',
      asks: ['two flats', 'compound time', 'very soft or very loud'],
    },
  ],
  // The roll of bar 5 is that of bar 2, accents aside.
  [
    'bosuns-cadence',
    {
      measures: 7,
      printed: 6,
      performed: 13,
      toLearn: 5,
      seconds: (13 * 2 + 1 / 2) * (60 / 100),
      order: '0, 1-4 x2, 1-3, 5-6',
      asks: ['grace notes', 'tremolo', 'demisemiquavers', 'accents'],
    },
  ],
];

describe.each(GOLDEN)('%s', (name, golden) => {
  test('is as counted by hand', () => {
    const { layout, printed, performed, toLearn, seconds, roadmap, demands } = looked(name);
    expect({ measures: layout.lengths.length, printed, performed, toLearn }).toEqual({
      measures: golden.measures,
      printed: golden.printed,
      performed: golden.performed,
      toLearn: golden.toLearn,
    });
    expect(roadmap.order).toEqual(places(golden.order));
    expect(seconds).toBeCloseTo(golden.seconds, 6);
    expect(demands.map((each) => each.name)).toEqual(expect.arrayContaining([...golden.asks]));
  });
});

describe('the engraver’s own playing order', () => {
  let toolkit: VerovioToolkit;
  beforeAll(async () => {
    toolkit = new VerovioToolkit(await createVerovioModule());
  }, 60_000);
  test.each(GOLDEN.map(([name]) => name))('%s', (name) => {
    expect(toolkit.loadData(bytesOf(name).toString('utf8'))).toBeTruthy();
    const ids = [...toolkit.getMEI().matchAll(/<measure xml:id="([^"]+)"/g)].map((match) => match[1]);
    const timemap = toolkit.renderToTimemap({ includeMeasures: true }) as unknown as {
      measureOn?: string;
    }[];
    const order = timemap.flatMap(({ measureOn }) =>
      measureOn === undefined ? [] : [ids.indexOf(measureOn.replace(/-rend\d+$/, ''))],
    );
    expect(order).toEqual(asEngraved(name, looked(name).roadmap.order));
  });

  test('a score made easier is engraved and played, without a note too many', () => {
    const text = bytesOf('breakwater-nocturne').toString('utf8');
    const { cuts, thinnings } = waysToEase(text, [], {});
    const { printed } = looked('breakwater-nocturne');
    for (const cut of [null, ...cuts.slice(0, 3).map(({ bars }) => bars)]) {
      const easier = easierScore(text, { thin: thinnings.map(({ kind }) => kind), cut }).text;
      expect(toolkit.loadData(easier)).toBeTruthy();
      const timemap = toolkit.renderToTimemap({ includeMeasures: true }) as unknown as {
        measureOn?: string;
        on?: string[];
      }[];
      const measures = timemap.filter(({ measureOn }) => measureOn !== undefined).length;
      expect(measures).toBe(printed - (cut ? cut.to - cut.from + 1 : 0));
      // At most the note of the tune and two of the chord begin at once.
      expect(Math.max(...timemap.map(({ on = [] }) => on.length))).toBeLessThanOrEqual(3);
    }
  });
});

/** Where the engraver reads otherwise, and why: it follows no printed words, and draws two bars of rest as one. */
const asEngraved = (name: string, order: readonly number[]): readonly number[] =>
  name === 'mooring-song'
    ? places('0-9')
    : name === 'foghorn-march'
      ? order.flatMap((measure) => (measure === 1 ? [] : [Math.max(0, measure - 1)]))
      : order;
