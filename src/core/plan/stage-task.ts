import { inTerms } from '../terms';
import type { Stage } from '../effort';
import type { BarRange } from '../music';

/** What to do in one visit and what to listen for. `bars` null: the whole piece, or work without bars. */
export interface StageTask {
  readonly bars: BarRange | null;
  readonly how: string;
  readonly listenFor: string;
}

const WORDS: Readonly<Record<Stage, { readonly how: string; readonly listenFor: string }>> = {
  prepare: { how: 'clap and count', listenFor: 'an even beat through the bar line' },
  learn: { how: inTerms('slowly, two to four bars at a time'), listenFor: 'right notes and right values' },
  secure: { how: 'without a stop', listenFor: 'the same tempo at the end as at the start' },
  'up to tempo': {
    how: 'one step faster after three clean times',
    listenFor: 'ease: no tighter than before',
  },
  memorise: { how: 'from memory, then check the page', listenFor: 'starting again anywhere' },
  perform: { how: 'once through, as on the day', listenFor: 'going on after a slip' },
};

/**
 * The task of one visit.
 * @param bars - bars of the piece, null when not counted
 * @param share - where this visit lies in its stage: 0..1
 * @param span - how much of the stage one visit takes: 0..1
 */
export function stageTask(stage: Stage, bars: BarRange | null, share: number, span: number): StageTask {
  const { how, listenFor } = WORDS[stage];
  if (!bars || stage === 'up to tempo' || stage === 'perform') return { bars, how, listenFor };
  const count = bars.to - bars.from + 1;
  const first = Math.min(count - 1, Math.floor(share * count));
  const last = Math.min(count, Math.max(first + Math.min(4, count), Math.ceil((share + span) * count)));
  return { bars: { from: bars.from + Math.min(first, last - 1), to: bars.from + last - 1 }, how, listenFor };
}
