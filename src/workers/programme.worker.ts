import { adviseProgrammes, whyNot, type RankedProgramme } from '@/core/programme';
import { ok } from '@/core/result';
import type { programmes, SearchProgress, whyNotPiece } from './programme.job';
import { serve, type Asked } from './serve';

/** Milliseconds between two words of progress. */
const BETWEEN = 100;

function teller(asked: Asked<SearchProgress>): (tried: number, soFar: () => RankedProgramme[]) => void {
  let told = performance.now();
  return (tried, soFar) => {
    if (performance.now() - told < BETWEEN) return;
    told = performance.now();
    asked.tell({ tried, best: soFar() });
  };
}

serve<{ programmes: typeof programmes; whyNotPiece: typeof whyNotPiece }>({
  programmes: (question, asked) => ok(adviseProgrammes(question, teller(asked))),
  whyNotPiece: ({ question, pieceId }, asked) => ok(whyNot(question, pieceId, teller(asked))),
});
