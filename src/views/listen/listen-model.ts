import type { Finding, Heard, HeardBar, LevelHeard, Pace, PassagesCompared } from '@/core/listening';
import { explainXRayRefusal, explainScoreRefusal } from '@/core/score';
import { inTerms } from '@/core/terms';
import { formatBars, noteLength, type BarRange, type NoteValue } from '@/core/music';
import { UNIT_NAMES, type ChartData } from '@/ui';
import type { ListenRefusal } from '@/workers/listen.job';
import { capital } from '../shell/words';

const NAMES = [
  'C',
  'C sharp',
  'D',
  'E flat',
  'E',
  'F',
  'F sharp',
  'G',
  'A flat',
  'A',
  'B flat',
  'B',
] as const;
/** The name of a pitch as it is written for the instrument. */
const pitchName = (midi: number, transpose: number): string =>
  NAMES[(((midi - transpose) % 12) + 12) % 12] ?? '';

export const passWords = (pass: number): string =>
  pass === 1 ? '1st time' : pass === 2 ? '2nd time' : pass === 3 ? '3rd time' : `${pass}th time`;

export const INPUT_WORDS: Readonly<Record<Heard['input'], string>> = {
  midi: 'keyboard',
  'one voice': 'one voice by microphone',
  'many voices': 'many voices by microphone',
  taps: 'taps',
};

const tenths = (seconds: number) => `${(Math.round(10 * seconds) / 10).toFixed(1)} s`;
const several = (count: number, one: string) =>
  count === 1 ? one : `${one.replace(/ note\b/, ' notes')}, ${count} of them`;

/** What a finding says. What a microphone hears is never said for certain. */
export function findingWords(finding: Finding, heard: Heard): string {
  const { first, count, seconds } = finding;
  const name = (midi: number | null | undefined) => (midi == null ? '' : pitchName(midi, heard.transpose));
  const isKeys = heard.input === 'midi';
  switch (finding.kind) {
    case 'wrong':
      return several(
        count,
        isKeys
          ? `${name(first?.heard)} for ${name(first?.written)}`
          : `Sounds like ${name(first?.heard)}, written ${name(first?.written)}`,
      );
    case 'missed':
      return several(count, `${name(first?.written)} ${isKeys ? 'missing' : 'not heard'}`);
    case 'added':
      return several(
        count,
        isKeys ? `${name(first?.heard)} is not written` : 'Listen here: one note more than written',
      );
    case 'stop':
      return `Stopped ${tenths(seconds ?? 0)}, then went on`;
    case 'restart':
      return inTerms(
        `Broke off in bar ${finding.bars.to}, began again at bar ${finding.bars.from}${seconds && seconds > 0.2 ? ` after ${tenths(seconds)}` : ''}`,
      );
    case 'left out':
      return inTerms(`From bar ${finding.bars.from} straight to bar ${finding.bars.to}`);
    case 'dotted':
      return `Long to short ${heard.dotted?.ratio.toFixed(1) ?? ''} : 1, written 3 : 1, in ${count} figures`;
    case 'drift':
      return driftWords(heard);
    case 'figure':
      return inTerms(
        `Beat ${finding.figure?.beat ?? ''}: ${finding.figure?.written ?? ''} tapped as ${finding.figure?.tapped ?? ''}`,
      );
  }
}

function driftWords({ drift }: Heard): string {
  if (!drift) return '';
  const size = Math.abs(drift.perMinute).toFixed(0);
  return `${drift.perMinute > 0 ? 'Faster' : 'Slower'} by ${size} in 100 a minute`;
}

export interface Claim {
  readonly title: string;
  readonly reason: string;
}

/** Crotchets a minute in the unit the piece is counted in. */
export const inUnit = (qpm: number, unit: NoteValue): number => qpm / 4 / noteLength(unit);
const perMinute = (qpm: number, unit: NoteValue) =>
  `${Math.round(inUnit(qpm, unit))} ${UNIT_NAMES[unit] ?? ''}s a minute`;

/** What can be said of the whole, each with its reason. */
export function claimsOf(heard: Heard, pace: Pace | null, tolerance: number, unit: NoteValue): Claim[] {
  const claims: Claim[] = [];
  if (heard.part !== null && heard.rightPart !== null)
    claims.push({
      title: heard.rightPart ? `The part: ${heard.part}` : `Another part: ${heard.part}`,
      reason:
        heard.complete === true
          ? 'From the first note to the last.'
          : 'Not heard from the first note to the last.',
    });
  if (heard.bars.length > 0)
    claims.push({
      title: heard.road === 'as written' ? 'The printed order' : capital(heard.road),
      reason: inTerms(
        `${heard.from === 0 ? 'From the pickup' : `From bar ${heard.from}`} to bar ${heard.to}; of every order the score allows this one fits best.`,
      ),
    });
  if (pace)
    claims.push({
      title: `Tempo ${perMinute(pace.middle, unit)}`,
      reason: inTerms(
        `${Math.round(inUnit(pace.low, unit))} to ${Math.round(inUnit(pace.high, unit))}; ${pace.within} of ${pace.sure} sure bars within ${tolerance} in 100.`,
      ),
    });
  if (heard.taps?.perMinute != null)
    claims.push({
      title: `${heard.taps.about ? 'About ' : ''}${Math.round(heard.taps.perMinute)} beats a minute`,
      reason: `${heard.taps.beats} taps; they scatter by ${Math.round(heard.taps.spread ?? 0)} thousandths of a second.`,
    });
  const rhythm = heard.rhythm?.takes.at(-1);
  if (rhythm?.qpm != null)
    claims.push({
      title: `About ${perMinute(rhythm.qpm, unit)}`,
      reason: `${rhythm.beats - rhythm.unread} of ${rhythm.beats} beats were made out${rhythm.spread === null ? '' : `; the taps scatter by ${Math.round(rhythm.spread)} thousandths of a second`}.`,
    });
  if (heard.drift?.claim)
    claims.push({
      title: driftWords(heard),
      reason: `${heard.drift.low.toFixed(0)} to ${heard.drift.high.toFixed(0)} in 100 a minute at 95 in 100.`,
    });
  if (heard.dotted)
    claims.push({
      title: `Dotted figures ${heard.dotted.ratio.toFixed(1)} : 1`,
      reason: `${heard.dotted.count} figures inside one beat; 3 : 1 is written, 2 : 1 is a triplet.`,
    });
  if (heard.checks.clippedRuns !== null && heard.checks.clippedRuns > 0)
    claims.push({
      title: 'The recording is clipped',
      reason: `In ${heard.checks.clippedRuns} places; move the microphone away.`,
    });
  return claims;
}

