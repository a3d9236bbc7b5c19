import { noteLength } from '@/core/music';
import type { Piece } from '@/core/repertoire';
import type { ScoreAnswer } from '@/workers/score.job';

/** The first tempo as a tempo of the piece; null where its unit or figure is none that a piece can have. */
function tempoOf(first: ScoreAnswer['tempos'][number] | undefined): Piece['tempo'] {
  if (!first || first.unit === null) return null;
  const perMinute = Math.round(first.quartersPerMinute / 4 / noteLength(first.unit));
  return perMinute >= 10 && perMinute <= 600 ? { unit: first.unit, perMinute } : null;
}

/** What a score says of a piece, as the facts of it; null where the score says nothing. */
export function scoreFacts(
  answer: Pick<ScoreAnswer, 'seconds' | 'printed' | 'toLearn' | 'demands' | 'tempos' | 'spans' | 'work'>,
): Pick<Piece, 'seconds' | 'bars' | 'barsToLearn' | 'metre' | 'tempo' | 'demands' | 'span' | 'work'> {
  const span = Math.max(0, ...answer.spans);
  return {
    // Without a tempo the seconds are those of a default, and no fact of the piece.
    seconds: answer.tempos.length === 0 ? null : Math.round(answer.seconds),
    bars: answer.printed,
    barsToLearn: answer.toLearn,
    work: answer.work,
    metre: answer.demands.find(({ metre }) => metre !== null)?.metre ?? null,
    tempo: tempoOf(answer.tempos[0]),
    ...(span > 0 && span <= 60 && { span }),
    demands: answer.demands.flatMap(({ name, asks }) => (asks ? [name] : [])),
  };
}
