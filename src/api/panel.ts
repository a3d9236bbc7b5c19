import { answer, type Answer } from './answer';
import { schemeProblems } from './scheme-problems';
import { panelRequestShape } from '@/core/files';
import { componentMax, markProblem, panelResult, seated, type MarkScheme } from '@/core/marks';

interface Body {
  readonly scheme: MarkScheme;
  readonly entries: readonly { readonly id: string; readonly judges: readonly (readonly number[])[] }[];
}

/** What a panel's marks come to, entry by entry, and who gets a seat where seats are given. */
export const panelAnswer: Answer = answer<Body>(panelRequestShape, ({ scheme, entries }) => {
  const maxima = scheme.components.map(componentMax);
  const problems = [
    ...schemeProblems(scheme),
    ...entries.flatMap(({ judges }, at) =>
      judges.flatMap((marks, judge) => {
        const pointer = `/entries/${at}/judges/${judge}`;
        if (marks.length !== maxima.length)
          return [{ pointer, message: `needs ${maxima.length} marks, one a component` }];
        return marks.flatMap((mark, row) => {
          const problem = markProblem(scheme.components[row] ?? {}, { maxMark: maxima[row] ?? 0 }, mark);
          return problem === null ? [] : [{ pointer: `${pointer}/${row}`, message: problem }];
        });
      }),
    ),
  ];
  if (problems.length > 0) return { ok: false, why: problems };
  const results = entries.map(({ id, judges }) => ({ id, ...panelResult(scheme, judges) }));
  const { outcome } = scheme;
  return {
    ok: true,
    value: {
      entries: results.map(({ id, totals, total, award }) => ({
        id,
        totals: totals.map((each) => each.valueOf()),
        total: total?.valueOf() ?? null,
        award: award?.id ?? null,
      })),
      seated:
        outcome.kind === 'seats'
          ? seated(
              results.flatMap(({ id, total }) => (total ? [{ id, total }] : [])),
              outcome,
            )
          : null,
    },
  };
});
