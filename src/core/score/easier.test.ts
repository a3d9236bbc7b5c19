import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { easierScore, waysToEase, type PlayedAs } from './easier';
import { elementsIn, fileOf } from './element';
import { layoutOf } from './bars';
import type { Score } from './model';
import { readScoreText } from './read-score';
import { readScoreWork } from './score-work';
import { leftOut, THINNINGS, type Thinning } from './thin';
import { barsToLearnIn } from './work';

/** A note or a chord: pitches with commas, quarters, and what else the first of them carries. */
type Struck = readonly [pitches: string, quarters: number, more?: string];
interface Marked {
  readonly name: string;
  /** Bars: the upper staff, then the lower; the tune is the highest of what is marked with "!". */
  readonly bars: readonly (readonly [Struck[], Struck[]])[];
  readonly head?: Readonly<Record<number, string>>;
  readonly end?: Readonly<Record<number, string>>;
  readonly thins: readonly Thinning[];
  readonly tuneIn: 1 | 2;
}

const pitchOf = (name: string) => {
  const alter = name.includes('#') ? 1 : name.includes('b') ? -1 : 0;
  return `<pitch><step>${name[0] ?? ''}</step>${alter === 0 ? '' : `<alter>${alter}</alter>`}<octave>${name.at(-1) ?? ''}</octave></pitch>`;
};
const DIVISIONS = 12;
const notesOf = (struck: readonly Struck[], staff: number) =>
  struck
    .map(([pitches, quarters, more = '']) =>
      pitches === 'r'
        ? `<note><rest/><duration>${quarters * DIVISIONS}</duration><voice>${staff}</voice><staff>${staff}</staff></note>`
        : pitches
            .split(',')
            .map((pitch, at) =>
              quarters === 0
                ? `<note><grace/>${pitchOf(pitch)}<voice>${staff}</voice><staff>${staff}</staff>${more}</note>`
                : `<note>${at > 0 ? '<chord/>' : ''}${pitchOf(pitch)}<duration>${quarters * DIVISIONS}</duration>${at === 0 && more.includes('<tie ') ? (/<tie [^>]*>/.exec(more)?.[0] ?? '') : ''}<voice>${staff}</voice><staff>${staff}</staff>${at === 0 ? more.replace(/<tie [^>]*>/, '') : ''}</note>`,
            )
            .join(''),
    )
    .join('');
const scoreOf = ({ bars, head = {}, end = {} }: Marked) =>
  `<?xml version="1.0"?><!DOCTYPE score-partwise><score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Harp</part-name></score-part></part-list><part id="P1">${bars
    .map(
      ([upper, lower], at) =>
        `<measure number="${at + 1}">${at === 0 ? `<attributes><divisions>${DIVISIONS}</divisions><key><fifths>2</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time><staves>2</staves><clef number="1"><sign>G</sign><line>2</line></clef><clef number="2"><sign>F</sign><line>4</line></clef></attributes>` : ''}${head[at] ?? ''}${notesOf(upper, 1)}<backup><duration>${4 * DIVISIONS}</duration></backup>${notesOf(lower, 2)}${end[at] ?? ''}</measure>`,
    )
    .join('')}</part></score-partwise>`;

const slur = (type: string) => `<notations><slur type="${type}" number="1"/></notations>`;
const sign = (name: string) => `<notations><ornaments><${name}/></ornaments></notations>`;
const key = (fifths: number) =>
  `<attributes><key><fifths>${fifths}</fifths></key><clef number="2"><sign>G</sign><line>2</line></clef></attributes>`;

/** Four bars of a tune, from a first degree on. */
const tune = (from: number, dress: (note: string) => Struck[0] = (note) => note): Struck[][] => {
  const names = ['D4', 'E4', 'F#4', 'G4', 'A4', 'B4', 'C#5', 'D5'];
  const at = (step: number) => dress(names[(from + step) % names.length] ?? 'D4');
  return [
    [
      [at(0), 1],
      [at(1), 1],
      [at(2), 2],
    ],
    [
      [at(4), 1.5],
      [at(3), 0.5],
      [at(2), 2],
    ],
    [
      [at(1), 1],
      [at(3), 1],
      [at(1), 1],
      [at(0), 1],
    ],
    [[at(0), 4]],
  ];
};
const bass = (chord: string): Struck[] => [
  [chord, 2],
  [chord, 2],
];
const long = (low: string, sections: readonly Struck[][][]): Marked['bars'] =>
  sections.flatMap((section) => section.map((bar): [Struck[], Struck[]] => [bar, bass(low)]));

