import { formatBars, formatTime, stretchesOf, type BarRange } from '@/core/music';
import type { GoalContext, Rescue, RescueChange, RescueEffect, RescueOption } from '@/core/register';
import type { Piece } from '@/core/repertoire';
import { explainRule, noLaterSession } from '@/core/requirements';
import type { Cut, Thinning } from '@/core/score';
import { inTerms } from '@/core/terms';
import { formatDay, type CalendarDay } from '@/core/time';
import type { Studio } from '@/core/files';
import { capital, weeksWords } from '../shell/words';

/** An option in words: what is done, where and how, and what it costs. */
export interface OptionWords {
  readonly title: string;
  readonly where: string;
  readonly cost: string;
}

/** Bars named in a row before the rest is counted. */
const NAMED = 5;
const barsNamed = (ranges: readonly BarRange[]): string => {
  const named = ranges.slice(0, NAMED).map(formatBars).join(', ');
  return ranges.length > NAMED ? `${named} and ${ranges.length - NAMED} more places` : named;
};
const titleOf = (pieces: ReadonlyMap<string, Piece>, id: string) =>
  pieces.get(id)?.title ?? 'a deleted piece';

const LOST: Readonly<Record<Thinning, string>> = {
  'octaves single': 'the lower octave goes',
  'chords of three': 'doubled and inner notes go',
  'chords of two': 'doubled and inner notes go',
  'ornaments left out': 'graces, trills and turns go',
};

export function optionWords(
  { change, cut }: Pick<RescueOption, 'change' | 'cut'>,
  {
    context,
    pieces,
    today,
  }: { readonly context: GoalContext; readonly pieces: Studio['pieces']; readonly today: CalendarDay },
): OptionWords {
  const several = Object.values(context.goal.programme).flat().length > 1;
  const of = (pieceId: string) => (several ? `${titleOf(pieces, pieceId)}: ` : '');
  switch (change.kind) {
    case 'simplify': {
      const bars = stretchesOf(change.as.lighter.map(({ bar }) => bar));
      return {
        title: `${of(change.pieceId)}${capital(change.thin.join(', '))}`,
        where: `${inTerms`bars ${barsNamed(bars)}`}: ${change.thin.map((kind) => LOST[kind]).join('; ')}`,
        cost: '',
      };
    }
    case 'cut':
      return {
        title: inTerms`${of(change.pieceId)}Cut bars ${formatBars(change.bars)}`,
        where: cut ? `${likeWords(cut)}; ${jointWords(cut)}` : '',
        cost: '',
      };
    case 'both':
      return { title: `${of(change.pieceId)}Simplified and cut`, where: '', cost: '' };
    case 'support':
      return {
        title: `${of(change.pieceId)}Support for the worst bars`,
        where: inTerms`bars ${change.bars.map(formatBars).join(', ')} first on the card, with a slow recording from you`,
        cost:
          change.more > 0
            ? `${change.more} ${change.more === 1 ? 'minute' : 'minutes'} more on each practice day until then.`
            : '',
      };
    case 'learned piece':
    case 'easier piece': {
      const piece = pieces.get(change.inId);
      const bars = piece ? (piece.barsToLearn ?? piece.bars) : null;
      return {
        title: `Swap to ${titleOf(pieces, change.inId)}${change.passed ? ', learned' : ''}`,
        where: change.passed
          ? `instead of ${titleOf(pieces, change.outId)}; known since ${formatDay(change.passed.on, 'written')}`
          : inTerms`instead of ${titleOf(pieces, change.outId)}${bars === null ? '' : `; ${bars} bars to learn`}`,
        cost: change.passed ? 'After an honest talk: the other piece is given up for this day.' : '',
      };
    }
    case 'later': {
      const { session } = change;
      const entry = session.entryCloses ? `entry closes ${formatDay(session.entryCloses, 'written')}` : '';
      return {
        title: `Later: ${session.name}`,
        where: `${formatDay(session.day, 'medium')}, ${weeksWords(today, session.day)}`,
        cost:
          [entry, session.fee && `fee ${session.fee}`, paidWords(context)].filter(Boolean).join('; ') ||
          'No fee or closing day is stated.',
      };
    }
    case 'withdraw':
      return {
        title: 'Withdraw',
        where: context.goal.enteredOn ? 'the office must be told' : 'not entered yet',
        cost: paidWords(context) || 'Nothing was paid.',
      };
    case 'let it be':
      return {
        title: 'Let it be',
        where: 'as it stands; going on after a slip is practised',
        cost: '',
      };
  }
}

const paidWords = ({ goal, session }: GoalContext): string =>
  goal.enteredOn !== null && session.fee !== ''
    ? `the fee of ${session.fee} was paid; ask whether it comes back`
    : '';

