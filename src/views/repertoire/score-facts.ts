import { NOTE_VALUES, type NoteValue } from '@/core/music';
import type { Piece } from '@/core/repertoire';
import type { ScoreAnswer } from '@/workers/score-client';

const UNITS: Readonly<Record<string, string>> = { half: 'h', quarter: 'q', eighth: 'e', '16th': 's' };
const METRE = /^in (.+)$/;

/** "quarter. = 72" as a tempo; null where the unit or the figure is none that a piece can have. */
function tempoOf(printed: string): Piece['tempo'] {
  const [, unit = '', dots = '', figure = ''] = /^([a-z\d]+?)(\.*) = (\d+)$/.exec(printed) ?? [];
  const value = `${UNITS[unit] ?? ''}${dots}`;
  const perMinute = Number(figure);
  return NOTE_VALUES.includes(value as NoteValue) && perMinute >= 10 && perMinute <= 600
    ? { unit: value as NoteValue, perMinute }
    : null;
}

/** What a score says of a piece, as the facts of it; null where the score says nothing. */
export function scoreFacts(
  answer: Pick<ScoreAnswer, 'seconds' | 'printed' | 'toLearn' | 'demands' | 'tempos'>,
): Pick<Piece, 'seconds' | 'bars' | 'barsToLearn' | 'metre' | 'tempo' | 'demands'> {
  const names = answer.demands.map(({ name }) => name);
  return {
    // Without a tempo the seconds are those of a default, and no fact of the piece.
    seconds: answer.tempos.length === 0 ? null : Math.round(answer.seconds),
    bars: answer.printed,
    barsToLearn: answer.toLearn,
    metre: names.flatMap((name) => METRE.exec(name)?.[1] ?? [])[0] ?? null,
    tempo: tempoOf(answer.tempos[0]?.printed ?? ''),
    demands: names.filter((name) => name !== 'range' && !METRE.test(name)),
  };
}
