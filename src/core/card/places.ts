import { coversBars, type BarRange } from '../music';
import type { PlanItem } from '../plan';
import type { WorkDrill } from '../score';
import { addDays, type CalendarDay } from '../time';

/** Something to work on in one block of the card. `id` is its own within the item. */
export type Place = { readonly id: string; readonly bars: BarRange } & (
  | {
      readonly kind: 'chunk';
      /** How hard it is, 0 to 1, and more for what is noted there; null where no score says. */
      readonly heat: number | null;
      readonly notes: readonly string[];
    }
  | { readonly kind: 'drill'; readonly drill: WorkDrill }
  | { readonly kind: 'join' }
);
type Chunk = Extract<Place, { kind: 'chunk' }>;

/** Bars at a time where no score says how the piece falls into parts. Our choice, because teachers ask for two to four. */
const FEW = 4;

/** The places of an item: its chunks in printed order, the drills within its bars, the joins from chunk to chunk. */
export function placesOf({ bars, piece, noted }: Pick<PlanItem, 'bars' | 'piece' | 'noted'>): Place[] {
  if (!bars) return [];
  const chunks = chunksIn(bars, piece).map((chunk): Chunk => {
    const own = noted.filter((note) => overlaps(note.bars, chunk.bars));
    return {
      kind: 'chunk',
      id: `chunk ${chunk.bars.from}`,
      bars: chunk.bars,
      heat: chunk.difficulty,
      notes: own.map(({ text }) => text),
    };
  });
  const drills = (piece?.work?.drills ?? []).flatMap((drill): Place[] => {
    const range = barsOfDrill(drill);
    const far = drill.kind === 'jump' ? drill.to : drill.kind === 'near copy' ? drill.of : drill.bar;
    const within = range.from >= bars.from && range.to <= bars.to && far >= bars.from && far <= bars.to;
    return within ? [{ kind: 'drill', id: `${drill.kind} ${drill.bar} ${far}`, bars: range, drill }] : [];
  });
  const joins = chunks.slice(1).flatMap(({ bars: next }, at): Place[] => {
    const before = chunks[at]?.bars;
    return before
      ? [{ kind: 'join', id: `join ${next.from}`, bars: { from: before.to, to: next.from } }]
      : [];
  });
  return [...chunks, ...drills, ...joins];
}

/** Bars that are played in a drill. */
const barsOfDrill = (drill: WorkDrill): BarRange => {
  if (drill.kind === 'near copy' || drill.kind === 'jump') return { from: drill.bar, to: drill.bar };
  return { from: Math.max(1, drill.bar - 1), to: drill.bar };
};

/** Stretches of the bars asked for: those of the score cut to them, and a few bars at a time where it has none. */
function chunksIn(
  bars: BarRange,
  piece: PlanItem['piece'],
): { readonly bars: BarRange; readonly difficulty: number | null }[] {
  const read = (piece?.work?.chunks ?? []).flatMap(({ bars: own, difficulty }) => {
    const range = { from: Math.max(bars.from, own.from), to: Math.min(bars.to, own.to) };
    return range.from <= range.to ? [{ bars: range, difficulty }] : [];
  });
  // A score may end before the piece does.
  const covered = read.at(-1)?.bars.to ?? bars.from - 1;
  return [
    ...read,
    ...fewAtATime({ from: covered + 1, to: bars.to }).map((range) => ({ bars: range, difficulty: null })),
  ];
}

function fewAtATime({ from, to }: BarRange): BarRange[] {
  const length = to - from + 1;
  const parts = Math.ceil(length / FEW);
  const edge = (part: number) => from + Math.round((part * length) / parts);
  return Array.from({ length: parts }, (_, part) => ({ from: edge(part), to: edge(part + 1) - 1 }));
}

/** Whether all that a chunk holds stands in bars before it: the fingers have it already. */
export function isCopy({ bars }: Pick<Place, 'bars'>, item: Pick<PlanItem, 'bars' | 'piece'>): boolean {
  const same = item.piece?.work?.same;
  if (!same) return false;
  for (let bar = bars.from; bar <= bars.to; bar += 1) {
    const first = same[bar - 1] ?? bar;
    if (first !== 0 && (first >= bars.from || first < (item.bars?.from ?? 1))) return false;
  }
  return true;
}

const overlaps = (a: BarRange, b: BarRange): boolean => a.from <= b.to && b.from <= a.to;

/** What is known of the visits to one place. */
export interface Visited {
  readonly last: CalendarDay | null;
  /** Visits since the last slip. */
  readonly visits: number;
  /** Clean as often as asked, at the tempo asked for now, with no slip since. */
  readonly clean: boolean;
}

/**
 * The day on which a place is to come back; null for one that was never visited.
 * @param returns - days after the first visit, after the second … the last holds from then on
 */
export function dueOn({ last, visits }: Visited, returns: readonly number[]): CalendarDay | null {
  if (last === null) return null;
  return addDays(last, returns[Math.min(Math.max(visits, 1), returns.length) - 1] ?? 1);
}

/**
 * The visits that were reported to a place. Practice counts for it where its bars cover the place, or most of a chunk.
 * @param clean - times in a row that it must be clean, at `tempo` where one is asked
 */
export function visitedSoFar(
  place: Place,
  practised: PlanItem['practised'],
  clean: number,
  tempo: number | null,
): Visited {
  let seen: Visited = { last: null, visits: 0, clean: false };
  for (const entry of practised) {
    if (!entry.bars || entry.minutes === 0 || !reaches(entry.bars, place)) continue;
    const slipped = (entry.slips ?? 0) > 0;
    seen = {
      last: entry.day,
      visits: slipped ? 1 : seen.visits + (seen.last === entry.day ? 0 : 1),
      clean: slipped
        ? false
        : seen.clean ||
          ((entry.clean ?? 0) >= clean && (tempo === null || (entry.tempo ?? 0) >= Math.floor(tempo))),
    };
  }
  return seen;
}

/** Whether bars that were practised are those of a place, or hold the better part of a chunk. */
export function reaches(bars: BarRange, place: Place): boolean {
  if (place.kind !== 'chunk') return coversBars(bars, place.bars) && length(bars) <= length(place.bars) + FEW;
  const common = Math.min(bars.to, place.bars.to) - Math.max(bars.from, place.bars.from) + 1;
  return common * 2 > length(place.bars);
}
const length = ({ from, to }: BarRange) => to - from + 1;
