import { describe, expect, test } from 'vitest';
import { BACK, half, left, noteOf, right, scoreOf, utf8, wholeBar, words } from './arbitrary';
import { chordOf } from './chords';
import { readScore } from './read-score';
import { explainScoreRefusal } from './score-refusal';
import { tempoWords, wordsOrder } from './words';
import { xRay, type XRay } from './x-ray';
import { PLAIN_X_RAY, type XRayOptions } from './x-ray-options';

function seen(text: string, options: Partial<XRayOptions> = {}): XRay {
  const read = readScore(utf8(text));
  if (!read.ok) throw new Error(explainScoreRefusal(read.why));
  const found = xRay(read.value.score, { ...PLAIN_X_RAY, ...options });
  if (!found.ok) throw new Error(JSON.stringify(found.why));
  return found.value;
}
const tempo = (figure: number, more = '') => `<direction>${more}<sound tempo="${figure}"/></direction>`;
const time = (beats: string | number, type: number) =>
  `<beats>${beats}</beats><beat-type>${type}</beat-type>`;

describe('tempo', () => {
  const metronome = (inside: string) =>
    `<direction><direction-type><metronome>${inside}</metronome></direction-type></direction>`;
  const beat = (unit: string, dots = 0) => `<beat-unit>${unit}</beat-unit>${'<beat-unit-dot/>'.repeat(dots)}`;
  test.each<[string, string[], number[]]>([
    // Two halves of a bar of four: 2 crotchets at 120 are a second, at 60 two.
    [
      'an offset moves the sign alone',
      [
        `${half}<direction><direction-type><words>meno</words></direction-type><offset>-8</offset><sound tempo="60"/></direction>${half}`,
      ],
      [3],
    ],
    [
      'unless it sounds',
      [
        `${half}<direction><direction-type><words>meno</words></direction-type><offset sound="yes">-8</offset><sound tempo="60"/></direction>${half}`,
      ],
      [4],
    ],
    [
      'a crotchet becomes a dotted one',
      [tempo(60) + wholeBar(), metronome(beat('quarter') + beat('quarter', 1)) + wholeBar()],
      [4, 4 / 1.5],
    ],
    [
      'a dotted crotchet becomes a crotchet',
      [tempo(90) + wholeBar(), metronome(beat('quarter', 1) + beat('quarter')) + wholeBar()],
      [8 / 3, 4],
    ],
    [
      'where a tempo sounds beside it, it is that',
      [
        tempo(60) + wholeBar(),
        `<direction><direction-type><metronome>${beat('quarter')}${beat('half')}</metronome></direction-type><sound tempo="80"/></direction>${wholeBar()}`,
      ],
      [4, 3],
    ],
    [
      'a tempo goes back behind a rit. that sounds',
      [
        tempo(120) + wholeBar(),
        words('rit.') + tempo(80) + half + tempo(60) + half,
        words('a tempo') + wholeBar(),
      ],
      [2, 3.5, 2],
    ],
    [
      'and to the tempo last set, not to the first',
      [
        tempo(120) + wholeBar(),
        words('Meno mosso', '<sound tempo="60"/>') + wholeBar(),
        words('poco rall.', '<sound tempo="40"/>') + wholeBar(),
        words('a tempo') + wholeBar(),
      ],
      [2, 4, 6, 4],
    ],
    [
      'Tempo I goes back to the first',
      [
        tempo(120) + wholeBar(),
        words('Meno mosso', '<sound tempo="60"/>') + wholeBar(),
        words('Tempo I') + wholeBar(),
      ],
      [2, 4, 2],
    ],
    [
      'an a tempo that sounds is what sounds',
      [tempo(120) + wholeBar(), tempo(60) + wholeBar(), words('a tempo', '<sound tempo="96"/>') + wholeBar()],
      [2, 4, 2.5],
    ],
  ])('%s', (_, bars, seconds) => {
    expect(seen(scoreOf(bars)).measureSeconds.map((each) => Math.round(each * 1000) / 1000)).toEqual(
      seconds.map((each) => Math.round(each * 1000) / 1000),
    );
  });
  test.each([
    ['poco rit.', 'bends'],
    ['accelerando', 'bends'],
    ['a tempo', 'before'],
    ['Tempo I', 'first'],
    ['Tempo primo', 'first'],
    ['tempo di valse', null],
    ['dolce', null],
  ])('“%s” says %s of the tempo', (text, says) => expect(tempoWords(text)).toBe(says));
});

