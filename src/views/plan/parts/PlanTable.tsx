import type { Plan, PlanItem } from '@/core/plan';
import type { GoalContext } from '@/core/register';
import { formatDay, lessonDays, type Closure } from '@/core/time';
import { Table } from '@/ui';
import type { Student } from '@/core/students';
import { drawnPast, marksHeard, type StaveSystem } from '../stave-model';
import css from './PlanTable.module.css';
import { gateName } from '../../shell/words';

/** The stave in words and figures: every week with its lesson, phases, minutes, tempos, gates and the marks heard in it. */
export function PlanTable({
  student,
  systems,
  plan,
  closures,
}: {
  readonly student: Student;
  readonly systems: readonly StaveSystem[];
  readonly plan: Plan;
  readonly closures: readonly Closure[];
}) {
  const first = plan.now - drawnPast(plan);
  const lines = systems.flatMap(({ context, items }) => items.map((item) => ({ context, item })));
  return (
    <details className={css.root}>
      <summary>The plan as a table</summary>
      <Table
        label="The plan, week by week"
        head={['Week', 'Lesson', 'Minutes', ...lines.map(({ item }) => `${item.letter} ${item.title}`)]}
        tight
      >
        {plan.grid.slice(first).map((period, place) => {
          const at = first + place;
          const week = plan.weeks[at - plan.now];
          const lessons = lessonDays(student, period.from, period.to, closures);
          return (
            <tr key={period.from}>
              <th scope="row">
                {formatDay(period.from, 'short')} to {formatDay(period.to, 'short')}
                {week?.closed ? `, ${week.closed}` : ''}
              </th>
              <td>
                {lessons.length === 0 ? 'none' : lessons.map((day) => formatDay(day, 'short')).join(', ')}
              </td>
              <td>{week ? `${Math.round(week.load)} of ${week.minutes}` : 'past'}</td>
              {lines.map(({ item, context }) => (
                <td key={item.id}>{cellWords(context, plan, item, at)}</td>
              ))}
            </tr>
          );
        })}
      </Table>
    </details>
  );
}

/** "20 min, learn, to 63; gate 3 Feb; heard: 15 by the teacher". */
function cellWords(context: GoalContext | null, plan: Plan, item: PlanItem, at: number): string {
  const stage = item.stages.find(({ fromWeek, toWeek }) => fromWeek <= at && at <= toWeek)?.stage;
  const coming = at - plan.now;
  const tempo = item.tempos[coming];
  const [week, next] = [plan.grid[at], plan.grid[at + 1]];
  const gates = item.gates.filter(({ day, passedOn }) =>
    passedOn === null ? day === next?.from : week && week.from <= passedOn && passedOn <= week.to,
  );
  const heard = week ? marksHeard(context, item).filter(({ day }) => week.from <= day && day <= week.to) : [];
  return [
    `${coming < 0 ? '' : `${Math.round(item.weeks[coming] ?? 0)} min, `}${stage ?? '—'}${tempo === undefined ? '' : `, to ${Math.round(tempo)}`}`,
    ...gates.map(({ stage: of, day, passedOn }) =>
      passedOn === null
        ? `gate ${formatDay(day, 'short')}`
        : `${gateName(of)} passed ${formatDay(passedOn, 'short')}`,
    ),
    ...(heard.length === 0 ? [] : [`heard: ${heard.map(({ say }) => say).join(', ')}`]),
  ].join('; ');
}
