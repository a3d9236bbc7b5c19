import type { BarRange } from '../music';
import { measuresAt, type Layout } from './bars';
import { childOf, elementsIn, elementsOf, fileOf, measuresIn, type Element } from './element';
import { barKeys, soundingBars, type Likeness, type PlacedNote } from './learn-once';
import { loudnessOf } from './loudness';
import type { Measure, Score, ScorePart } from './model';

/** How one goes on over a cut. */
export interface Joint {
  /** Sharps positive, flats negative, before and after; null where the signature is of another kind. */
  readonly keys: readonly [number | null, number | null];
  /** Semitones from the last note before to the first after, of the highest and the lowest; null where one is silent. */
  readonly steps: { readonly high: number | null; readonly low: number | null };
  /** "p", "mf", before and after; null where none is written. */
  readonly loudness: readonly [string | null, string | null];
}

/** A section that can be left out, since the bars at its edges are alike. Bars by their counted numbers. */
export interface Cut {
  readonly bars: BarRange;
  /** The two bars that are alike: the last before it and its own last, or its own first and the first after it. */
  readonly alike: readonly [number, number];
  readonly how: Likeness;
  readonly joint: Joint;
  /** Whether it begins and ends where stretches do that are worked on as one. */
  readonly atEdges: boolean;
}

/** A shorter cut is not worth a joint; more than half is another piece. Our choice, as is that beginning and end stay. */
const LEAST = 4;
const EDGE = 4;
const MOST_SHARE = 0.5;
const CLOSENESS: readonly Likeness[] = ['same', 'octave', 'transposed', 'rhythm'];

/**
 * Sections that may be cut: between two bars that are alike, at least four bars, at most half of the piece, with the first and
 * the last four bars left; never over a repeat's edge, an ending, a jump, a tie, a slur or a swell, and never over a change of
 * tempo or metre that the bar after does not state itself. The closest likeness first, then the longest.
 * @param stays - counted bars of which none is cut
 * @param edges - first counted bars of the stretches worked on
 */
export function cutsOf(
  score: Score,
  part: ScorePart,
  layout: Layout,
  stays: readonly BarRange[],
  edges: ReadonlySet<number>,
): Cut[] {
  const { bars } = layout;
  const last = bars.length - 1;
  const open = openAt(score, layout);
  const keys = barKeys(part, layout);
  const sounding = soundingBars(part, layout);
  const numberOf = (at: number) => bars[at]?.number ?? 0;
  const counted = bars.filter(({ number }) => number > 0).length;
  const fits = (from: number, to: number): boolean => {
    const range = { from: numberOf(from), to: numberOf(to) };
    const length = range.to - range.from + 1;
    return (
      length >= LEAST &&
      length <= counted * MOST_SHARE &&
      range.from > EDGE &&
      range.to <= counted - EDGE &&
      to < last &&
      !stays.some((each) => each.from <= range.to && range.from <= each.to)
    );
  };
  const found: Cut[] = [];
  const taken = new Set<string>();
  const offer = (from: number, to: number, alike: readonly [number, number], how: Likeness) => {
    const name = `${from} ${to}`;
    const atEdges = edges.has(numberOf(from)) && edges.has(numberOf(to + 1));
    if (!fits(from, to) || taken.has(name) || open[from] || open[to + 1]) return;
    // Bars that are alike in their shape alone lead on only where a stretch ends.
    if (!atEdges && (how === 'transposed' || how === 'rhythm')) return;
    if (!isWhole(score, layout, from, to)) return;
    taken.add(name);
    found.push({
      bars: { from: numberOf(from), to: numberOf(to) },
      alike: [numberOf(alike[0]), numberOf(alike[1])],
      how,
      joint: jointOf(part, layout, sounding, from - 1, to + 1),
      atEdges,
    });
  };
  for (const how of CLOSENESS) {
    const groups = new Map<string, number[]>();
    for (const [at, each] of keys.entries())
      if (each) groups.set(each[how], [...(groups.get(each[how]) ?? []), at]);
    for (const group of groups.values())
      for (const [at, a] of group.entries())
        for (const b of group.slice(at + 1)) {
          // What follows the second follows the first as well; and the second may stand for the first.
          offer(a + 1, b, [a, b], how);
          offer(a, b - 1, [a, b], how);
        }
  }
  const lengthOf = ({ bars: { from, to } }: Cut) => to - from;
  return found.sort(
    (a, b) =>
      Number(b.atEdges) - Number(a.atEdges) ||
      CLOSENESS.indexOf(a.how) - CLOSENESS.indexOf(b.how) ||
      lengthOf(b) - lengthOf(a) ||
      a.bars.from - b.bars.from,
  );
}

/** By bar: whether something of the bar before goes on into it: a tie, a slur, a swell. */
function openAt(score: Score, { bars }: Layout): boolean[] {
  const open = bars.map(() => false);
  for (const { measures } of score.parts) {
    let slurs = 0;
    let swells = 0;
    for (const [at, bar] of bars.entries()) {
      if (slurs > 0 || swells > 0) open[at] = true;
      for (const index of bar.measures) {
        const measure = measures[index];
        for (const note of measure?.notes ?? []) {
          if (note.slurStart) slurs += 1;
          if (note.slurStop) slurs = Math.max(0, slurs - 1);
        }
        for (const mark of measure?.marks ?? [])
          if (mark.kind === 'wedge') swells = Math.max(0, swells + (mark.way === 'stop' ? -1 : 1));
      }
      const first = measures[bar.measures[0] ?? -1]?.notes ?? [];
      if (first.some(({ tieStop, at: place }) => tieStop && place === 0)) open[at] = true;
    }
  }
  return open;
}