/** "bar 8", "bars 16–19". */
export const barsWords = (bars: BarRange): string =>
  inTerms(`${bars.from === bars.to ? 'bar' : 'bars'} ${formatBars(bars)}`);

const SURE = { sure: 'sure', unsure: 'unsure', 'not heard': 'not heard' } as const;
export const barWords = (bar: HeardBar, unit: NoteValue): string =>
  inTerms(
    `${bar.number === 0 ? 'Pickup, bar 0' : `Bar ${bar.number}`}, ${passWords(bar.pass)}: ${bar.certain === 'sure' ? perMinute(bar.qpm, unit) : SURE[bar.certain]}${bar.why === '' ? '' : `, ${bar.why}`}`,
  );

/** The tempo of the bars in the order they were played, with the band of the tolerance. */
export function tempoChart(
  bars: readonly HeardBar[],
  pace: Pace,
  tolerance: number,
  unit: NoteValue,
): ChartData {
  const sure = bars.map((bar, at) => ({ bar, at: at + 1 })).filter(({ bar }) => bar.certain === 'sure');
  const middle = inUnit(pace.middle, unit);
  const [low, high] = [middle * (1 - tolerance / 100), middle * (1 + tolerance / 100)];
  const from = Math.floor((Math.min(low, inUnit(pace.low, unit)) - 2) / 5) * 5;
  const to = Math.ceil((Math.max(high, inUnit(pace.high, unit)) + 2) / 5) * 5;
  return {
    x: { from: 0, to: bars.length + 1, say: (value) => `${bars[value - 1]?.number ?? ''}` },
    y: { from, to, step: 5, say: String },
    series: [
      {
        name: inTerms('sure bars'),
        glyph: 'teacher',
        points: sure.map(({ bar, at }) => ({ x: at, y: inUnit(bar.qpm, unit), say: barWords(bar, unit) })),
      },
    ],
    bands: [
      {
        name: `within ${tolerance} in 100`,
        look: 'wide',
        points: [
          { x: 0, from: low, to: high },
          { x: bars.length + 1, from: low, to: high },
        ],
      },
    ],
    lines: [],
    table: {
      head: [inTerms('Bar'), 'Time', `${UNIT_NAMES[unit] ?? ''}s a minute`, 'How sure'],
      rows: bars.map((bar) => [
        String(bar.number),
        passWords(bar.pass),
        bar.certain === 'sure' ? inUnit(bar.qpm, unit).toFixed(0) : '–',
        bar.certain === 'sure'
          ? `sure, ± ${(100 * bar.errorShare).toFixed(1)} in 100`
          : `${bar.certain}: ${bar.why}`,
      ]),
    },
  };
}

/** Why nothing was listened to, in words. */
export function refusedWords(why: ListenRefusal): string {
  switch (why.kind) {
    case 'score':
      return explainScoreRefusal(why.why);
    case 'asked':
      return explainXRayRefusal(why.why);
    case 'file':
      return why.words;
    case 'no score':
      return 'This piece has no score. Tap the beat, or open its score in the library.';
  }
}

/** a, b … z, then aa, ab … */
export const letterOf = (index: number): string =>
  index < 26
    ? String.fromCharCode(97 + index)
    : `${letterOf(Math.floor(index / 26) - 1)}${String.fromCharCode(97 + (index % 26))}`;

/** What can be said of two passages that should have one tempo. */
export function passagesWords(
  { pairs, difference, claim }: PassagesCompared,
  first: BarRange,
  second: BarRange,
): string {
  if (!difference)
    return inTerms(`Not said: only ${pairs} pairs of bars are sure in both, and six are needed.`);
  const range = `${signed(difference.low)} to ${signed(difference.high)} in 100, from ${pairs} pairs of sure bars`;
  if (!claim)
    return inTerms(
      `No difference to speak of between bars ${formatBars(first)} and ${formatBars(second)} (${range}).`,
    );
  const size = Math.abs(difference.percent).toFixed(0);
  return inTerms(
    `Bars ${formatBars(second)} are ${size} in 100 ${difference.percent > 0 ? 'faster' : 'slower'} than bars ${formatBars(first)} (${range}).`,
  );
}
const signed = (percent: number): string => `${percent < 0 ? '−' : '+'}${Math.abs(percent).toFixed(0)}`;

/** Each written level against the next softer one. */
export const levelsWords = (levels: readonly LevelHeard[]): string[] =>
  levels.flatMap(({ level, order, bars }, at) => {
    const softer = levels[at - 1];
    if (!softer || order === null) return [];
    const words = order === 'not told apart' ? `is not told apart from` : `was ${order} than`;
    return [inTerms(`${level} ${words} ${softer.level}: ${bars} and ${softer.bars} bars`)];
  });