describe('figures', () => {
  const dotted = (name: string, duration: number) => noteOf(name, duration, '<type>quarter</type><dot/>');
  const tuplet = (duration: number, actual = 3, normal = 2) =>
    noteOf(
      'C5',
      duration,
      `<time-modification><actual-notes>${actual}</actual-notes><normal-notes>${normal}</normal-notes></time-modification>`,
    );
  const n = (...durations: number[]) => durations.map((duration) => noteOf('C5', duration)).join('');
  // Twelve divisions to a crotchet.
  test.each<[string, string | number, number, string, string[]]>([
    ['even crotchet triplets', 4, 4, tuplet(8).repeat(3) + n(24), ['triplets']],
    [
      'a long note across the grid of a triplet',
      4,
      4,
      tuplet(4) + tuplet(16, 6, 4) + tuplet(4) + n(24),
      ['syncopation', 'triplets', 'tuplets'],
    ],
    ['quaver, crotchet, quaver', 4, 4, n(6, 12, 6, 24), ['syncopation']],
    ['quaver, crotchet, crotchet, quaver in 6/8', 6, 8, n(6, 12, 12, 6), ['compound time', 'syncopation']],
    ['crotchet, quaver twice in 6/8', 6, 8, n(12, 6, 12, 6), ['compound time']],
    ['the beat of 6/8', 6, 8, dotted('C5', 18) + dotted('D5', 18), ['compound time']],
    ['a siciliana', 6, 8, dotted('C5', 9) + n(3, 6, 18), ['compound time', 'dotted figures', 'semiquavers']],
    ['dotted quaver in 4/8', 4, 8, dotted('C5', 9) + n(3, 12), ['dotted figures', 'semiquavers']],
    ['dotted crotchet in 2/4', 2, 4, dotted('C5', 18) + n(6), ['dotted figures']],
    ['a dotted minim that fills the bar', 3, 4, dotted('C5', 36), []],
    ['the whole bar of 3/8', 3, 8, dotted('C5', 18), []],
    ['the beat of 6/4', 6, 4, dotted('C5', 36) + dotted('D5', 36), ['compound time']],
    ['10/8', 10, 8, n(60), ['irregular time']],
    ['3+3 over 8', '3+3', 8, n(18, 18), ['compound time']],
    ['3+2 over 8', '3+2', 8, n(18, 12), ['irregular time']],
  ])('%s', (_, beats, type, body, expected) => {
    const { demands } = seen(scoreOf([body], { divisions: 12, time: time(beats, type) }));
    const figures = demands.flatMap(({ name, asks }) =>
      asks && name !== 'no sharps or flats' ? [name] : [],
    );
    expect(figures.sort()).toEqual(expected.sort());
  });
});

describe('chords under a hand', () => {
  test.each<[number[], string | null]>([
    [[60, 64, 67], 'triads in root position'],
    [[64, 67, 72], 'triads in first inversion'],
    [[55, 60, 64], 'triads in second inversion'],
    [[57, 60, 64, 69], 'triads in root position'],
    [[59, 62, 65], 'diminished triads'],
    [[60, 64, 68], 'augmented triads'],
    [[55, 59, 62, 65], 'dominant sevenths'],
    [[65, 67, 71], 'dominant sevenths'],
    [[57, 60, 64, 67], 'minor sevenths'],
    [[60, 64, 67, 71], 'major sevenths'],
    [[59, 62, 65, 69], 'half-diminished sevenths'],
    [[59, 62, 65, 68], 'diminished sevenths'],
    [[60, 64], null],
    [[60, 62, 64], null],
  ])('%j is %s', (pitches, kind) => expect(chordOf(pitches)).toBe(kind));
  test('are found by staff, with their drill; notes of the other hand do not count', () => {
    const chord = (names: string[], staff: number) =>
      names
        .map((name, at) =>
          noteOf(name, 16, `<staff>${staff}</staff>`).replace('<note>', at > 0 ? '<note><chord/>' : '<note>'),
        )
        .join('');
    const two = `<attributes><staves>2</staves></attributes>${chord(['E4', 'G4', 'C5'], 1)}<backup><duration>16</duration></backup>${chord(['C3', 'E3'], 2)}`;
    const { demands } = seen(scoreOf([two]));
    expect(demands.find(({ name }) => name === 'triads in first inversion')).toMatchObject({
      bars: [0],
      drills: ['blocked', 'broken', 'hands apart'],
    });
    expect(demands.filter(({ name }) => name.startsWith('triads'))).toHaveLength(1);
  });
});

