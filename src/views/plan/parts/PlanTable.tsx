import type { Plan } from '@/core/plan';
import { formatDay } from '@/core/time';
import { Table } from '@/ui';
import css from './PlanTable.module.css';

/** The stave in words and figures: every week with its phases, minutes and tempos. */
export function PlanTable({ plan }: { readonly plan: Plan }) {
  return (
    <details className={css.root}>
      <summary>The plan as a table</summary>
      <Table
        label="The plan, week by week"
        head={['Week', 'Minutes', ...plan.items.map((item) => `${item.letter} ${item.title}`)]}
        tight
      >
        {plan.weeks.map((week, at) => (
          <tr key={week.from}>
            <th scope="row">
              {formatDay(week.from, 'short')} to {formatDay(week.to, 'short')}
              {week.closed ? `, ${week.closed}` : ''}
            </th>
            <td>
              {Math.round(week.load)} of {week.minutes}
            </td>
            {plan.items.map((item) => {
              const stage = item.stages.find(
                (each) => each.fromWeek <= plan.now + at && plan.now + at <= each.toWeek,
              );
              const gate = item.gates.find(
                (each) => each.day === plan.weeks[at + 1]?.from && each.passedOn === null,
              );
              return (
                <td key={item.componentId}>
                  {Math.round(item.weeks[at] ?? 0)} min, {stage?.stage ?? '—'}
                  {item.tempos[at] === undefined ? '' : `, to ${Math.round(item.tempos[at])}`}
                  {gate ? `; gate ${formatDay(gate.day, 'short')}` : ''}
                </td>
              );
            })}
          </tr>
        ))}
      </Table>
    </details>
  );
}
