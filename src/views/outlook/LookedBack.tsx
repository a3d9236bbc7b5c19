import { useEffect, useState } from 'react';
import { goalNames, heldOf, type Held, type Hindsight } from '@/core/register';
import { formatDay } from '@/core/time';
import { databaseName, type ReadyState } from '@/store';
import { Loading, Section, Table } from '@/ui';
import { feedStudio } from '@/workers/studio-feed';
import { lookBack } from '@/workers/studio.job';
import { hrefOf } from '../shell/addresses';
import { figure, percentWords, rangeWords } from '../readiness/readiness-model';
import css from './OutlookView.module.css';

/** Chances that are looked at together. */
const BANDS = [
  { name: 'under 25 %', from: 0, to: 0.25 },
  { name: '25 to 50 %', from: 0.25, to: 0.5 },
  { name: '50 to 75 %', from: 0.5, to: 0.75 },
  { name: '75 % and over', from: 0.75, to: Infinity },
] as const;

const percent = (share: number) => `${Math.round(100 * share)}\u00a0%`;

/** What was forecast four weeks before each result, by what was known then, against what came. */
export function LookedBack({ ready }: { readonly ready: ReadyState }) {
  const { which, studio } = ready;
  const [found, setFound] = useState<readonly Hindsight[] | 'failed' | null>(null);
  useEffect(() => {
    feedStudio();
    return lookBack.ask({ of: databaseName(which) }, (reply) => {
      if (reply.kind === 'answer') setFound(reply.answer);
      if (reply.kind === 'crashed') setFound('failed');
    });
  }, [which, studio]);
  if (found === null) return <Loading what="Looking back at every result" />;
  if (found === 'failed') return <p className={css.soft}>It failed. Reload the page to try again.</p>;
  if (found.length === 0)
    return (
      <p className={css.soft}>
        No result has five others of your studio before it yet, so there is nothing to look back at.
      </p>
    );
  const chances = found.flatMap(({ awards }) => awards);
  return (
    <div data-testid="looked-back">
      <p>
        {heldWords('marks', heldOf(found.flatMap(({ held }) => held)))}{' '}
        {heldWords('totals', heldOf(found.flatMap(({ total }) => (total ? [total.held] : []))))}
      </p>
      <p className={css.soft}>
        About 8 in 10 should. This is of your studio as a whole and of the past: it promises nothing for one
        student.
      </p>
      <Table label="Chances and what came of them" head={['Chance told', 'How often', 'Reached']} tight>
        {BANDS.map(({ name, from, to }) => {
          const some = chances.filter(({ chance }) => chance >= from && chance < to);
          const reached = some.filter((each) => each.reached).length;
          return (
            <tr key={name}>
              <th scope="row">{name}</th>
              <td>{some.length}</td>
              <td>{some.length === 0 ? '–' : `${reached}, ${percent(reached / some.length)}`}</td>
            </tr>
          );
        })}
      </Table>
      <Section title="Result by result" end="forecast four weeks before, by what was known then">
        <Table label="Result by result" head={['Day', 'Student', 'For', 'Forecast', 'Came', 'Award']} tight>
          {found.map(({ goalId, day, total, awards }) => {
            const goal = studio.goals.get(goalId);
            const names = goal && goalNames(studio, goal);
            const award = [...awards].reverse().find(({ reached }) => reached);
            return (
              <tr key={goalId}>
                <td className={css.day}>{formatDay(day, 'written')}</td>
                <th scope="row">
                  {names && (
                    <a className={css.who} href={hrefOf('/student', { student: names.student.id })}>
                      {names.student.name}
                    </a>
                  )}
                </th>
                <td>{names && `${names.set.name} ${names.level.name}`}</td>
                <td>{total ? rangeWords(total.spread) : '–'}</td>
                <td>{total ? `${figure(total.came)}${total.held > 0 ? '' : ', outside'}` : '–'}</td>
                <td>{award ? `${award.name}, ${percentWords(award.chance)}` : 'none'}</td>
              </tr>
            );
          })}
        </Table>
      </Section>
    </div>
  );
}

function heldWords(what: string, held: Held | null): string {
  if (!held) return '';
  const { of, share, from, to } = held;
  return `Of ${of} ${what} ${percent(share)} lay in their range of 8 in 10; with so few, the true share may be anywhere from ${percent(from)} to ${percent(to)}.`;
}
