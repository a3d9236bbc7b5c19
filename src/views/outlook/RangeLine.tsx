import type { GoalContext, GoalForecast } from '@/core/register';
import { rangeWords } from '../readiness/readiness-model';
import css from './RangeLine.module.css';

const [WIDTH, HEIGHT] = [200, 26];

/** Where the total of a goal is likely to lie on the day, beside its aim. */
export function RangeLine({
  context: { scheme, goal, standing },
  forecast,
}: {
  readonly context: GoalContext;
  readonly forecast: GoalForecast;
}) {
  const spread = forecast.total;
  const aim = scheme.awards.find(({ id }) => id === goal.aimAwardId);
  if (!spread) return null;
  const x = (total: number) => 2 + ((WIDTH - 4) * total) / standing.maxMark;
  const [from, , middle, , to] = spread;
  return (
    <svg
      width={WIDTH}
      height={HEIGHT}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className={css.root}
      role="img"
      aria-label={`${rangeWords(spread)} of ${standing.maxMark}${aim && aim.total > 0 ? `, ${aim.name} at ${aim.total}` : ''}`}
    >
      <path d={`M${x(0)} 13H${x(standing.maxMark)}`} className={css.hair} />
      <rect x={x(from)} y={7} width={Math.max(2, x(to) - x(from))} height={12} className={css.range} />
      <path d={`M${x(middle)} 7V19`} className={css.middle} />
      {aim && aim.total > 0 && <path d={`M${x(aim.total)} 2V24`} className={css.aim} />}
    </svg>
  );
}
