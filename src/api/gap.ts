import { totalsRequestShape } from '@/core/files';
import { currentSheets, gaps, gapTrend, readSheet, type MarkScheme, type MarkSheet } from '@/core/marks';
import { answer, type Answer } from './answer';
import { schemeProblems } from './scheme-problems';
import { sheetProblems } from './sheet-problems';

interface Body {
  readonly scheme: MarkScheme;
  readonly earlierSchemes?: readonly MarkScheme[];
  readonly sheets: readonly MarkSheet[];
}

/** Own marks against the teacher's, component by component, day by day, and what becomes of the gap. */
export const gapAnswer: Answer = answer<Body>(
  totalsRequestShape,
  ({ scheme, earlierSchemes = [], sheets }) => {
    const problems = [...schemeProblems(scheme), ...sheetProblems([scheme, ...earlierSchemes], sheets)];
    if (problems.length > 0) return { ok: false, why: problems };
    const reads = currentSheets(sheets).map((sheet) => readSheet(scheme, earlierSchemes, sheet));
    return {
      ok: true,
      value: {
        components: scheme.components.map((component) => {
          const days = gaps(component, reads);
          return { componentId: component.componentId, days, trend: gapTrend(days) };
        }),
      },
    };
  },
);
