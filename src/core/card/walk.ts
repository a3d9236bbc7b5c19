import type { Stage } from '../effort';
import { coversBars, type BarRange } from '../music';
import type { Habits, PlanItem } from '../plan';
import { daysBetween, type CalendarDay } from '../time';
import { dueOn, isCopy, placesOf, visitedSoFar, type Place, type Visited } from './places';

type Chunk = Extract<Place, { kind: 'chunk' }>;

/** Why a place is worked on now. */
export type Reason =
  | { readonly kind: 'asked for' }
  | { readonly kind: 'hottest'; readonly known: boolean }
  | { readonly kind: 'noted'; readonly text: string }
  | { readonly kind: 'drill' }
  | { readonly kind: 'join' }
  | { readonly kind: 'back'; readonly days: number }
  | { readonly kind: 'next'; readonly known: boolean }
  | { readonly kind: 'whole' };

export interface Chosen {
  /** Null for the whole piece, or work without bars. */
  readonly place: Place | null;
  readonly reason: Reason;
  /** Visits there were before this one. */
  readonly before: number;
  readonly isHottest: boolean;
}

/**
 * Chooses place after place of one item through the days of a week.
 *
 * The week begins with the hottest chunk that is not clean yet. After it come, of what is new or due again: any chunk that
 * has waited beyond its interval, the hottest first; the hottest; those with something noted; drills and joins of bars
 * that were begun; the other chunks, the hottest first. What the teacher has put first comes before all of it.
 */
export class Walk {
  readonly #places: readonly Place[];
  readonly #seen: Map<string, Visited>;
  readonly #chunks: readonly Chunk[];
  #isFirst = true;

  constructor(
    private readonly item: Pick<PlanItem, 'bars' | 'piece' | 'noted' | 'practised' | 'first'>,
    private readonly habits: Pick<Habits, 'clean' | 'returns'>,
    /** That a chunk must be clean at to be done with; null where none is asked. */
    tempo: number | null,
  ) {
    this.#places = placesOf(item);
    this.#seen = new Map(
      this.#places.map((place) => [place.id, visitedSoFar(place, item.practised, habits.clean, tempo)]),
    );
    this.#chunks = this.#places.filter((place) => place.kind === 'chunk').sort((a, b) => heat(b) - heat(a));
  }

  choose(day: CalendarDay, stage: Stage): Chosen {
    const whole: Chosen = { place: null, reason: { kind: 'whole' }, before: 0, isHottest: false };
    if (stage === 'perform' || this.#chunks.length === 0) return whole;
    // What the fingers have already is not learned again; it is joined and played through later.
    const isNew = (chunk: Chunk) => !(stage === 'prepare' || stage === 'learn') || !isCopy(chunk, this.item);
    const chunks = this.#chunks.filter(isNew);
    const open = chunks.filter(({ id }) => !this.#of(id).clean);
    const hottest = open[0] ?? null;
    const chosen = this.#next(day, open, hottest) ?? this.#soonest(open.length > 0 ? open : chunks, day);
    if (!chosen) return whole;
    const before = this.#of(chosen.place.id).visits;
    this.#visit(chosen.place, day);
    return { ...chosen, before, isHottest: chosen.place === hottest };
  }

  /** Counts what the cards of the weeks before have planned as played. */
  replay(blocks: readonly { readonly day: CalendarDay; readonly bars: BarRange | null }[]): void {
    for (const { day, bars } of blocks)
      for (const place of this.#places)
        if (bars?.from === place.bars.from && bars.to === place.bars.to) this.#visit(place, day);
  }

  #next(
    day: CalendarDay,
    open: readonly Chunk[],
    hottest: Chunk | null,
  ): { readonly place: Place; readonly reason: Reason } | null {
    const isFree = ({ id }: Place) => {
      const due = this.#due(id);
      return due === null || due <= day;
    };
    const isBegun = (bar: number) =>
      this.#chunks.some(({ bars, id }) => bars.from <= bar && bar <= bars.to && this.#of(id).last !== null);
    const asked = this.#askedFirst(day);
    if (asked) return { place: asked, reason: { kind: 'asked for' } };
    const known = hottest?.heat !== null;
    if (this.#isFirst && hottest) {
      this.#isFirst = false;
      return { place: hottest, reason: { kind: 'hottest', known } };
    }
    const late = open.find(({ id }) => {
      const due = this.#due(id);
      return due !== null && due < day;
    });
    if (late) return { place: late, reason: this.#back(late, day) };
    const free = open.filter(isFree);
    if (hottest && free[0] === hottest) return { place: hottest, reason: { kind: 'hottest', known } };
    const noted = free.find(({ notes }) => notes.length > 0);
    if (noted) return { place: noted, reason: { kind: 'noted', text: noted.notes[0] ?? '' } };
    const other = this.#places.find(
      (place) => place.kind !== 'chunk' && isFree(place) && barsMet(place).every(isBegun),
    );
    if (other) return { place: other, reason: { kind: other.kind === 'join' ? 'join' : 'drill' } };
    const next = free[0];
    if (!next) return null;
    return {
      place: next,
      reason: this.#of(next.id).last === null ? { kind: 'next', known } : this.#back(next, day),
    };
  }

  /** The first of the bars the teacher has put first that is not played today yet. */
  #askedFirst(day: CalendarDay): Place | undefined {
    return this.item.first
      .flatMap((bars) => this.#chunks.find((chunk) => within(bars, chunk)) ?? [])
      .find(({ id }) => this.#of(id).last !== day);
  }

  /** Where everything was played lately: what is due next. */
  #soonest(
    chunks: readonly Chunk[],
    day: CalendarDay,
  ): { readonly place: Place; readonly reason: Reason } | null {
    const [place] = [...chunks].sort((a, b) => {
      const [one, other] = [this.#due(a.id) ?? '', this.#due(b.id) ?? ''];
      return one < other ? -1 : one > other ? 1 : 0;
    });
    return place ? { place, reason: this.#back(place, day) } : null;
  }

  #back({ id }: Place, day: CalendarDay): Reason {
    const { last } = this.#of(id);
    return { kind: 'back', days: last === null ? 0 : daysBetween(last, day) };
  }

  #due(id: string): CalendarDay | null {
    return dueOn(this.#of(id), this.habits.returns);
  }

  #of(id: string): Visited {
    return this.#seen.get(id) ?? { last: null, visits: 0, clean: false };
  }

  #visit({ id }: Place, day: CalendarDay): void {
    const before = this.#of(id);
    this.#seen.set(id, { ...before, last: day, visits: before.visits + (before.last === day ? 0 : 1) });
  }
}

const heat = ({ heat: own }: Chunk): number => own ?? 0;
const within = (bars: BarRange, { bars: own }: Chunk): boolean =>
  coversBars(own, bars) || coversBars(bars, own);

/** Bars that must have been begun before they are joined or drilled. */
function barsMet(place: Place): number[] {
  const { from, to } = place.bars;
  if (place.kind !== 'drill') return [from, to];
  const { drill } = place;
  const far = drill.kind === 'near copy' ? drill.of : drill.kind === 'jump' ? drill.to : to;
  return [from, to, far];
}
