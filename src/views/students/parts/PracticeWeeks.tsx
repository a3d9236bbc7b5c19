import type { PracticeWeek } from '@/core/plan';
import { formatDay } from '@/core/time';
import css from './Practice.module.css';

/** Minutes of each day, week by week; a week nobody spoke of says so. */
export function PracticeWeeks({ weeks }: { readonly weeks: readonly PracticeWeek[] }) {
  return (
    <table className={css.weeks} aria-label="Practice by week, minutes a day">
      <thead>
        <tr>
          <th scope="col">week of</th>
          {weeks[0]?.days.map(({ day: each }) => (
            <th key={each} scope="col">
              {formatDay(each, 'medium').slice(0, 2)}
            </th>
          ))}
          <th scope="col" className={css.sum}>
            in all
          </th>
        </tr>
      </thead>
      <tbody>
        {weeks.map((week) => (
          <tr key={week.from}>
            <th scope="row">{formatDay(week.from, 'short')}</th>
            {week.days.map((each) => (
              <td key={each.day} title={formatDay(each.day, 'medium')}>
                {each.minutes > 0 ? each.minutes : '·'}
              </td>
            ))}
            {/* The week that is on, and one that a session cuts, have fewer days. */}
            {week.days.length < 7 && <td colSpan={7 - week.days.length} />}
            <td className={css.sum}>{week.minutes === null ? 'not reported' : `${week.minutes} min`}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
