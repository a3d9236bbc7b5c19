import type { BarRange } from '../music';
import type { DifficultyFigures } from './difficulty-figures';
import { rhythmFamilies, soundingBars } from './learn-once';
import type { Score } from './model';
import type { ScoreWork, WorkDrill } from './work';
import { xRay, type XRay } from './x-ray';
import { PLAIN_X_RAY, type XRayOptions } from './x-ray-options';

/** A step from note to note that is practised by itself. Our choice, because an octave is where the hand or the voice must aim. */
const LEAP = 12;

/** What a score says of how to practise it; null for one without notes. */
export function readScoreWork(
  score: Score,
  textId: string,
  difficulty: Partial<DifficultyFigures>,
  options: XRayOptions = PLAIN_X_RAY,
): ScoreWork | null {
  const read = xRay(score, { ...options, difficulty });
  return read.ok ? scoreWork(read.value, textId, difficulty) : null;
}

export function scoreWork(
  { part, layout, learned, traps, drills, keyChanges, chunks }: Omit<XRay, 'performed' | 'seconds'>,
  textId: string,
  difficulty: Partial<DifficultyFigures>,
): ScoreWork {
  const { bars } = layout;
  /** Indexes of counted bars, in order of their numbers. */
  const counted = bars.flatMap(({ number }, at) => (number > 0 ? [at] : []));
  const numberOf = (at: number) => bars[at]?.number ?? 0;
  const rangeOf = (from: number, to: number): BarRange | null => {
    const within = counted.filter((at) => from <= at && at <= to);
    const [first] = within;
    const last = within.at(-1);
    return first === undefined || last === undefined ? null : { from: numberOf(first), to: numberOf(last) };
  };
  const sounding = soundingBars(part, layout);
  return {
    textId,
    difficulty,
    same: counted.map((at) => {
      const { silent = true, like = null } = learned[at] ?? {};
      if (silent) return 0;
      return like?.how === 'same' && numberOf(like.bar) > 0 ? numberOf(like.bar) : numberOf(at);
    }),
    measures: counted.map((at) => bars[at]?.measures[0] ?? 0),
    chunks: chunks.flatMap((chunk) => {
      const range = rangeOf(chunk.from, chunk.to);
      return range ? [{ bars: range, difficulty: chunk.difficulty }] : [];
    }),
    drills: [
      ...traps.map(({ bar, of, differs }): WorkDrill => ({
        kind: 'near copy',
        bar: numberOf(bar),
        of: numberOf(of),
        differs,
      })),
      ...drills.flatMap(({ lead, landing }): WorkDrill[] => {
        const [from, to] = [lead.at(-1), landing[0]];
        return from === undefined || to === undefined
          ? []
          : [{ kind: 'jump', bar: numberOf(from), to: numberOf(to) }];
      }),
      ...keyChanges.flatMap(({ bar, traps: letters }): WorkDrill[] => {
        const met = letters.filter((each) => each.bars.length > 0);
        const first = Math.min(...met.flatMap((each) => each.bars));
        return met.length === 0
          ? []
          : [{ kind: 'key', bar: numberOf(Math.max(bar, first)), letters: met.map(({ letter }) => letter) }];
      }),
      ...sounding.flatMap((notes, at): WorkDrill[] => {
        const melody = notes.filter(({ note }) => !note.chord && !note.grace && !note.unpitched);
        // Each hand or voice by itself: notes of two staves are no step.
        const steps = melody.flatMap((next, place) => {
          const before = melody.slice(0, place).findLast(({ note }) => note.staff === next.note.staff);
          return before ? [Math.abs(next.pitch - before.pitch)] : [];
        });
        const widest = Math.max(0, ...steps);
        return widest >= LEAP && numberOf(at) > 0
          ? [{ kind: 'leap', bar: numberOf(at), semitones: widest }]
          : [];
      }),
    ].filter(({ bar }) => bar > 0),
    rhythms: rhythmFamilies(part, layout)
      .map((family) => family.map(numberOf).filter((bar) => bar > 0))
      .filter((family) => family.length > 0),
  };
}