const SCORES: readonly Marked[] = [
  {
    name: 'a tune over chords of four notes',
    bars: long('D2,F#2,A2,D3', [tune(0), tune(2), tune(1), tune(2), tune(0)]),
    thins: ['chords of three', 'chords of two'],
    tuneIn: 1,
  },
  {
    name: 'a tune in octaves',
    bars: long('D2,D3', [
      tune(0, (note) => `${note.slice(0, -1)}${Number(note.at(-1)) - 1},${note}`),
      tune(3),
      tune(1, (note) => `${note},${note.slice(0, -1)}${Number(note.at(-1)) - 1}`),
      tune(3),
      tune(0),
    ]),
    thins: ['octaves single'],
    tuneIn: 1,
  },
  {
    name: 'a tune below, chords above',
    bars: [tune(0), tune(2), tune(4), tune(2), tune(0)].flatMap((section) =>
      section.map((bar): [Struck[], Struck[]] => [
        bass('D4,F#4,A4'),
        bar.map(([note, length]) => [`${note.slice(0, -1)}${Number(note.at(-1)) - 2}`, length]),
      ]),
    ),
    thins: ['chords of two'],
    tuneIn: 2,
  },
  {
    name: 'a tune with graces, trills and slurs',
    bars: [0, 2, 4, 2, 0].flatMap((from) => {
      const [a = [], b = [], c = [], d = []] = tune(from);
      return [
        [[['C#4', 0, slur('start')], [a[0]?.[0] ?? 'D4', 1, slur('stop')], ...a.slice(1)], bass('D2')],
        [[[b[0]?.[0] ?? 'A4', 1.5, sign('trill-mark')], ...b.slice(1)], bass('A2')],
        [
          [['A4', 0, slur('start')], c[0] ?? ['D4', 1], [c[1]?.[0] ?? 'E4', 1, slur('stop')], ...c.slice(2)],
          bass('D2'),
        ],
        [[[d[0]?.[0] ?? 'D4', 4, sign('mordent')]], bass('D2')],
      ] as [Struck[], Struck[]][];
    }),
    thins: ['ornaments left out'],
    tuneIn: 1,
  },
  {
    name: 'a middle in another key, with ties into chords',
    bars: long('D2,A2,D3,F#3', [tune(0), tune(1), tune(5), tune(1), tune(0)]).map(([upper, lower], at) => [
      upper,
      at % 4 === 1
        ? [
            lower[0] ?? ['D2', 2],
            ['D2,A2,D3,F#3', 2, '<tie type="start"/><notations><tied type="start"/></notations>'],
          ]
        : at % 4 === 2
          ? [
              ['D2,A2,D3,F#3', 2, '<tie type="stop"/><notations><tied type="stop"/></notations>'],
              lower[1] ?? ['D2', 2],
            ]
          : lower,
    ]),
    head: { 8: key(-1), 16: key(2) },
    thins: ['chords of three', 'chords of two'],
    tuneIn: 1,
  },
  {
    name: 'chords above that carry words and a repeat inside',
    bars: long('D2,D3', [
      tune(0, (note) => `A3,${note}`),
      tune(2, (note) => `F#3,A3,${note}`),
      tune(2, (note) => `F#3,A3,${note}`),
      tune(4),
      tune(0),
    ]).map(([upper, lower], at) => [
      upper.map(([pitches, length]) => [pitches, length, `<lyric><text>la${at}</text></lyric>`]),
      lower,
    ]),
    head: { 8: '<barline location="left"><repeat direction="forward"/></barline>' },
    end: { 11: '<barline location="right"><repeat direction="backward"/></barline>' },
    thins: ['octaves single', 'chords of two'],
    tuneIn: 1,
  },
];

