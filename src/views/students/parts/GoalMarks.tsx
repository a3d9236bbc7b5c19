import { lazy, Suspense, useMemo, useState } from 'react';
import type { GoalContext } from '@/core/register';
import { formatDay, type CalendarDay } from '@/core/time';
import { setGate } from '@/store';
import { Button, Glyph, LinkButton, Ruler, Section, Table } from '@/ui';
import { totalModel } from '../../mark/total-model';
import { hrefOf } from '../../shell/addresses';
import { ASSESSOR_GLYPH, ASSESSOR_NAME } from '../../shell/MarkLine';
import { gateName, weeksWords } from '../../shell/words';
import { COLUMNS, readinessOfGoal } from '../student-model';
import css from './GoalMarks.module.css';

const Course = lazy(() => import('./Course').then((part) => ({ default: part.Course })));

/** A goal: weeks left, its total against the awards, and of each component the last marks side by side and the next gate. */
export function GoalMarks({
  context,
  today,
}: {
  readonly context: GoalContext;
  readonly today: CalendarDay;
}) {
  const { goal, set, level, session, scheme, standing } = context;
  const total = totalModel(context, '', today);
  const { components } = useMemo(() => readinessOfGoal(context, today), [context, today]);
  const [shown, show] = useState<string | null>(null);
  const aim = scheme.awards.find(({ id }) => id === goal.aimAwardId)?.name;
  const name = `${set.name} ${level.name}`;
  return (
    <Section
      title={session.day >= today ? weeksWords(today, session.day) : 'past'}
      label={`${name}, ${session.name}`}
      end={
        <>
          <b>
            {standing.total} of {total.max}
          </b>
          . {total.words}
        </>
      }
    >
      <p>
        <b>{name}</b>
        {aim === undefined ? '' : `, aim ${aim}`}, {session.name}, {formatDay(session.day, 'medium')}.{' '}
        {goal.enteredOn === null ? 'Not entered.' : 'Entered.'}
      </p>
      <Ruler {...total.ruler} />
      <Table
        label={`Last marks of ${name}`}
        head={[
          'Component',
          ...COLUMNS.map((who) => (
            <span key={who} className={css.head}>
              {who === 'student' ? 'own' : who === 'mock' ? 'mock' : ASSESSOR_NAME[who]}
            </span>
          )),
          <span key="aim" className={css.head}>
            aim
          </span>,
          'Next gate',
          <span key="acts" className={css.unseen}>
            What to do
          </span>,
        ]}
        tight
      >
        {components.map(({ component, title, marks, gates, maxMark }) => {
          const gate = gates.find(({ state }) => state !== 'passed');
          const waits = gate !== undefined && gate.day <= today;
          const stand = standing.marks.find(({ componentId }) => componentId === component.id);
          return (
            <tr key={component.id} className={css.root} data-testid={`marks-${component.letter}`}>
              <th scope="row" className={css.component}>
                <span className={css.letter}>{component.letter}</span> {title ?? component.name}
              </th>
              {COLUMNS.map((who) => {
                const given = marks.find(({ assessor }) => assessor === who);
                return (
                  <td key={who} className={css.figure}>
                    {given ? (
                      <>
                        <Glyph name={ASSESSOR_GLYPH[who]} size={12} />{' '}
                        <b title={formatDay(given.day, 'written')}>{given.mark}</b>
                        <small>{formatDay(given.day, 'short')}</small>
                      </>
                    ) : (
                      <span className={css.none}>–</span>
                    )}
                  </td>
                );
              })}
              <td className={css.figure}>
                {stand?.aim ?? '–'}
                <small>of {maxMark}</small>
              </td>
              <td>
                {gate ? (
                  <>
                    <Glyph name={waits ? 'gate waiting' : 'gate'} size={12} /> {gateName(gate.stage)}
                    <small>
                      {waits ? 'due ' : ''}
                      {formatDay(gate.day, 'short')}
                    </small>
                  </>
                ) : (
                  <span className={css.none}>{gates.length > 0 ? 'all passed' : '–'}</span>
                )}
              </td>
              <td className={css.acts}>
                {gate && waits && (
                  <Button
                    label={`${component.letter}: ${gateName(gate.stage)} passed`}
                    onClick={() =>
                      void setGate(
                        goal.id,
                        { componentId: component.id, pieceId: gate.pieceId },
                        gate.stage,
                        { passedOn: today },
                      )
                    }
                  >
                    Passed
                  </Button>
                )}
                {marks.length > 0 && (
                  <Button
                    look="quiet"
                    label={`${component.letter}: marks over time`}
                    pressed={shown === component.id}
                    onClick={() => show(shown === component.id ? null : component.id)}
                  >
                    Over time
                  </Button>
                )}
                <LinkButton look="quiet" href={hrefOf('/mark', { goal: goal.id, component: component.id })}>
                  Mark
                </LinkButton>
              </td>
            </tr>
          );
        })}
      </Table>
      {shown !== null && (
        <Suspense fallback={null}>
          <Course context={context} componentId={shown} />
        </Suspense>
      )}
    </Section>
  );
}
