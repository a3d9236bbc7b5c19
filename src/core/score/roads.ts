import type { BarRange } from '../music';
import { refuse, type Result } from '../result';
import { layoutOf, type Layout } from './bars';
import type { Score } from './model';
import { roadWithin, type PassageRefusal } from './passage';
import {
  hasEnding,
  passesOf,
  PLAIN_ROADMAP,
  roadmapOf,
  roadSigns,
  type RoadmapOptions,
  type RoadSign,
} from './roadmap';

/** A way through a score, as somebody may take it. */
export interface NamedRoad {
  /** "as written", "no repeats", "ending 1 last", "no da capo". */
  readonly name: string;
  /** Indexes of measures as performed. */
  readonly order: readonly number[];
}

export interface RoadsAsked {
  /** Counted bars, to infinity for all that follow; null for the whole piece. */
  readonly bars: BarRange | null;
  readonly repeats: boolean;
  /** The pass whose ending is played last; null for the one printed last. */
  readonly ending: number | null;
}

export interface RoadsFound {
  readonly layout: Layout;
  readonly roads: readonly NamedRoad[];
  /** Whether the score has the ending asked for. */
  readonly hasEnding: boolean;
}

/**
 * The ways through a score that differ: as written, without repeats, with each ending last, without the return.
 * @returns the one asked for first, as written where the score lacks the ending asked for
 */
export function roadsOf(
  score: Score,
  { bars, repeats, ending }: RoadsAsked,
): Result<RoadsFound, PassageRefusal> {
  const layout = layoutOf(score);
  const numbers = layout.bars.map(({ number }) => number);
  const first = bars === null ? 0 : numbers.indexOf(bars.from);
  const open = bars === null || bars.to === Infinity;
  const last = open ? numbers.length - 1 : numbers.lastIndexOf(bars.to);
  if (first < 0 || last < first) {
    const counted = numbers.filter((number) => number > 0);
    return refuse({ kind: 'no such bars', first: counted[0] ?? 0, last: counted.at(-1) ?? 0 });
  }
  const signs = roadSigns(score, layout.lengths);
  const from = layout.bars[first]?.measures[0] ?? 0;
  const to = layout.bars[last]?.measures.at(-1) ?? from;
  const road = (name: string, over: Partial<RoadmapOptions>, by: readonly RoadSign[] = signs): NamedRoad => {
    const options = { ...PLAIN_ROADMAP, ...over };
    return {
      name,
      order: (bars === null ? roadmapOf(by, options) : roadWithin(by, from, to, options)).order,
    };
  };
  const all = [
    road('as written', {}),
    road('no repeats', { repeats: false }),
    ...passesOf(signs).map((pass) => road(`ending ${pass} last`, { ending: pass })),
    road(
      'no da capo',
      {},
      signs.map((sign) => ({ ...sign, jump: null })),
    ),
  ];
  const asked = repeats ? (ending === null ? 'as written' : `ending ${ending} last`) : 'no repeats';
  const inTurn = [...all.filter(({ name }) => name === asked), ...all.filter(({ name }) => name !== asked)];
  const seen = new Set<string>();
  const roads = inTurn.filter(({ order }) => {
    const key = order.join();
    return !seen.has(key) && seen.add(key);
  });
  // What is the same as the written order is called so.
  const written = all[0]?.order.join();
  return {
    ok: true,
    value: {
      layout,
      hasEnding: ending === null || hasEnding(signs, ending),
      roads: roads.map((each) => (each.order.join() === written ? { ...each, name: 'as written' } : each)),
    },
  };
}
