import type { BarRange } from '../music';
import { layoutOf, type Layout } from './bars';
import { cutsOf, withoutMeasures, type Cut } from './cuts';
import type { DifficultyFigures } from './difficulty-figures';
import { readScoreText } from './read-score';
import { readScoreWork } from './score-work';
import { thinned, THINNINGS, type LighterBar, type Thinning } from './thin';
import { xRay } from './x-ray';
import { PLAIN_X_RAY } from './x-ray-options';

/** How one student plays a piece that is not played as printed. Bars keep the numbers that are printed. */
export interface PlayedAs {
  /** Bars left out; left out where none are. */
  readonly cut?: BarRange;
  /** What is left out of chords and ornaments; empty where nothing is. */
  readonly thin: readonly Thinning[];
  /** The bars that are lighter for it, in order. */
  readonly lighter: readonly LighterBar[];
  /**
   * By counted bar, from bar 1: the first bar with the same notes once it is thinned; 0 where it is silent. Left out where
   * nothing is thinned.
   */
  readonly same?: readonly number[];
  /** How long it lasts then, as a share of the whole. */
  readonly timeShare: number;
}

/** What could be left out of a score. */
export interface WaysToEase {
  /** Each alone, those that leave out nothing left out. */
  readonly thinnings: readonly { readonly kind: Thinning; readonly bars: readonly LighterBar[] }[];
  /** The best first. */
  readonly cuts: readonly Cut[];
}

/**
 * What could be thinned and what could be cut.
 * @param text - of a MusicXML file that was read before
 * @param stays - counted bars that everyone knows: none of them is cut
 */
export function waysToEase(
  text: string,
  stays: readonly BarRange[],
  difficulty: Partial<DifficultyFigures>,
): WaysToEase {
  const read = readScoreText(text);
  const seen = read.ok ? xRay(read.value, { ...PLAIN_X_RAY, difficulty }) : null;
  if (!read.ok || !seen?.ok) return { thinnings: [], cuts: [] };
  const { part, layout, chunks } = seen.value;
  const edges = new Set(chunks.map(({ from }) => layout.bars[from]?.number ?? 0));
  return {
    thinnings: THINNINGS.map((kind) => ({ kind, bars: thinned(text, [kind], part.id).bars })).filter(
      ({ bars }) => bars.length > 0,
    ),
    cuts: cutsOf(read.value, part, layout, stays, edges),
  };
}

/** A score as it is played then: a file that can be played, and what is different in it. */
export function easierScore(
  text: string,
  { thin, cut }: { readonly thin: readonly Thinning[]; readonly cut: BarRange | null },
): { readonly text: string; readonly as: PlayedAs } {
  const lighter = thinned(text, thin);
  const read = readScoreText(lighter.text);
  const measures = read.ok && cut ? measuresOf(layoutOf(read.value), cut) : null;
  const shorter = measures ? withoutMeasures(lighter.text, measures) : lighter.text;
  const [before, after] = [text, shorter].map(secondsOf);
  return {
    text: shorter,
    as: {
      ...(cut && { cut }),
      thin,
      ...(thin.length > 0 && read.ok && { same: readScoreWork(read.value, '', {})?.same ?? [] }),
      lighter: lighter.bars.filter(({ bar }) => !cut || bar < cut.from || bar > cut.to),
      timeShare: before && after !== undefined ? Math.min(1, after / before) : 1,
    },
  };
}

function secondsOf(text: string): number {
  const read = readScoreText(text);
  const seen = read.ok ? xRay(read.value) : null;
  return seen?.ok ? seen.value.seconds : 0;
}

/** The measures of the file that counted bars are written in. */
function measuresOf(
  { bars }: Layout,
  { from, to }: BarRange,
): { readonly from: number; readonly to: number } | null {
  const measures = bars.flatMap((bar) => (from <= bar.number && bar.number <= to ? bar.measures : []));
  const [first, last] = [measures[0], measures.at(-1)];
  return first === undefined || last === undefined ? null : { from: first, to: last };
}
