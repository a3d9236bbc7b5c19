import { answer, type Answer } from './answer';
import { schemeProblems } from './scheme-problems';
import { sheetProblems } from './sheet-problems';
import { totalsRequestShape } from '@/core/files';
import { criterionMarks, nextLine, standing, type MarkScheme, type MarkSheet } from '@/core/marks';

interface Body {
  readonly scheme: MarkScheme;
  /** Versions in force before; each sheet is read by the one it names. */
  readonly earlierSchemes?: readonly MarkScheme[];
  readonly sheets: readonly MarkSheet[];
}

export const totalsAnswer: Answer = answer<Body>(
  totalsRequestShape,
  ({ scheme, earlierSchemes = [], sheets }) => {
    const problems = [...schemeProblems(scheme), ...sheetProblems([scheme, ...earlierSchemes], sheets)];
    if (problems.length > 0) return { ok: false, why: problems };
    const stands = standing(scheme, sheets, { earlier: earlierSchemes });
    const next = nextLine(scheme, criterionMarks(stands));
    return {
      ok: true,
      value: {
        total: stands.total,
        maxMark: stands.maxMark,
        award: stands.award?.id ?? null,
        missing: stands.missing,
        marks: stands.marks,
        next: next && {
          award: next.award.id,
          totalShort: next.totalShort,
          below: next.below,
          gain: next.gain,
          gains: next.gains,
        },
      },
    };
  },
);