describe('the road', () => {
  const start = left('<repeat direction="forward"/>');
  const ending = (number: string, back = true) => [
    left(`<ending number="${number}" type="start"/>`),
    right(`<ending number="${number}" type="stop"/>${back ? BACK : ''}`),
  ];
  const inEnding = (number: string, back = true) => ending(number, back).join(wholeBar());
  const bars = (...more: string[]) => more.map((each) => (each === '' ? wholeBar() : each));
  test.each<[string, string[], number[], string[]]>([
    [
      'D.C. al Fine without a Fine',
      bars('', '', wholeBar() + words('D.C. al Fine')),
      [0, 1, 2, 0, 1, 2],
      ['D.C. al Fine, and no Fine is printed.'],
    ],
    [
      'D.S. al Coda without To Coda',
      bars(
        '<direction><direction-type><segno/></direction-type></direction>' + wholeBar(),
        wholeBar() + words('D.S. al Coda'),
        words('Coda') + wholeBar(),
      ),
      [0, 1, 0, 1, 2],
      ['D.S. al Coda, and no “To Coda” is printed.'],
    ],
    [
      'D.C. al Coda without a coda',
      bars(wholeBar() + words('To Coda'), wholeBar() + words('D.C. al Coda')),
      [0, 1, 0, 1],
      ['D.C. al Coda, and no coda is printed.', 'A coda to go to is missing.'],
    ],
    [
      'a third ending without a second',
      bars(start + wholeBar(), inEnding('1'), inEnding('3', false)),
      [0, 1, 0, 2],
      ['No ending is printed for pass 2.'],
    ],
    [
      'a repeat written at a left barline after the notes',
      bars(start + wholeBar(), wholeBar(), wholeBar() + left(BACK)),
      [0, 1, 0, 1, 2],
      [],
    ],
    [
      'a repeat within a repeat',
      bars(start + wholeBar(), start + wholeBar() + right(BACK), wholeBar() + right(BACK), ''),
      [0, 1, 1, 2, 0, 1, 1, 2, 3],
      [],
    ],
    [
      'one repeat after the other is no nest',
      bars(start + wholeBar() + right(BACK), start + wholeBar() + right(BACK), wholeBar() + right(BACK)),
      [0, 0, 1, 1, 2, 2],
      [],
    ],
    [
      'bars behind an ending that no pass comes to',
      bars(start + wholeBar(), inEnding('1'), '<sound dacapo="yes"/>' + wholeBar()),
      [0, 1, 0, 2, 0, 2],
      [],
    ],
  ])('%s', (_, measures, order, problems) => {
    const found = seen(scoreOf(measures));
    expect(found.roadmap.order).toEqual(order);
    expect(found.problems).toEqual(problems);
  });
  test('bars that are never played are named', () => {
    const found = seen(
      scoreOf(
        bars(
          wholeBar() + words('To Coda'),
          wholeBar() + words('D.C. al Coda'),
          '',
          '',
          words('Coda') + wholeBar(),
        ),
      ),
    );
    expect(found.roadmap.order).toEqual([0, 1, 0, 4]);
    expect(found.problems).toEqual(['Bars 3, 4 are never played.']);
    expect(
      seen(scoreOf(bars(start + wholeBar(), inEnding('1'), inEnding('2', false))), { repeats: false })
        .problems,
    ).toEqual([]);
  });
  test.each([
    ['Menuetto D.C. al Fine', { kind: 'da capo', until: 'fine' }],
    ['Dal 𝄋 al Fine', { kind: 'dal segno', until: 'fine' }],
    ['Fine 𝄐', { kind: 'fine' }],
    ['(Fine)', { kind: 'fine' }],
    ['al Fine', null],
    ['Fine and calm', null],
  ])('the words %s order %j', (text, order) => expect(wordsOrder(text)).toEqual(order));
});

