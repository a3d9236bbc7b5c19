import { aimMark, ASSESSORS, componentMax, schemeComponent } from '@/core/marks';
import type { GoalContext } from '@/core/register';
import { addDays, daysBetween, formatDay } from '@/core/time';
import type { ChartData, GlyphName } from '@/ui';
import { ASSESSOR_GLYPH, ASSESSOR_NAME } from '../shell/MarkLine';

/** The marks of a component from the first to the day of the event, by who gave them, against the awards. */
export function marksOverTime(context: GoalContext, componentId: string): ChartData | null {
  const component = schemeComponent(context.scheme, componentId);
  if (!component) return null;
  const marks = context.readSheets
    .flatMap(({ sheet, mark, current }) =>
      sheet.componentId === componentId && mark.kind === 'complete' && current
        ? [{ ...sheet, mark: mark.mark }]
        : [],
    )
    .sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
  const [first] = marks;
  const last = marks.at(-1);
  if (!first || !last) return null;
  const max = componentMax(component);
  const start = addDays(first.day, -3);
  const end = context.session.day > last.day ? context.session.day : addDays(last.day, 7);
  const { goal, scheme } = context;
  const least = Math.min(...marks.map(({ mark }) => mark));
  return {
    x: {
      from: 0,
      to: daysBetween(start, end),
      say: (days) => formatDay(addDays(start, Math.round(days)), 'short'),
    },
    y: { from: least < max / 2 ? 0 : Math.floor(max / 2), to: max, say: String },
    series: ASSESSORS.flatMap((assessor) => {
      const own = marks.filter((each) => each.assessor === assessor);
      const glyph: GlyphName = ASSESSOR_GLYPH[assessor];
      return own.length === 0
        ? []
        : [
            {
              name: ASSESSOR_NAME[assessor],
              glyph,
              dashed: assessor !== 'teacher',
              points: own.map(({ day, mark }) => ({
                x: daysBetween(start, day),
                y: mark,
                say: `${mark} of ${max}, ${ASSESSOR_NAME[assessor]}, ${formatDay(day, 'written')}`,
              })),
            },
          ];
    }),
    lines: scheme.awards.flatMap((award) => {
      const at = aimMark(scheme, award, component);
      return at > 0 ? [{ at, label: `${award.name} ${at}`, heavy: award.id === goal.aimAwardId }] : [];
    }),
    table: {
      head: ['Day', 'Marked by', `Mark of ${max}`],
      rows: marks.map(({ day, assessor, mark }) => [
        formatDay(day, 'written'),
        ASSESSOR_NAME[assessor],
        String(mark),
      ]),
    },
  };
}
