import type { GoalContext, GoalForecast } from '@/core/register';
import { chanceWords, figure, percentWords } from '../readiness-model';
import css from './Chances.module.css';

/** The chance of each award, lowest first: the figure, the word, and what it asks for. */
export function Chances({
  context: { scheme, goal },
  forecast,
}: {
  readonly context: GoalContext;
  readonly forecast: GoalForecast;
}) {
  return (
    <ul className={css.root} data-testid="chances">
      {forecast.awards.map(({ id, chance }) => {
        const award = scheme.awards.find((each) => each.id === id);
        const asks = [
          award && award.total > 0 ? figure(award.total) : '',
          award?.eachAtLeast ? `${award.eachAtLeast} in each` : '',
        ].filter(Boolean);
        return (
          <li key={id} className={css.row} data-aim={id === goal.aimAwardId || undefined}>
            <b className={css.figure}>
              {forecast.isDrawn && 'about '}
              {percentWords(chance)}
            </b>
            <span>
              <b>{award?.name}</b>, {chanceWords(chance)}
              {asks.length > 0 && <span className={css.soft}> · {asks.join(', ')}</span>}
              {id === goal.aimAwardId && <span className={css.soft}> · the aim</span>}
              <svg className={css.bar} height={9} aria-hidden="true">
                <path d="M0 4.5H1000" className={css.hair} />
                <rect width={`${100 * chance}%`} y={2} height={5} />
              </svg>
            </span>
          </li>
        );
      })}
    </ul>
  );
}
