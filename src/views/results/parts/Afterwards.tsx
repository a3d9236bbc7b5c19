import type { Goal } from '@/core/programme';
import type { ResultBeside } from '@/core/register';
import type { ReadyState } from '@/store';
import { LinkButton, Loading, Section, Table } from '@/ui';
import { rangeWords } from '../../readiness/readiness-model';
import { hrefOf } from '../../shell/addresses';
import { againstRange, officialOf } from '../results-model';
import { useAfterwards } from '../use-afterwards';
import css from './ResultForm.module.css';

/** The forecast of the eve beside what came, a sheet to talk it over with, and where one can go from here. */
export function Afterwards({
  ready,
  goal,
  beside,
}: {
  readonly ready: ReadyState;
  readonly goal: Goal;
  readonly beside: ResultBeside;
}) {
  const told = useAfterwards(ready, goal.id);
  const { result } = goal;
  if (!result) return null;
  return (
    <Section
      title="Afterwards"
      end={
        <LinkButton look="quiet" href={hrefOf('/print', { sheet: 'debrief', goal: goal.id })}>
          Print the debrief
        </LinkButton>
      }
    >
      {told === null && <Loading what="Looking back at the forecast" />}
      {told?.eve === null && (
        <p className={css.soft}>
          No official marks by component: there is nothing to hold the forecast against.
        </p>
      )}
      {told?.eve && (
        <Table
          label="Forecast of the eve beside the result"
          head={['Component', 'forecast, 8 in 10', 'came', '']}
          tight
        >
          {beside.components.flatMap(({ component }) => {
            const range = told.eve?.components.find(({ componentId }) => componentId === component.id);
            const came = officialOf(result, component.id);
            return range && came !== null
              ? [
                  <tr key={component.id}>
                    <th scope="row">
                      {component.letter} {component.name}
                    </th>
                    <td>{rangeWords(range.spread)}</td>
                    <td>
                      <b>{came}</b>
                    </td>
                    <td>{againstRange(range.spread, came)}</td>
                  </tr>,
                ]
              : [];
          })}
          {told.eve.total && result.total !== null && (
            <tr>
              <th scope="row">Total</th>
              <td>{rangeWords(told.eve.total)}</td>
              <td>
                <b>{result.total}</b>
              </td>
              <td>{againstRange(told.eve.total, result.total)}</td>
            </tr>
          )}
        </Table>
      )}
      {told && (
        <>
          <h3>In reach from here</h3>
          {told.next.length === 0 && (
            <p className={css.soft}>No level with a session in the coming year is in reach yet.</p>
          )}
          <ul data-testid="next-levels">
            {told.next.map(({ name, session, words }) => (
              <li key={`${name}${session}`}>
                <b>{name}</b>, {session}: {words}
              </li>
            ))}
          </ul>
          <LinkButton look="quiet" href={hrefOf('/fit', { student: goal.studentId })}>
            Fit
          </LinkButton>
        </>
      )}
    </Section>
  );
}
