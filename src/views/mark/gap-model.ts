import type { Gap, GapTrend, SchemeComponent } from '@/core/marks';
import type { GoalContext } from '@/core/register';
import { addDays, daysBetween, formatDay } from '@/core/time';
import type { ChartData } from '@/ui';

/** "+2", "−1", "0", with a half where there is one. */
export function signed(value: number): string {
  const figure = String(Math.round(Math.abs(value) * 10) / 10);
  return value > 0 ? `+${figure}` : value < 0 ? `−${figure}` : '0';
}

const apart = (gap: number): string => {
  const figure = Math.round(Math.abs(gap) * 10) / 10;
  return figure === 0 ? 'level with the teacher’s' : `${figure} ${gap > 0 ? 'above' : 'below'} the teacher’s`;
};

const COURSE = {
  nearer: 'They are coming nearer',
  further: 'They are going further apart',
  'as before': 'That is about as before',
} as const;

/** The gap of the last day, and what has become of it. */
export function gapWords(last: Gap, trend: GapTrend | null): string {
  const of = last.teacherDay === last.day ? '' : ` of ${formatDay(last.teacherDay, 'medium')}`;
  const now = `On ${formatDay(last.day, 'medium')} own marks were ${apart(last.gap)}${of}.`;
  return trend
    ? `${now} ${COURSE[trend.course]}: ${apart(trend.earlier)} at first, ${apart(trend.later)} lately.`
    : now;
}

/** Own less teacher's of each day, in all and by criterion in the table. */
export function gapChart(
  { session }: Pick<GoalContext, 'session'>,
  scheme: SchemeComponent,
  all: readonly Gap[],
): ChartData {
  const start = addDays(all[0]?.day ?? session.day, -3);
  const last = all.at(-1)?.day ?? session.day;
  const end = session.day > last ? session.day : addDays(last, 7);
  const most = Math.max(2, ...all.map(({ gap }) => Math.ceil(Math.abs(gap))));
  return {
    x: {
      from: 0,
      to: daysBetween(start, end),
      say: (days) => formatDay(addDays(start, Math.round(days)), 'short'),
    },
    y: { from: -most, to: most, say: signed },
    series: [
      {
        name: 'own less teacher’s',
        glyph: 'own',
        points: all.map(({ day, gap }) => ({
          x: daysBetween(start, day),
          y: gap,
          say: `${apart(gap)}, ${formatDay(day, 'written')}`,
        })),
      },
    ],
    lines: [{ at: 0, label: 'level', heavy: true }],
    table: {
      head: ['Day', 'In all', ...scheme.criteria.map(({ name }) => name)],
      rows: all.map(({ day, gap, criteria }) => [
        formatDay(day, 'written'),
        signed(gap),
        ...scheme.criteria.map(({ id }) => {
          const both = criteria.find(({ criterionId }) => criterionId === id);
          return both ? signed(both.own - both.teacher) : '–';
        }),
      ]),
    },
  };
}