const read = (text: string): Score => {
  const found = readScoreText(text);
  if (!found.ok) throw new Error(JSON.stringify(found.why));
  return found.value;
};
/** The highest of what is struck on a staff, bar by bar: when, what, how long. */
const tuneOf = (score: Score, staff: number) =>
  score.parts[0]?.measures.map(({ notes }) => {
    const own = notes.filter((note) => note.staff === staff && note.pitch !== null && !note.grace);
    return [...new Set(own.map(({ at }) => at))].map((at) => {
      const highest = own.filter((note) => note.at === at).sort((a, b) => (b.pitch ?? 0) - (a.pitch ?? 0))[0];
      return [at, highest?.pitch, highest?.length];
    });
  }) ?? [];
const endsOf = (score: Score) => {
  const notes = score.parts[0]?.measures.flatMap((measure) => measure.notes) ?? [];
  const count = (is: (note: (typeof notes)[number]) => boolean) => notes.filter(is).length;
  return {
    slurs: count(({ slurStart }) => slurStart) - count(({ slurStop }) => slurStop),
    ties: count(({ tieStart }) => tieStart) - count(({ tieStop }) => tieStop),
  };
};
const soundingIn = (score: Score, measure: number) =>
  score.parts[0]?.measures[measure]?.notes.filter(({ pitch }) => pitch !== null) ?? [];

describe.each(SCORES)('$name', (marked) => {
  const text = scoreOf(marked);
  const score = read(text);
  const ways = waysToEase(text, [], {});

  test('each way to thin it is found, and no other', () => {
    expect(ways.thinnings.map(({ kind }) => kind)).toEqual(
      THINNINGS.filter((kind) => marked.thins.includes(kind)),
    );
  });

  test('thinned, its tune is untouched, and the file plays', () => {
    for (const kinds of [...marked.thins.map((kind) => [kind]), marked.thins]) {
      const easier = easierScore(text, { thin: kinds, cut: null });
      const after = read(easier.text);
      expect(tuneOf(after, marked.tuneIn)).toEqual(tuneOf(score, marked.tuneIn));
      expect(after.parts[0]?.measures.map(({ filled }) => filled)).toEqual(
        score.parts[0]?.measures.map(({ filled }) => filled),
      );
      expect(endsOf(after)).toEqual({ slurs: 0, ties: 0 });
      expect(after.notices).toEqual(score.notices);
      // What is said of each bar is what is gone from the file.
      for (const { bar, gone } of easier.as.lighter) {
        const signs = (of: Score) =>
          soundingIn(of, bar - 1).reduce((sum, note) => sum + note.signs.length, 0);
        const [before, now] = [score, after].map((of) => soundingIn(of, bar - 1).length + signs(of));
        expect((before ?? 0) - (now ?? 0)).toBe(gone);
      }
      expect(after.parts[0]?.measures.flatMap((each) => each.notes).length).toBeLessThanOrEqual(
        score.parts[0]?.measures.flatMap((each) => each.notes).length ?? 0,
      );
    }
  });

  test('each cut leaves what stands around it, bar for bar, and joins two bars that go together', () => {
    expect(ways.cuts.length).toBeGreaterThan(0);
    for (const { bars, alike } of ways.cuts.slice(0, 6)) {
      const { text: shorter, as } = easierScore(text, { thin: [], cut: bars });
      const after = read(shorter);
      const own = tuneOf(score, marked.tuneIn);
      const left = own.filter((_, at) => at + 1 < bars.from || at + 1 > bars.to);
      expect(tuneOf(after, marked.tuneIn)).toEqual(left);
      expect(endsOf(after)).toEqual({ slurs: 0, ties: 0 });
      // Key and clef are in force as they were.
      expect(after.parts[0]?.measures.map((measure) => measure.key)).toEqual(
        score.parts[0]?.measures.filter((_, at) => at + 1 < bars.from || at + 1 > bars.to).map((m) => m.key),
      );
      expect(bars.from).toBeGreaterThan(4);
      expect(bars.to).toBeLessThanOrEqual(own.length - 4);
      expect([bars.from - 1, bars.from]).toContain(alike[0]);
      expect([bars.to, bars.to + 1]).toContain(alike[1]);
      const times = own.map((_, at) => (marked.end && at >= 8 && at <= 11 ? 2 : 1));
      const sum = (all: readonly number[]) => all.reduce((so, each) => so + each, 0);
      const leftTimes = times.filter((_, at) => at + 1 < bars.from || at + 1 > bars.to);
      expect(as.timeShare).toBeCloseTo(sum(leftTimes) / sum(times));
      const work = readScoreWork(after, 'x'.repeat(64), {});
      expect(work && barsToLearnIn(work, { from: 1, to: 999 })).toBe(leftToLearn(text, as));
    }
  });
});

