import { inTerms } from '@/core/terms';
import {
  barOfMeasure,
  withPlaces,
  type Demand,
  type KeptScore,
  type LearnedBar,
  type NamedPlace,
} from '@/core/score';
import type { ShapeMark, ShapingPlan } from '@/core/shaping';
import type { ScoreAnswer } from '@/workers/score.job';

/** What the bars of the page are shaded by. */
export const TINTS = ['difficulty', 'what is new', 'demand', 'demands not had', 'notes', 'faults'] as const;
export type Tint = (typeof TINTS)[number];

type Laid = Pick<ScoreAnswer, 'layout'>;

/** "the pickup", "bar 12". */
export const barName = ({ layout }: Laid, bar: number): string =>
  layout.bars[bar]?.number === 0 ? 'the pickup' : inTerms`bar ${layout.bars[bar]?.number ?? ''}`;

/** What is done on purpose, in a word, at the bar it begins in. */
export const shapesOfBars = (
  plans: readonly Pick<ShapingPlan, 'marks'>[],
  { layout }: Laid,
): { bar: number; words: string }[] =>
  plans.flatMap(({ marks }) =>
    marks.flatMap((mark) => {
      const bar = layout.bars.findIndex(({ number }) => number === mark.bars.from);
      return bar < 0 ? [] : [{ bar, words: shapeWord(mark) }];
    }),
  );
/** Letters that stand above a bar without running into the next. */
const SHORT = 24;
function shapeWord({ shape, again, text }: ShapeMark): string {
  if (shape === 'comes again') return `again, ${again?.grade ?? ''}`;
  if (shape === 'peak') return 'peak';
  const words = text === '' ? (shape === 'tempo' ? 'tempo' : 'swell') : text;
  return words.length > SHORT ? `${words.slice(0, SHORT - 1)}…` : words;
}

/** Bars by number, neighbours as one range: "1–4, 9"; the pickup as "pickup". */
export function barRanges({ layout }: Laid, bars: readonly number[]): string {
  const ranges: { from: number; to: number }[] = [];
  for (const bar of bars) {
    const last = ranges.at(-1);
    if (last && bar === last.to + 1 && (layout.bars[last.to]?.number ?? 0) > 0) last.to = bar;
    else ranges.push({ from: bar, to: bar });
  }
  const number = (bar: number) => {
    const counted = layout.bars[bar]?.number ?? 0;
    return counted === 0 ? 'pickup' : String(counted);
  };
  return ranges
    .map(({ from, to }) => (from === to ? number(from) : `${number(from)}–${number(to)}`))
    .join(', ');
}

/** Bars in playing order, those asked for where some are; a bar whose parts follow each other stands once. */
export function playedBars(answer: Pick<ScoreAnswer, 'layout' | 'roadmap' | 'asked'>): number[] {
  const of = barOfMeasure(answer.layout);
  const { counts } = answer.layout;
  const { order } = answer.asked ?? answer.roadmap;
  return order.flatMap((measure, at) => {
    const bar = of[measure] ?? 0;
    const before = order[at - 1];
    const goesOn = before === measure - 1 && of[before] === bar && counts[measure] === 0;
    return goesOn ? [] : [bar];
  });
}

/** Tints the eye tells apart on the strip. */
const STEPS = 4;
/** A part of the most as one of the steps, from none to 1. */
const stepOf = (value: number, most: number): number =>
  most <= 0 ? 0 : Math.min(STEPS, Math.ceil((STEPS * value) / most)) / STEPS;

const hardest = new WeakMap<ScoreAnswer, number>();
/** The difficulty of the hardest bar, looked for once; 0 where there is no bar. */
function hardestOf(answer: ScoreAnswer): number {
  const known = hardest.get(answer) ?? answer.difficulty.reduce((most, each) => Math.max(most, each), 0);
  hardest.set(answer, known);
  return known;
}