/** Whether the bars can go without anything that refers into them: road signs, a tempo, a metre. */
function isWhole(score: Score, { bars }: Layout, from: number, to: number): boolean {
  const measures = bars.slice(from, to + 1).flatMap((bar) => bar.measures);
  const after = measuresAt(score, bars[to + 1]?.measures[0] ?? -1);
  const before = measuresAt(score, bars[from - 1]?.measures.at(-1) ?? -1);
  let repeats = 0;
  for (const index of measures) {
    const all = measuresAt(score, index);
    if (all.some(({ endingStart, endingStop }) => endingStart !== null || endingStop)) return false;
    if (all.some(({ repeatStart }) => repeatStart)) repeats += 1;
    if (all.some(({ repeatEnd }) => repeatEnd > 0)) repeats -= 1;
    if (repeats < 0) return false;
    if (all.some(({ marks }) => marks.some(({ kind }) => ROAD.has(kind)))) return false;
  }
  if (repeats !== 0 || after.some(({ endingStart }) => endingStart !== null)) return false;
  const bends = measures.some((index) =>
    measuresAt(score, index).some(({ marks }) => marks.some((mark) => isTempo(mark))),
  );
  const states = after.some(({ marks }) =>
    marks.some((mark) => mark.kind === 'tempo' && !mark.bends && mark.at === 0),
  );
  if (bends && !states) return false;
  const metreOf = (all: readonly Measure[]) => all.find(({ time }) => time !== null)?.time?.ticks ?? null;
  return metreOf(before) === metreOf(after);
}
const ROAD = new Set(['segno', 'coda', 'da capo', 'dal segno', 'to coda', 'fine']);
const isTempo = ({ kind }: { readonly kind: string }) =>
  kind === 'tempo' || kind === 'tempo by ratio' || kind === 'tempo again';

function jointOf(
  part: ScorePart,
  layout: Layout,
  sounding: readonly (readonly PlacedNote[])[],
  before: number,
  after: number,
): Joint {
  const keyOf = (bar: number, at: 0 | -1) =>
    part.measures[layout.bars[bar]?.measures.at(at) ?? -1]?.key?.fifths ?? null;
  const edge = (bar: number, isEnd: boolean): number[] => {
    const notes = (sounding[bar] ?? []).filter(({ note }) => !note.grace);
    const times = notes.map(({ at }) => at);
    const time = isEnd ? Math.max(...times) : Math.min(...times);
    return notes.flatMap(({ at, pitch }) => (at === time ? [pitch] : []));
  };
  const [end, begin] = [edge(before, true), edge(after, false)];
  const step = (pick: (...all: number[]) => number) =>
    end.length === 0 || begin.length === 0 ? null : pick(...begin) - pick(...end);
  const { steps } = loudnessOf(part, layout);
  const loud = (bar: number) => steps.filter((each) => each.bar <= bar).at(-1)?.level ?? null;
  return {
    keys: [keyOf(before, -1), keyOf(after, 0)],
    steps: { high: step(Math.max), low: step(Math.min) },
    loudness: [loud(before), loud(after)],
  };
}

/**
 * The score without some bars, as a file that can be played: what was in force before the first bar after them still is.
 * @param cut - measures of the file, from 0
 */
export function withoutMeasures(text: string, cut: { readonly from: number; readonly to: number }): string {
  const root = elementsIn(text);
  const isTimewise = root.name === 'score-timewise';
  const parts = elementsOf(childOf(root, 'part-list') ?? root, 'score-part');
  for (const { attributes } of parts) {
    const measures = measuresIn(root, attributes['id'] ?? '');
    const next = measures[cut.to + 1];
    if (next)
      carry(
        measures.slice(cut.from, cut.to + 1).flatMap((each) => each ?? []),
        next,
      );
  }
  const drop = (from: Element) => {
    const gone = new Set(elementsOf(from, 'measure').slice(cut.from, cut.to + 1));
    from.children = from.children.filter((child) => typeof child === 'string' || !gone.has(child));
  };
  if (isTimewise) drop(root);
  else for (const part of elementsOf(root, 'part')) drop(part);
  return fileOf(root);
}

/** What changes in the bars that go is said at the start of the first that stays, unless that says it itself. */
function carry(gone: readonly Element[], next: Element): void {
  const named = ({ name, attributes }: Element) => `${name} ${attributes['number'] ?? ''}`;
  const said = new Map<string, Element>();
  for (const measure of gone)
    for (const attributes of elementsOf(measure, 'attributes'))
      for (const each of elementsOf(attributes)) said.set(named(each), each);
  const first = next.children.find((child) => typeof child !== 'string' && child.name !== 'print');
  const own = typeof first === 'object' && first.name === 'attributes' ? elementsOf(first) : [];
  for (const each of own) said.set(named(each), each);
  if (said.size === 0) return;
  const all: Element = {
    name: 'attributes',
    attributes: {},
    children: [...said.values()].sort((a, b) => ORDER.indexOf(a.name) - ORDER.indexOf(b.name)),
  };
  const rest = next.children.filter((child) => own.length === 0 || child !== first);
  const print = rest.filter((child) => typeof child !== 'string' && child.name === 'print');
  next.children = [...print, all, ...rest.filter((child) => !print.includes(child))];
}
/** Of what stands in attributes, as a file has it. */
const ORDER = [
  'divisions',
  'key',
  'time',
  'staves',
  'part-symbol',
  'instruments',
  'clef',
  'staff-details',
  'transpose',
  'measure-style',
];
