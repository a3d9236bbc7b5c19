import { formatDay } from '@/core/time';
import type { ReadyState } from '@/store';
import { PrintFrame } from '@/ui';
import { goWords, outlookLines } from '../../outlook/outlook-model';
import { RangeLine } from '../../outlook/RangeLine';
import { percentWords, rangeWords } from '../../readiness/readiness-model';
import { useForecasts } from '../../readiness/use-forecasts';
import css from '../PrintView.module.css';

/** All goals to come, or those of one session, for the teacher. */
export function OutlookSheet({
  ready,
  session,
  nameOf,
}: {
  readonly ready: ReadyState;
  /** Ids of set and session, joined by a space. */
  readonly session: string | null;
  readonly nameOf: (name: string) => string;
}) {
  const { studio, now } = ready;
  const { byGoal } = useForecasts(ready, null);
  const lines = outlookLines(studio, now.day).filter(
    ({ context }) => session === null || `${context.set.id} ${context.session.id}` === session,
  );
  return (
    <PrintFrame
      size="A4"
      title="All goals"
      sub={[studio.settings.teacher, studio.settings.place, formatDay(now.day, 'written')]
        .filter(Boolean)
        .join(' · ')}
    >
      <table className={css.table}>
        <thead>
          <tr>
            <th scope="col">Day</th>
            <th scope="col">Student</th>
            <th scope="col">For</th>
            <th scope="col">On the day</th>
            <th scope="col">The aim</th>
            <th scope="col">Missing</th>
            <th scope="col">Go or no-go</th>
          </tr>
        </thead>
        <tbody>
          {lines.map(({ context, missing }) => {
            const { goal, student, set, level, scheme, session: event } = context;
            const forecast = byGoal.get(goal.id);
            const aim = scheme.awards.find(({ id }) => id === goal.aimAwardId);
            const chance = forecast?.awards.find(({ id }) => id === goal.aimAwardId)?.chance;
            const spread = forecast?.total;
            return (
              <tr key={goal.id}>
                <td className={css.day}>{formatDay(event.day, 'short')}</td>
                <th scope="row">{nameOf(student.name)}</th>
                <td>
                  {set.name} {level.name}
                </td>
                <td>
                  {forecast && <RangeLine context={context} forecast={forecast} />}
                  {spread ? rangeWords(spread) : ''}
                </td>
                <td>
                  {[
                    aim && (aim.total > 0 ? `${aim.name} ${aim.total}` : aim.name),
                    chance !== undefined && percentWords(chance),
                  ]
                    .filter(Boolean)
                    .join(', ')}
                </td>
                <td>{missing.join('; ') || 'nothing'}</td>
                <td>{goWords(context)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </PrintFrame>
  );
}