test('a class’s assignment: these bars, and from here on as the road goes', () => {
  const measures = Array.from({ length: 16 }, (_, at) => {
    const note = noteOf(`${'CDEFGAB'[at % 7] ?? 'C'}${at < 7 ? 4 : at < 14 ? 5 : 6}`, 16);
    if (at === 10) return left('<ending number="1" type="start"/>') + note;
    if (at === 11) return note + right(`<ending number="1" type="stop"/>${BACK}`);
    if (at === 12) return left('<ending number="2" type="start"/>') + note;
    if (at === 15) return note + right('<ending number="2" type="stop"/>');
    return note;
  });
  const whole = seen(scoreOf(measures));
  expect([whole.performed, whole.printed, whole.askedBoth]).toEqual([26, 16, null]);
  const passage = { bars: { from: 9, to: 16 }, fromBeat: null, toBeat: null };
  const onward = seen(scoreOf(measures), { passage: { ...passage, bars: { from: 9, to: 9 }, onward: true } });
  expect(onward.asked).toMatchObject({ performed: 18, printed: 8, toLearn: 16 });
  expect(onward.asked?.order).toEqual([8, 9, 10, 11, 0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 12, 13, 14, 15]);
  const alone = seen(scoreOf(measures), { passage });
  expect(alone.asked).toEqual(alone.askedBoth?.alone);
  expect(alone.askedBoth?.onward).toEqual(onward.asked);
  expect(alone.asked?.performed).toBeLessThan(18);
});

test('a copy that differs in signs alone is a trap, and no more to learn', () => {
  const soft = '<direction><direction-type><dynamics><p/></dynamics></direction-type></direction>';
  const bar = (signs = '') => noteOf('C5', 4, signs) + noteOf('D5', 4) + half;
  const short = '<notations><articulations><staccato/></articulations></notations>';
  const found = seen(scoreOf([bar(), bar(), soft + bar(), bar(short), bar(short)]));
  expect(found.traps).toEqual([
    { bar: 2, of: 0, differs: 'signs', at: 0 },
    { bar: 3, of: 0, differs: 'signs', at: 0 },
  ]);
  expect(found.toLearn).toBe(1);
});

describe('what is kept and what is refused', () => {
  test('a transposing part keeps what it transposes by', () => {
    const transpose =
      '<attributes><transpose><diatonic>-1</diatonic><chromatic>-2</chromatic><octave-change>-1</octave-change></transpose></attributes>';
    const { part } = seen(scoreOf([transpose + wholeBar(), wholeBar()]));
    expect(part.measures.map((measure) => measure.transpose)).toEqual([-14, -14]);
  });
  test('the seconds of a pause are a figure of the question', () => {
    const held = noteOf('C5', 16, '<notations><fermata/></notations>');
    expect(seen(scoreOf([held]), { fermataSeconds: 3 }).seconds).toBe(5);
  });
  test('2,000 notes in a bar are read at once, one more is refused with its place', () => {
    const crowd = (count: number) => scoreOf([wholeBar(), noteOf('C5', 1).repeat(count)]);
    expect(seen(crowd(2_000)).layout.bars).toHaveLength(2);
    const chord = noteOf('C5', 4) + noteOf('E5', 4).replace('<note>', '<note><chord/>').repeat(1_999);
    expect(seen(scoreOf([chord])).spans).toEqual([4]);
    const refused = readScore(utf8(crowd(2_001)));
    expect(refused.ok ? '' : explainScoreRefusal(refused.why)).toMatch(
      /^Line 1, column \d+: measure 2 has more than 2000 notes\.$/,
    );
  });
});
