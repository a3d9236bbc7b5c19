import type { BarRange } from '../music';
import { inOrder, type RunThrough } from './run';

export const isSameSection = (a: BarRange, b: BarRange): boolean => a.from === b.from && a.to === b.to;

/** About so many bars are a section; our choice because most phrases are of four or eight. */
const SECTION_BARS = 8;

/** A section has at least this many bars, where the piece allows: our choice, because a shorter one is no place to start. */
const LEAST_BARS = 4;

/**
 * Sections of a piece that cover it, beginning where its passages do; long ones are cut in equal parts.
 * @param starts - bars at which passages begin, in any order; none where nobody has read the piece
 */
export function sectionsFrom(starts: readonly number[], bars: number): BarRange[] {
  const firsts = [1];
  for (const start of [...new Set(starts)].sort((a, b) => a - b))
    if (start >= (firsts.at(-1) ?? 1) + LEAST_BARS && start <= bars - LEAST_BARS + 1) firsts.push(start);
  return firsts.flatMap((from, at) => {
    const length = (firsts[at + 1] ?? bars + 1) - from;
    const parts = Math.max(1, Math.round(length / SECTION_BARS));
    const place = (part: number) => from + Math.round((part * length) / parts);
    return Array.from({ length: parts }, (_, part) => ({ from: place(part), to: place(part + 1) - 1 }));
  });
}

/**
 * The section to start from next, drawn as from a shuffled deck: every one comes once before any comes twice, and the
 * first of a new round is not the last of the one before.
 * @param drawn - sections started from before, earliest first; those that are in the deck no more are passed over
 * @param random - from 0 up to 1
 * @returns null for an empty deck
 */
export function drawSection(
  sections: readonly BarRange[],
  drawn: readonly BarRange[],
  random: () => number,
): BarRange | null {
  const left = leftInRound(sections, drawn);
  const last = drawn.at(-1);
  const isNewRound = left.length === sections.length;
  const open =
    isNewRound && last && sections.length > 1 ? left.filter((each) => !isSameSection(each, last)) : left;
  return open[Math.min(open.length - 1, Math.floor(random() * open.length))] ?? null;
}

/** Sections still to come in this round; all of them where one has just ended. */
export function leftInRound(sections: readonly BarRange[], drawn: readonly BarRange[]): BarRange[] {
  let left = [...sections];
  for (const section of drawn) {
    left = left.filter((each) => !isSameSection(each, section));
    if (left.length === 0) left = [...sections];
  }
  return left;
}

type Started = Pick<RunThrough, 'day' | 'place' | 'start'>;

/** The sections that runs started from or led up to, in the order they were played. */
export const drawnIn = (runs: readonly Started[]): BarRange[] =>
  inOrder(runs).flatMap(({ start }) => (start.kind === 'beginning' ? [] : [start.section]));

/** Sections no run has started from. The first of the piece is what every run from the beginning starts with. */
export function neverStartedCold(
  sections: readonly BarRange[],
  runs: readonly Pick<RunThrough, 'start'>[],
): BarRange[] {
  const first = Math.min(...sections.map(({ from }) => from));
  return sections.filter(
    (section) =>
      !runs.some(({ start }) =>
        start.kind === 'cold'
          ? isSameSection(start.section, section)
          : start.kind === 'beginning' && section.from === first,
      ),
  );
}
