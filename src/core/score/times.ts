import { groupsKind, noteLength, noteValueOf, type NoteValue } from '../music';
import { measuresAt, type Layout } from './bars';
import type { Mark, Score, TimeSignature } from './model';

export interface TempoChange {
  readonly measure: number;
  /** Ticks from the start of the measure. */
  readonly at: number;
  readonly quartersPerMinute: number;
  /** As printed: "eighth = 132"; empty where only the sounding tempo is given. */
  readonly printed: string;
  /** The printed value; null where only what sounds is told. */
  readonly unit: NoteValue | null;
  /** The same tempo as musicians may count it, the printed unit first: values a minute, or bars. */
  readonly ways: readonly { readonly unit: NoteValue | 'bar'; readonly perMinute: number }[];
}

export interface TimeOptions {
  /** Crotchets a minute where the score gives no tempo: 120, as the format has it. */
  readonly quartersPerMinute: number;
  /** A tempo for the whole piece in place of those of the score; null for those. */
  readonly tempo: number | null;
  /** Seconds a fermata adds. */
  readonly fermataSeconds: number;
}
export const PLAIN_TIMES: TimeOptions = { quartersPerMinute: 120, tempo: null, fermataSeconds: 0 };

/**
 * Tempo marks of all parts in printed order, one for each place. A tempo by ratio counts from the one before it; "a
 * tempo" goes back to the last one that no gradual change led to, "Tempo I" to the first of the piece.
 * @param start - crotchets a minute where the score begins without a tempo
 */
export function tempoChanges(
  score: Score,
  { lengths }: Pick<Layout, 'lengths'>,
  start: number = PLAIN_TIMES.quartersPerMinute,
): TempoChange[] {
  let now = start;
  let steady = start;
  let first: number | null = null;
  return lengths.flatMap((_, measure) => {
    const places = new Map<number, TempoMark>();
    for (const { marks } of measuresAt(score, measure))
      for (const mark of marks) if (isTempo(mark) && !places.has(mark.at)) places.set(mark.at, mark);
    return [...places.values()]
      .sort((a, b) => a.at - b.at)
      .map((mark): TempoChange => {
        now =
          mark.kind === 'tempo'
            ? mark.quartersPerMinute
            : mark.kind === 'tempo by ratio'
              ? now * mark.factor
              : mark.to === 'first'
                ? (first ?? start)
                : steady;
        if (mark.kind !== 'tempo' || !mark.bends || first === null) steady = now;
        first ??= now;
        const unit = mark.kind === 'tempo' ? mark.unit : null;
        return {
          measure,
          at: mark.at,
          quartersPerMinute: now,
          printed: mark.printed,
          unit,
          ways: tempoWays(score, measure, { quartersPerMinute: now, unit }),
        };
      });
  });
}

type TempoMark = Extract<Mark, { kind: 'tempo' | 'tempo by ratio' | 'tempo again' }>;
const isTempo = (mark: Mark): mark is TempoMark =>
  mark.kind === 'tempo' || mark.kind === 'tempo by ratio' || mark.kind === 'tempo again';

/** In the unit printed, crotchets, the beat and the small note of the metre, and bars; each once. */
function tempoWays(
  score: Score,
  measure: number,
  { quartersPerMinute, unit }: { readonly quartersPerMinute: number; readonly unit: NoteValue | null },
): TempoChange['ways'] {
  const time = measuresAt(score, measure).find((each) => each.time !== null)?.time ?? null;
  const values = new Set([unit, 'q' as const, ...beatsOf(time)]);
  return [
    ...[...values].flatMap((value) =>
      value === null ? [] : [{ unit: value, perMinute: quartersPerMinute / 4 / noteLength(value) }],
    ),
    ...(time && time.ticks > 0
      ? [{ unit: 'bar' as const, perMinute: (quartersPerMinute * score.ticksPerQuarter) / time.ticks }]
      : []),
  ];
}

/** The beat of a metre and the small note it is written in; none where nothing is measured. */
function beatsOf(time: TimeSignature | null): (NoteValue | null)[] {
  if (time?.beatType == null) return [];
  const compound = groupsKind(time.groups, time.beatType) === 'compound';
  return [noteValueOf((compound ? 3 : 1) / time.beatType), noteValueOf(1 / time.beatType)];
}

/**
 * Seconds each measure lasts at the tempo in force where it is printed: a return goes back to the tempo of its place.
 * @returns by measure of the file
 */
export function measureSeconds(score: Score, layout: Layout, options: TimeOptions = PLAIN_TIMES): number[] {
  const changes = options.tempo === null ? tempoChanges(score, layout, options.quartersPerMinute) : [];
  let tempo = options.tempo ?? options.quartersPerMinute;
  let next = 0;
  return layout.lengths.map((length, measure) => {
    let seconds = 0;
    let from = 0;
    const play = (to: number) => {
      seconds += ((to - from) / score.ticksPerQuarter) * (60 / tempo);
      from = to;
    };
    for (let change = changes[next]; change?.measure === measure; change = changes[next]) {
      // A mark at the very end belongs to what follows.
      play(Math.min(change.at, length));
      tempo = change.quartersPerMinute;
      next += 1;
    }
    play(length);
    const fermatas = new Set(
      measuresAt(score, measure).flatMap(({ notes }) =>
        notes.filter(({ signs }) => signs.includes('fermata')).map(({ at }) => at),
      ),
    );
    return seconds + fermatas.size * options.fermataSeconds;
  });
}
