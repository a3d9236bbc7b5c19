import type { Occasion } from '@/core/marks';
import type { Entrant } from '@/core/register';
import { Section, Table, classes } from '@/ui';
import { leftOut, outcomeWords, totalWords } from '../panel-model';
import css from './Standings.module.css';

/** What the judges' marks of everybody come to, class by class, in the order of their places. */
export function Standings({
  occasion,
  entrants,
}: {
  readonly occasion: Occasion;
  readonly entrants: readonly Entrant[];
}) {
  const classesHere = [
    ...new Map(entrants.map((each) => [`${each.set.id} ${each.level.id}`, each])).values(),
  ];
  return (
    <Section title="Result of the panel" end="equal totals share a place">
      {classesHere.map(({ set, level }) => {
        const own = entrants
          .filter((each) => each.set === set && each.level === level)
          .sort((a, b) => (a.place ?? Infinity) - (b.place ?? Infinity));
        return (
          <Table
            key={`${set.id} ${level.id}`}
            label={`${set.name} ${level.name}`}
            head={['Place', `${set.name} ${level.name}`, ...occasion.judges, 'Panel', 'Result']}
            tight
          >
            {own.map((each) => {
              const out = leftOut(each);
              return (
                <tr key={each.goal.id}>
                  <td className={css.figure}>{each.place ?? '–'}</td>
                  <th scope="row">{each.student.name}</th>
                  {each.judged.judges.map(({ judge, total }, at) => (
                    <td key={judge} className={classes(css.figure, out[at] && css.out)}>
                      {totalWords(total)}
                    </td>
                  ))}
                  <td className={css.total}>{totalWords(each.judged.result?.total ?? null)}</td>
                  <td>{outcomeWords(each)}</td>
                </tr>
              );
            })}
          </Table>
        );
      })}
    </Section>
  );
}
