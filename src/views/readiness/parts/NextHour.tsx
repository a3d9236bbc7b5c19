import type { GoalContext, GoalForecast } from '@/core/register';
import { LinkButton } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { percentWords } from '../readiness-model';
import css from './NextHour.module.css';

/** Chances nearer to one another than this are about the same. */
const SAME = 0.01;

/** What the next hour of work is best spent on, the most worth first. */
export function NextHour({
  context,
  forecast,
}: {
  readonly context: GoalContext;
  readonly forecast: GoalForecast;
}) {
  const { goal, level, scheme } = context;
  const aim = scheme.awards.find(({ id }) => id === goal.aimAwardId);
  const chance = forecast.awards.find(({ id }) => id === goal.aimAwardId)?.chance ?? 0;
  const rows = forecast.nextHour;
  const [best] = rows;
  if (!aim || !best) return <p className={css.soft}>No award is aimed at.</p>;
  if (best.then - chance < SAME / 2)
    return (
      <p className={css.soft}>
        No single hour moves {aim.name} by half a point: it is {percentWords(chance)} either way.
      </p>
    );
  const same = rows.filter(({ then }) => best.then - then < SAME);
  const names = (ids: readonly { readonly componentId: string }[]) =>
    ids.map(
      ({ componentId }) => level.components.find(({ id }) => id === componentId)?.letter ?? componentId,
    );
  return (
    <>
      <ol className={css.root} data-testid="next-hour">
        {rows.map(({ componentId, then, oneMore, minutes }, at) => {
          const component = level.components.find(({ id }) => id === componentId);
          return (
            <li key={componentId} className={css.row}>
              <b className={css.letter}>{component?.letter}</b>
              <span>
                <b>{component?.name}</b>
                <span className={css.soft}>
                  {' '}
                  one mark takes about {minutes} minutes
                  {at === 0 && `, and moves ${aim.name} by ${Math.round(1000 * oneMore) / 10} points`}
                </span>
              </span>
              <b className={css.figure}>{percentWords(then)}</b>
            </li>
          );
        })}
      </ol>
      <p className={css.soft}>
        {same.length === rows.length && same.length > 1
          ? 'All are less than a point apart: about the same.'
          : same.length > 1
            ? `${listed(names(same))} are less than a point apart: about the same.`
            : `An hour on ${names([best]).join('')} first: ${aim.name} ${percentWords(chance)} to ${percentWords(best.then)}.`}{' '}
        <LinkButton look="quiet" href={hrefOf('/plan', { goal: goal.id })}>
          Plan
        </LinkButton>
      </p>
    </>
  );
}

const listed = (names: readonly string[]): string =>
  new Intl.ListFormat('en-GB', { type: 'conjunction' }).format(names);