const INTERVALS = [
  'the same note',
  'a second',
  'a second',
  'a third',
  'a third',
  'a fourth',
  'a tritone',
  'a fifth',
];
const MORE = ['a sixth', 'a sixth', 'a seventh', 'a seventh', 'an octave'];
/** "a third up"; further than an octave is said so. */
export function stepWords(semitones: number): string {
  const size = Math.abs(semitones);
  if (size === 0) return 'the same note';
  const name = [...INTERVALS, ...MORE][size] ?? 'more than an octave';
  return `${name} ${semitones > 0 ? 'up' : 'down'}`;
}
const keyWords = (fifths: number): string =>
  fifths === 0
    ? 'no sharps or flats'
    : `${Math.abs(fifths)} ${fifths > 0 ? 'sharp' : 'flat'}${Math.abs(fifths) === 1 ? '' : 's'}`;

/** How one goes on over a cut: bars, signatures, steps, loudness. */
export function jointWords({ bars, joint: { keys, steps, loudness } }: Cut): string {
  const [before, after] = keys;
  const key =
    before === null || after === null
      ? ''
      : before === after
        ? 'the same signature'
        : `${keyWords(before)} to ${keyWords(after)}`;
  const [soft, loud] = loudness;
  return [
    inTerms`${bars.from - 1} goes on to ${bars.to + 1}`,
    key,
    steps.high === null ? '' : `highest note ${stepWords(steps.high)}`,
    steps.low === null ? '' : `lowest ${stepWords(steps.low)}`,
    soft === null || loud === null ? '' : soft === loud ? `still ${soft}` : `${soft} to ${loud}`,
  ]
    .filter(Boolean)
    .join(', ');
}

const LIKE = {
  same: 'the same',
  octave: 'the same an octave away',
  transposed: 'alike in another key',
  rhythm: 'alike in rhythm',
} as const;
const likeWords = ({ alike: [a, b], how }: Cut): string => inTerms`bars ${a} and ${b} are ${LIKE[how]}`;

/** What is decided, as it is kept: short, with the bars. */
export const changeWords = (
  changes: readonly RescueChange[],
  options: readonly RescueOption[],
  taken: readonly string[],
  about: Parameters<typeof optionWords>[1],
): string =>
  options
    .filter(({ id }) => taken.includes(id))
    .map((option) => {
      const { title, where } = optionWords(option, about);
      return option.change.kind === 'simplify' || option.change.kind === 'support'
        ? `${title}: ${where}`
        : title;
    })
    .join('; ') || changes.map(({ kind }) => kind).join(', ');

/** "132 %"; null where nothing is planned any more. */
export const peakWords = ({ peak }: RescueEffect): string =>
  peak === null
    ? 'no plan'
    : Number.isFinite(peak)
      ? `${Math.round(peak * 100)}\u00a0%`
      : 'no way to plan it';

/** Rules that a way breaks, as sentences. */
export function brokenWords({ breaks }: RescueEffect, { level, verdicts }: GoalContext): string[] {
  return breaks.flatMap((id) => {
    const rule = level.rules.find((each) => each.id === id);
    const verdict = verdicts.find(({ ruleId }) => ruleId === id);
    return rule && verdict ? [explainRule(rule, verdict, level).title] : [];
  });
}

/** "2:01", and what it was before where that was another. */
export const timeWords = (before: RescueEffect, after: RescueEffect): string =>
  after.seconds === null || before.seconds === null || after.seconds === before.seconds
    ? ''
    : `${formatTime(after.seconds)} instead of ${formatTime(before.seconds)}`;

const SAID = { yes: 'allowed', no: 'not allowed', 'not said': 'not said; ask' } as const;

/** What the event says, and why some ways are not among the options. */
export function allowedWords(
  { allows, withoutScore, noLater, options }: Rescue,
  { student, set }: Pick<GoalContext, 'student' | 'set'>,
): { readonly name: string; readonly said: string; readonly isAllowed: boolean | null }[] {
  const kinds = new Set(options.map(({ change }) => change.kind));
  const row = (name: string, allowed: keyof typeof SAID) => ({
    name,
    said: SAID[allowed],
    isAllowed: allowed === 'not said' ? null : allowed === 'yes',
  });
  const note = (name: string, said: string) => ({ name, said, isAllowed: null });
  return [
    row('simplifying', allows.simplified),
    row('cutting', allows.cut),
    ...(withoutScore.length > 0
      ? [note('from the score', `${withoutScore.join(', ')}: no score is kept, so nothing can be computed`)]
      : []),
    ...(allows.simplified === 'yes' && withoutScore.length === 0 && !kinds.has('simplify')
      ? [note('to simplify', 'no octaves, full chords or ornaments')]
      : []),
    ...(allows.cut === 'yes' && withoutScore.length === 0 && !kinds.has('cut')
      ? [note('to cut', inTerms('no two bars are alike enough'))]
      : []),
    ...(kinds.has('learned piece')
      ? []
      : [note('a learned piece', `none of ${student.name}’s keeps the rules`)]),
    ...(kinds.has('easier piece')
      ? []
      : [
          note('an easier listed piece', set.levels.length > 0 ? 'none keeps the rules with fewer bars' : ''),
        ]),
    ...(noLater ? [note('a later session', noLaterSession(noLater))] : []),
  ];
}
