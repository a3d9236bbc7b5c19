import { lazy, Suspense, useMemo, useState } from 'react';
import {
  gaps,
  gapTrend,
  latestSheet,
  stepsUp,
  type Gap as GapOfDay,
  type SchemeComponent,
} from '@/core/marks';
import type { GoalContext } from '@/core/register';
import { formatDay } from '@/core/time';
import { Button, Section, Table } from '@/ui';
import { gapChart, gapWords, signed } from '../gap-model';
import css from './Gap.module.css';

const Chart = lazy(() => import('@/ui/Chart').then((part) => ({ default: part.Chart })));

/** Own marks against the teacher's of the same day: by criterion, over time, and the step up each criterion asks for. */
export function Gap({
  context,
  scheme,
  letter,
}: {
  readonly context: GoalContext;
  readonly scheme: SchemeComponent;
  readonly letter: string;
}) {
  const [shown, show] = useState(false);
  const all = useMemo(() => gaps(scheme, context.readSheets), [scheme, context.readSheets]);
  const last = all.at(-1);
  const teachers = latestSheet(
    context.readSheets.flatMap(({ sheet, current }) =>
      current && sheet.assessor === 'teacher' && sheet.componentId === scheme.componentId ? [sheet] : [],
    ),
  );
  const steps = teachers ? stepsUp(scheme, teachers.marks) : [];
  if (!last && steps.length === 0) return null;
  return (
    <Section
      title="Own marks and the teacher’s"
      end={
        all.length > 1 && (
          <Button look="quiet" pressed={shown} onClick={() => show(!shown)}>
            Over time
          </Button>
        )
      }
    >
      {last && (
        <>
          <p data-testid="gap">{gapWords(last, gapTrend(all))}</p>
          <Table
            label={`${letter}: own marks and the teacher’s, ${formatDay(last.day, 'written')}`}
            head={['Criterion', 'Own', 'Teacher', 'Apart']}
            tight
          >
            {rowsOf(scheme, last).map(({ name, own, teacher }) => (
              <tr key={name}>
                <th scope="row">{name}</th>
                <td className={css.figure}>{own}</td>
                <td className={css.figure}>{teacher}</td>
                <td className={css.figure}>{signed(own - teacher)}</td>
              </tr>
            ))}
          </Table>
        </>
      )}
      {shown && (
        <Suspense fallback={null}>
          <Chart
            label={`${letter}: own marks less the teacher’s over time`}
            data={gapChart(context, scheme, all)}
          />
        </Suspense>
      )}
      {steps.length > 0 && (
        <>
          <h3 className={css.head}>Next step up</h3>
          <ul>
            {steps.map(({ criterion, mark, band }) => (
              <li key={criterion.id} className={css.step}>
                <b>{criterion.name}</b> {mark}, next{' '}
                {band.from === band.to ? band.from : `${band.from} to ${band.to}`}
                {band.descriptor === '' ? '' : `: ${band.descriptor}`}
              </li>
            ))}
          </ul>
        </>
      )}
    </Section>
  );
}

const rowsOf = ({ criteria }: SchemeComponent, { criteria: both }: GapOfDay) =>
  both.map(({ criterionId, own, teacher }) => ({
    name: criteria.find(({ id }) => id === criterionId)?.name ?? criterionId,
    own,
    teacher,
  }));
