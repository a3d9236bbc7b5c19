import { runsRequestShape } from '@/core/files';
import type { BarRange } from '@/core/music';
import {
  drawnIn,
  inOrder,
  isClean,
  isSteady,
  isWhole,
  leftInRound,
  memoryOf,
  neverStartedCold,
  oddsInARow,
  recoveryOf,
  STEADY_SLIPS,
  STREAK,
  streakOf,
  type RunThrough,
} from '@/core/runs';
import { answer, type Answer } from './answer';

interface Body {
  readonly runs: readonly RunThrough[];
  readonly sections?: readonly BarRange[];
  readonly slips?: number;
  readonly inARow?: number;
}

/** What the run-throughs of one piece say: steady and clean ones, rows of clean ones with their odds, starts, memory, recovery. */
export const runsAnswer: Answer = answer<Body>(
  runsRequestShape,
  ({ runs, sections = [], slips = STEADY_SLIPS, inARow = STREAK }) => {
    const pieces = new Set(runs.map(({ studentId, pieceId }) => `${studentId} ${pieceId}`));
    if (pieces.size > 1)
      return { ok: false, why: [{ pointer: '/runs', message: 'are of more than one student or piece' }] };
    const streak = streakOf(runs);
    return {
      ok: true,
      value: {
        runs: inOrder(runs).map((run) => ({
          id: run.id,
          whole: isWhole(run),
          clean: isClean(run),
          steady: isSteady(run, slips),
        })),
        streak: {
          ...streak,
          odds: streak.runs === 0 ? null : oddsInARow(streak.clean / streak.runs, inARow),
        },
        starts: { left: leftInRound(sections, drawnIn(runs)), neverCold: neverStartedCold(sections, runs) },
        memory: memoryOf(runs, sections),
        recovery: recoveryOf(runs),
      },
    };
  },
);
