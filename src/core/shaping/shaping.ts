import { formatBars, type BarRange } from '../music';
import type { Piece } from '../repertoire';
import type { ScoreWork } from '../score';
import { inTerms } from '../terms';
import type { Fingering } from './fingering';
import type { Grade, PrintedFingering, Shape } from './names';

/** What is done at a place of a piece. */
export interface ShapeMark {
  readonly id: string;
  readonly shape: Shape;
  readonly bars: BarRange;
  /** The bars it repeats, and how it differs from the time before; with "comes again" only. */
  readonly again?: { readonly of: BarRange; readonly grade: Grade };
  /** The bar whose tempo comes back afterwards; left out where nobody settled it. With "tempo" only. */
  readonly backTo?: number;
  /** "broaden", "hold back"; may be empty. */
  readonly text: string;
}

/** How one student shapes and fingers one piece. */
export interface ShapingPlan {
  readonly id: string;
  readonly studentId: string;
  readonly pieceId: string;
  /** In the order of their bars. */
  readonly marks: readonly ShapeMark[];
  readonly fingerings: readonly Fingering[];
  /** What the printed fingering is worth; left out where nobody said. */
  readonly printed?: PrintedFingering;
}

export const emptyShaping = (id: string, studentId: string, pieceId: string): ShapingPlan => ({
  id,
  studentId,
  pieceId,
  marks: [],
  fingerings: [],
});

/** The plan with one more mark, in its place. */
export const withMark = (plan: ShapingPlan, mark: ShapeMark): ShapingPlan => ({
  ...plan,
  marks: [...plan.marks.filter(({ id }) => id !== mark.id), mark].sort(
    (a, b) => a.bars.from - b.bars.from || a.bars.to - b.bars.to,
  ),
});

/** "5–8 again: more than 1–4", "the peak", "broaden; then the tempo of bar 1". */
export function shapeWords({ shape, again, backTo, text }: ShapeMark): string {
  const said = (words: string) => [words, text].filter(Boolean).join(': ');
  switch (shape) {
    case 'comes again':
      return said(
        again ? inTerms(`${barsNamed(again.of)} again, ${again.grade} than the time before`) : 'again',
      );
    case 'peak':
      return said('the peak');
    case 'swell on purpose':
      return said('a swell that leads nowhere, on purpose');
    case 'tempo': {
      const after = backTo === undefined ? '' : inTerms`then the tempo of bar ${backTo}`;
      return [text === '' ? 'the tempo changes' : text, after].filter(Boolean).join('; ');
    }
  }
}

/** "bar 9", "bars 9–12". */
const barsNamed = (bars: BarRange) => `${bars.from === bars.to ? 'bar' : 'bars'} ${formatBars(bars)}`;
const upper = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);
const lengthOf = ({ from, to }: BarRange) => to - from + 1;
const overlap = (a: BarRange, b: BarRange) => a.from <= b.to && b.from <= a.to;
const isSame = (a: BarRange, b: BarRange) => a.from === b.from && a.to === b.to;

/**
 * What is open or contradicts itself in a shaping plan, as questions to the teacher; none where nothing is planned.
 * @param piece - what is known of its bars
 */
export function shapingQuestions(
  { marks }: Pick<ShapingPlan, 'marks'>,
  piece: Pick<Piece, 'title' | 'bars'>,
): string[] {
  if (marks.length === 0) return [];
  const peaks = marks.filter(({ shape }) => shape === 'peak');
  const named = peaks.map(({ bars }) => formatBars(bars)).join(', ');
  const all = [
    ...(peaks.length === 0 ? ['Where is the peak?'] : []),
    ...(peaks.length > 1 ? [inTerms`Which is the one peak: bars ${named}?`] : []),
    ...marks.flatMap((mark, at): string[] => {
      const { bars, again, backTo } = mark;
      const place = barsNamed(bars);
      if (piece.bars !== null && bars.to > piece.bars)
        return [inTerms`${piece.title} has ${piece.bars} bars: is bar ${bars.to} meant?`];
      if (again && again.of.to >= bars.from)
        return [inTerms(`Which comes first, ${barsNamed(again.of)} or ${place}?`)];
      if (again && lengthOf(again.of) !== lengthOf(bars))
        return [inTerms(`${upper(place)} and ${barsNamed(again.of)} are not equally long: which are meant?`)];
      if (mark.shape === 'tempo' && backTo === undefined)
        return [inTerms(`Which tempo comes back after ${place}?`)];
      if (backTo !== undefined && backTo >= bars.from)
        return [inTerms(`Bar ${backTo} does not come before ${place}: whose tempo comes back?`)];
      const other = marks
        .slice(0, at)
        .find(
          (each) => mark.shape === 'comes again' && each.shape === mark.shape && overlap(each.bars, bars),
        );
      return other ? [inTerms(`${upper(place)} and ${barsNamed(other.bars)} overlap: which are meant?`)] : [];
    }),
  ];
  return [...new Set(all)];
}

/** A phrase each time it comes, with how it differs from the time before. */
export interface Repeats {
  readonly bars: BarRange;
  readonly times: readonly { readonly bars: BarRange; readonly grade: Grade }[];
}

/** Phrases that come again, each with all its times in order, whichever time a mark names. */
export function repeatsOf({ marks }: Pick<ShapingPlan, 'marks'>): Repeats[] {
  const groups: { first: BarRange; times: { bars: BarRange; grade: Grade }[] }[] = [];
  for (const { bars, again } of marks) {
    if (!again) continue;
    const { of, grade } = again;
    const known = groups.find(
      ({ first, times }) => isSame(first, of) || times.some((each) => isSame(each.bars, of)),
    );
    if (known) known.times.push({ bars, grade });
    else groups.push({ first: of, times: [{ bars, grade }] });
  }
  return groups.map(({ first, times }) => ({ bars: first, times }));
}

/** Shorter returns are figures, not phrases. Our choice, because a phrase is seldom under two bars. */
const SHORTEST = 2;

/** Stretches of bars that stand in the score once more, note for note, the longest run each: what a plan may grade. */
export function returnsIn({ same }: Pick<ScoreWork, 'same'>): { bars: BarRange; of: BarRange }[] {
  const found: { bars: BarRange; of: BarRange }[] = [];
  const isBack = (at: number) => {
    const first = same[at] ?? 0;
    return first > 0 && first < at + 1;
  };
  for (let at = 0; at < same.length;) {
    let end = at;
    while (isBack(end) && (end === at || (same[end] ?? 0) === (same[end - 1] ?? 0) + 1)) end += 1;
    const of = same[at] ?? 0;
    // A run that has caught up with itself is a figure repeated on the spot.
    if (end - at >= SHORTEST && of + (end - at) - 1 < at + 1)
      found.push({ bars: { from: at + 1, to: end }, of: { from: of, to: of + (end - at) - 1 } });
    at = Math.max(end, at + 1);
  }
  return found;
}
