import { measuresAt, type Layout } from './bars';
import type { NamedPlace } from './kept-score';
import type { Score } from './model';

/** Where a bar stands on the page, as far as the file says. */
export interface Landmark {
  /** The rehearsal mark at or before it, and how many bars after it; null before the first. */
  readonly mark: { readonly text: string; readonly after: number } | null;
  /** Line and page counted from 1; null where the file breaks no lines or pages. */
  readonly line: number | null;
  readonly page: number | null;
}

/** Rehearsal marks, lines and pages by bar, from all parts. Lines are counted anew on each page. */
export function landmarksOf(score: Pick<Score, 'parts'>, { bars }: Pick<Layout, 'bars'>): Landmark[] {
  const begins = bars.map(({ measures }) => {
    const all = measures.flatMap((index) => measuresAt(score, index));
    const text = all.flatMap(({ marks }) => marks).find((mark) => mark.kind === 'rehearsal')?.text;
    const page = all.some(({ newPage }) => newPage);
    return { page, line: page || all.some(({ newSystem }) => newSystem), text };
  });
  const breaksLines = begins.some((each) => each.line);
  const breaksPages = begins.some((each) => each.page);
  let [line, page] = [1, 1];
  let mark: { text: string; bar: number } | null = null;
  return begins.map((begun, bar) => {
    const { text } = begun;
    // Files that state the break of the first line mean no line before it.
    if (bar > 0 && begun.page) [line, page] = [1, page + 1];
    else if (bar > 0 && begun.line) line += 1;
    if (text !== undefined) mark = { text, bar };
    return {
      mark: mark && { text: mark.text, after: bar - mark.bar },
      line: breaksLines ? line : null,
      page: breaksPages ? page : null,
    };
  });
}

/** Landmarks with the teacher's own places among the rehearsal marks: of two at one bar the teacher's is said. */
export function withPlaces(
  landmarks: readonly Landmark[],
  { bars }: Pick<Layout, 'bars'>,
  places: readonly NamedPlace[],
): Landmark[] {
  let own: { name: string; bar: number } | null = null;
  return landmarks.map((landmark, bar) => {
    const here = places.find((each) => each.bar === bars[bar]?.number);
    if (here) own = { name: here.name, bar };
    const after = own === null ? null : bar - own.bar;
    return own === null || after === null || (landmark.mark !== null && landmark.mark.after < after)
      ? landmark
      : { ...landmark, mark: { text: own.name, after } };
  });
}