/** Distinct bars that are left, told apart by their own notes. */
function leftToLearn(text: string, { cut }: PlayedAs): number {
  const measures = read(text).parts[0]?.measures ?? [];
  const shown = measures.map(({ notes }) =>
    JSON.stringify(
      notes
        .filter(({ pitch }) => pitch !== null)
        .map(({ at, length, pitch, grace, tieStop }) => [at, Number(!grace), pitch, length, tieStop])
        .sort(
          (a, b) => Number(a[0]) - Number(b[0]) || Number(a[1]) - Number(b[1]) || Number(a[2]) - Number(b[2]),
        ),
    ),
  );
  return new Set(shown.filter((_, at) => !cut || at + 1 < cut.from || at + 1 > cut.to)).size;
}

test('what everyone knows is never cut', () => {
  const [marked] = SCORES;
  const text = marked ? scoreOf(marked) : '';
  const all = waysToEase(text, [], {}).cuts;
  for (let bar = 5; bar <= 16; bar += 1) {
    const stays = [{ from: bar, to: bar }];
    const left = waysToEase(text, stays, {}).cuts;
    expect(left).toEqual(all.filter(({ bars }) => bar < bars.from || bar > bars.to));
  }
});

test.each<[string, Partial<Marked>]>([
  ['an ending', { head: { 9: '<barline location="left"><ending number="1" type="start"/></barline>' } }],
  ['half a repeat', { head: { 9: '<barline location="left"><repeat direction="forward"/></barline>' } }],
  ['a jump', { head: { 9: '<direction><direction-type><coda/></direction-type></direction>' } }],
  ['a tempo', { head: { 9: '<direction><sound tempo="70"/></direction>' } }],
  [
    'a swell over its edges',
    {
      head: {
        1: '<direction><direction-type><wedge type="crescendo"/></direction-type></direction>',
        18: '<direction><direction-type><wedge type="stop"/></direction-type></direction>',
      },
    },
  ],
])('nothing is cut over %s', (_, more) => {
  const [marked] = SCORES;
  if (!marked) throw new Error('no score');
  const cuts = waysToEase(scoreOf({ ...marked, ...more }), [], {}).cuts;
  expect(cuts.filter(({ bars }) => bars.from <= 10 && bars.to >= 10)).toEqual([]);
});

test('of a chord the highest and what is tied stay, and it has no more notes than are asked for', () => {
  const note = fc.record({ pitch: fc.integer({ min: 30, max: 90 }), stays: fc.boolean() });
  fc.assert(
    fc.property(
      fc.uniqueArray(note, { minLength: 2, maxLength: 7, selector: ({ pitch }) => pitch }),
      fc.boolean(),
      fc.integer({ min: 2, max: 3 }),
      (chord, single, most) => {
        const out = leftOut(chord, single, most);
        const left = chord.filter((_, at) => !out.has(at));
        expect(Math.max(...left.map(({ pitch }) => pitch))).toBe(
          Math.max(...chord.map(({ pitch }) => pitch)),
        );
        for (const each of chord) if (each.stays) expect(left).toContain(each);
        const must = chord.filter(
          ({ stays, pitch }) => stays || pitch === Math.max(...chord.map((c) => c.pitch)),
        );
        expect(left.length).toBeLessThanOrEqual(Math.max(most, must.length));
        expect(leftOut(left, single, most).size).toBe(0);
      },
    ),
  );
});

test('a file written again reads as the same score', () => {
  for (const marked of SCORES) {
    const text = scoreOf(marked);
    expect(read(fileOf(elementsIn(text)))).toEqual(read(text));
  }
  expect(layoutOf(read(scoreOf(SCORES[0] as Marked))).bars).toHaveLength(20);
});
