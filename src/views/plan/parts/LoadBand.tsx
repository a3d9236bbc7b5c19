import type { Plan } from '@/core/plan';
import type { Geometry } from '../stave-model';
import css from './PreparationStave.module.css';

/** Whether the load would be another if the cards of unreported weeks were done. */
const differs = ({ load, ifDone }: Plan['weeks'][number]): boolean =>
  ifDone !== null && Math.abs(ifDone - load) > 0.5;

/** Minutes needed each week; the line is the minutes there are; what is over is hatched, outlined and said. */
export function LoadBand({ plan, geometry }: { readonly plan: Plan; readonly geometry: Geometry }) {
  const { today, weekWidth, loadBase } = geometry;
  const most = Math.max(1, ...plan.weeks.map((week) => Math.max(week.load, week.minutes, week.ifDone ?? 0)));
  const high = (minutes: number) => (minutes * 44) / most;
  return (
    <>
      <text x={0} y={loadBase - 40} className={css.title}>
        Load
      </text>
      <text x={0} y={loadBase - 24} className={css.caption}>
        minutes needed; line = minutes available
      </text>
      {plan.weeks.some(differs) && (
        <text x={0} y={loadBase - 8} className={css.caption}>
          dashes = if unreported cards were done
        </text>
      )}
      {plan.weeks.map((week, at) => {
        const x = today + at * weekWidth;
        const over = Math.round(week.load) - week.minutes;
        const base = Math.min(week.load, week.minutes);
        return (
          <g key={week.from}>
            <rect
              x={x + 1}
              y={loadBase - high(base)}
              width={weekWidth - 2}
              height={high(base)}
              className={css.load}
            />
            {over > 0 && (
              <rect
                x={x + 1}
                y={loadBase - high(week.load)}
                width={weekWidth - 2}
                height={high(week.load - base)}
                fill="url(#phase-over)"
                className={css.over}
              />
            )}
            <path d={`M${x} ${loadBase - high(week.minutes)}h${weekWidth}`} className={css.has} />
            {week.ifDone !== null && differs(week) && (
              <path d={`M${x} ${loadBase - high(week.ifDone)}h${weekWidth}`} className={css.ifDone} />
            )}
            <text
              x={x + 6}
              y={
                [week.minutes, ...(differs(week) ? [week.ifDone ?? 0] : [])].some((line) => high(line) < 22)
                  ? loadBase - high(Math.max(week.minutes, week.load, week.ifDone ?? 0)) - 5
                  : loadBase - 7
              }
              className={at === 0 ? css.strong : css.date}
            >
              {Math.round(week.load)}
            </text>
            {over > 0 && weekWidth > 70 && (
              <text x={x + weekWidth - 5} y={loadBase - 7} textAnchor="end" className={css.strong}>
                {over} over
              </text>
            )}
          </g>
        );
      })}
      <path d={`M${today} ${loadBase}H${geometry.end}`} className={css.line} />
    </>
  );
}
