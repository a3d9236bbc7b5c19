import { answer, type Answer } from './answer';
import { level, type LevelItem, type LevelPeriod } from '@/core/effort';
import { levelRequestShape, type Problem } from '@/core/files';

interface Body {
  readonly periods: readonly LevelPeriod[];
  readonly items: readonly LevelItem[];
}

export const levelAnswer: Answer = answer<Body>(levelRequestShape, ({ periods, items }) => {
  const problems = outside(periods.length, items);
  if (problems.length > 0) return { ok: false, why: problems };
  const answer = level(periods, items);
  if (answer.kind === 'no split')
    return {
      ok: true,
      value: {
        feasible: false,
        reason:
          answer.why === 'no minutes'
            ? 'work falls where there are no minutes'
            : 'the windows and visits of an item leave no way to do its work in order',
        item: answer.itemId,
        from: answer.from,
        until: answer.until,
      },
    };
  const { feasible, peak, critical } = answer;
  return {
    ok: true,
    value: {
      feasible,
      peak,
      critical: critical && { from: critical.from, until: critical.until },
      ...(feasible
        ? {}
        : {
            reason: `periods ${critical?.from ?? 0} to ${critical?.until ?? 0} hold ${critical?.demand ?? 0} minutes of work in ${critical?.minutes ?? 0}`,
          }),
      load: answer.load,
      minutes: Object.fromEntries(answer.minutes.map((item) => [item.id, item.minutes])),
    },
  };
});

/** A JSON pointer into the body. */
const place = (...parts: readonly (string | number)[]) => parts.map((part) => `/${part}`).join('');

/** Windows that name a period there is not, and ids that stand twice. */
function outside(periods: number, items: readonly LevelItem[]): Problem[] {
  return items.flatMap((item, at) => [
    ...(items.findIndex((other) => other.id === item.id) < at
      ? [{ pointer: place('items', at, 'id'), message: `"${item.id}" appears twice` }]
      : []),
    ...(item.visitMinutes > 0
      ? (['from', 'until'] as const).flatMap((end) =>
          item[end] < periods
            ? []
            : [{ pointer: place('items', at, end), message: `there are ${periods} periods, counted from 0` }],
        )
      : []),
    ...item.work.flatMap((work, row) =>
      (['earliest', 'latest'] as const).flatMap((end) =>
        work[end] < periods
          ? []
          : [
              {
                pointer: place('items', at, 'work', row, end),
                message: `there are ${periods} periods, counted from 0`,
              },
            ],
      ),
    ),
  ]);
}
