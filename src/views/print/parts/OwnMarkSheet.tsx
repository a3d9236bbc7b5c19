import { OWN_POINTS, schemeComponent, type OwnWords } from '@/core/marks';
import type { GoalContext } from '@/core/register';
import { PrintFrame } from '@/ui';
import css from '../PrintView.module.css';
import { Bands } from './Bands';

/** For the student at home: every component with its criteria and the teacher's words, a box to mark, nobody else's marks. */
export function OwnMarkSheet({
  context: { level, scheme, set, session, student },
  words,
  nameOf,
}: {
  readonly context: GoalContext;
  readonly words: readonly OwnWords[];
  readonly nameOf: (name: string) => string;
}) {
  return (
    <PrintFrame
      size="A4"
      title={`${nameOf(student.name)}: my own marks`}
      sub={`${set.name} ${level.name}, ${session.name} · day: ____________`}
    >
      {level.components.map((component) => {
        const own = schemeComponent(scheme, component.id);
        return (
          own && (
            <table key={component.id} className={css.table}>
              <thead>
                <tr>
                  <th scope="col">{component.name}</th>
                  <th scope="col">What the marks mean</th>
                  <th scope="col">Mine</th>
                </tr>
              </thead>
              <tbody>
                {own.criteria.map((criterion) => (
                  <tr key={criterion.id}>
                    <th scope="row">
                      {criterion.name}, {criterion.maxMark}
                    </th>
                    <td>
                      <Bands criterion={criterion} />
                    </td>
                    <td className={css.box}>
                      <span />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          )
        );
      })}
      {words.length > 0 && (
        <p className={css.tasks}>
          In all, of {OWN_POINTS}:{' '}
          {words
            .map(({ from, to, words: said }) => `${from === to ? from : `${from} to ${to}`} ${said}`)
            .join('; ')}
          . Mine: ____
        </p>
      )}
    </PrintFrame>
  );
}
