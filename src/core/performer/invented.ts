import { seeded } from '../seeded';

/** What an invented score is like. */
export interface Invention {
  readonly seed: number;
  readonly bars: number;
  readonly metre: '4/4' | '3/4' | '2/4' | '6/8';
  readonly hands: 1 | 2;
  /** Repeats with two endings, a return to the beginning, or neither. */
  readonly road: 'plain' | 'endings' | 'da capo';
  readonly dotted: boolean;
  readonly ornaments: boolean;
  readonly tempo: number;
  /** Octave the melody begins in. */
  readonly octave: number;
}

const STEPS = ['C', 'D', 'E', 'F', 'G', 'A', 'B'];
/** Lengths in semiquavers that fill a crotchet, and a dotted crotchet. */
const CROTCHETS = [[4], [2, 2], [2, 2], [1, 1, 2], [2, 1, 1], [1, 1, 1, 1]];
const COMPOUND = [[6], [4, 2], [2, 2, 2], [2, 2, 2]];
const DIVISIONS = 4;

interface Tone {
  readonly degree: number;
  readonly length: number;
  readonly chord: number;
  readonly sign: string;
}

/** A score as MusicXML, whose phrases come back as phrases do: the same seed invents the same. */
export function inventedScore(wish: Invention): string {
  const chance = seeded(wish.seed * 104_729 + 7);
  for (let at = 0; at < 8; at += 1) chance();
  const pick = <T>(from: readonly T[]): T => from[Math.floor(chance() * from.length)] as T;
  const [beats, beatType] = wish.metre.split('/').map(Number) as [number, number];
  const groups = beatType === 8 ? beats / 3 : beats;
  const rhythm = () =>
    Array.from({ length: groups }, () =>
      beatType === 8 ? pick(COMPOUND) : wish.dotted && chance() < 0.45 ? [3, 1] : pick(CROTCHETS),
    ).flat();
  const melody = (low: number, high: number, most: number) => {
    let degree = Math.floor((low + high) / 2);
    const bar = (): Tone[] =>
      rhythm().map((length) => {
        degree = Math.min(high, Math.max(low, degree + pick([-3, -2, -1, -1, 1, 1, 2, 4])));
        const sign = wish.ornaments && length >= 4 && chance() < 0.15 ? 'trill-mark' : '';
        return { degree, length, chord: chance() < 0.3 ? most : 0, sign };
      });
    const phrase = Array.from({ length: 4 }, bar);
    const bars: Tone[][] = [];
    while (bars.length < wish.bars) {
      const varied = chance() < 0.4 ? phrase : Array.from({ length: 4 }, bar);
      bars.push(...varied.slice(0, 3), chance() < 0.5 ? bar() : (varied[3] as Tone[]));
    }
    return bars.slice(0, wish.bars);
  };
  const right = melody(0, 12, wish.hands === 2 ? 1 : 0);
  const left = wish.hands === 2 ? melody(-12, -5, 1) : null;
  const whole = (beats * 16) / beatType;
  const half = wish.bars >> 1;
  const notes = (bar: readonly Tone[], staff: number) => written(bar, staff, wish.octave);
  const parts = right.map((bar, at) => {
    const first =
      at === 0
        ? `<attributes><divisions>${DIVISIONS}</divisions><key><fifths>0</fifths></key><time><beats>${beats}</beats><beat-type>${beatType}</beat-type></time>${left ? '<staves>2</staves>' : ''}</attributes><direction><sound tempo="${wish.tempo}"/></direction>`
        : '';
    const [before, after] = barlines(wish.road, at, half, wish.bars);
    const below = left ? `<backup><duration>${whole}</duration></backup>${notes(left[at] ?? [], 2)}` : '';
    return `<measure number="${at + 1}">${before}${first}${notes(bar, 1)}${below}${after}</measure>`;
  });
  return `<?xml version="1.0"?><score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Invented</part-name></score-part></part-list><part id="P1">${parts.join('')}</part></score-partwise>`;
}

function written(bar: readonly Tone[], staff: number, base: number): string {
  return bar
    .map(({ degree, length, chord, sign }) => {
      const one = (at: number, isChord: boolean) => {
        const octave = base + Math.floor(at / 7);
        const step = STEPS[((at % 7) + 7) % 7] ?? 'C';
        const ornament =
          sign !== '' && !isChord ? `<notations><ornaments><${sign}/></ornaments></notations>` : '';
        return `<note>${isChord ? '<chord/>' : ''}<pitch><step>${step}</step><octave>${octave}</octave></pitch><duration>${length}</duration><voice>${staff}</voice><staff>${staff}</staff>${ornament}</note>`;
      };
      return (
        one(degree, false) +
        Array.from({ length: chord }, (_, at) => one(degree + 2 * (at + 1), true)).join('')
      );
    })
    .join('');
}

function barlines(road: Invention['road'], at: number, half: number, bars: number): [string, string] {
  if (road === 'da capo') {
    if (at === half - 1)
      return [
        '',
        '<direction><direction-type><words>Fine</words></direction-type><sound fine="yes"/></direction>',
      ];
    return [
      '',
      at === bars - 1
        ? '<direction><direction-type><words>D.C. al Fine</words></direction-type><sound dacapo="yes"/></direction>'
        : '',
    ];
  }
  if (road === 'plain') return ['', ''];
  const barline = (where: string, inside: string) => `<barline location="${where}">${inside}</barline>`;
  if (at === half - 1)
    return [
      barline('left', '<ending number="1" type="start"/>'),
      barline('right', '<ending number="1" type="stop"/><repeat direction="backward"/>'),
    ];
  if (at === half)
    return [
      barline('left', '<ending number="2" type="start"/>'),
      barline('right', '<ending number="2" type="stop"/>'),
    ];
  return ['', ''];
}