/** How deep a bar is shaded, 0 to 1; by difficulty against the hardest bar of the piece. */
export function tintOf(
  answer: ScoreAnswer,
  score: Pick<KeptScore, 'notes'>,
  tint: Tint,
  demand: Demand | undefined,
  bar: number,
  /** Demands the student looked at has, in lower case; null where there is none. */
  had: ReadonlySet<string> | null = null,
  /** By counted bar from 1, at index bar - 1: how many faults of the student stand there. */
  heat: readonly number[] = [],
): number {
  switch (tint) {
    case 'difficulty':
      return stepOf(answer.difficulty[bar] ?? 0, hardestOf(answer));
    case 'what is new':
      return isNew(answer.learned[bar]) ? 1 : 0;
    case 'demand':
      return demand?.bars.includes(bar) ? 1 : 0;
    case 'demands not had':
      return stepOf(lacking(answer.demands, had).filter(({ bars }) => bars.includes(bar)).length, STEPS);
    case 'faults':
      return stepOf(heat[(answer.layout.bars[bar]?.number ?? 0) - 1] ?? 0, Math.max(2, ...heat));
    case 'notes':
      return score.notes.some((note) => note.bar === answer.layout.bars[bar]?.number) ? 1 : 0;
  }
}

/** Demands that the student has not; none where no student is looked at. */
export const lacking = (demands: readonly Demand[], had: ReadonlySet<string> | null): Demand[] =>
  had ? demands.filter((demand) => demand.asks && !had.has(demand.name.toLowerCase())) : [];

const isNew = (learned: LearnedBar | undefined) =>
  learned !== undefined && !learned.silent && learned.like?.how !== 'same';

const LIKE_WORDS: Readonly<Record<NonNullable<LearnedBar['like']>['how'], string>> = {
  same: 'the same as',
  octave: 'an octave away from',
  transposed: 'transposed from',
  rhythm: 'the rhythm of',
};
/** What a bar owes to an earlier one: "the same as bar 4", "new". */
export function likeWords(answer: ScoreAnswer, bar: number): string {
  const learned = answer.learned[bar];
  if (!learned || learned.silent) return 'silent';
  return learned.like ? `${LIKE_WORDS[learned.like.how]} ${barName(answer, learned.like.bar)}` : 'new';
}

/** "4 bars after B, line 3 of page 1"; empty where neither file nor teacher marks anything. */
export function placeWords(
  { landmarks, layout }: Pick<ScoreAnswer, 'landmarks' | 'layout'>,
  bar: number,
  places: readonly NamedPlace[] = [],
): string {
  const { mark, line, page } = withPlaces(landmarks, layout, places)[bar] ?? {
    mark: null,
    line: null,
    page: null,
  };
  const after = mark?.after ?? 0;
  return [
    mark &&
      (after === 0
        ? `at ${mark.text}`
        : `${after} ${inTerms(after === 1 ? 'bar' : 'bars')} after ${mark.text}`),
    line !== null && `line ${line}${page === null ? '' : ` of page ${page}`}`,
  ]
    .filter(Boolean)
    .join(', ');
}

/** The facts of the head line: bars printed, performed and to learn. */
export const sizeWords = ({
  printed,
  performed,
  toLearn,
}: Pick<ScoreAnswer, 'printed' | 'performed' | 'toLearn'>): string =>
  `${printed} ${inTerms(printed === 1 ? 'bar' : 'bars')} printed · ${performed} performed · ${toLearn} to learn`;

/** Both sizes of what is asked for against the piece: "12 of 48 bars performed, 8 of 19 to learn". */
export const askedWords = ({ asked, performed, toLearn }: ScoreAnswer): string =>
  asked
    ? inTerms`${asked.performed} of ${performed} bars performed, ${asked.toLearn} of ${toLearn} to learn`
    : 'The whole piece';

/** The same as words of a line: "bar 7", "bars 2, 6", "the pickup and bars 1–2". */
export function barWords(answer: Laid, bars: readonly number[]): string {
  const [first = 0, ...others] = bars;
  if (others.length === 0) return barName(answer, first);
  const isPickup = answer.layout.bars[first]?.number === 0;
  return isPickup
    ? `${barName(answer, first)} and ${barWords(answer, others)}`
    : inTerms`bars ${barRanges(answer, bars)}`;
}

/** Bars from one to another, both included. */
export const barsFrom = (from: number, to: number): number[] =>
  Array.from({ length: to - from + 1 }, (_, at) => from + at);
