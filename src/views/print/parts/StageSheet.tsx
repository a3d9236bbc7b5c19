import { formatTime } from '@/core/music';
import { playingTime } from '@/core/programme';
import type { GoalContext } from '@/core/register';
import { playedAsWords } from '@/core/repertoire';
import { openSlots } from '@/core/requirements';
import { familyOf } from '@/core/skills';
import { inTerms } from '@/core/terms';
import { formatDay } from '@/core/time';
import { valueAt } from '@/core/value-at';
import type { ReadyState } from '@/store';
import { PrintFrame } from '@/ui';
import { stageRoutine, toBring, warmUp } from './stage-routine';
import css from '../PrintView.module.css';

/** For the student: what is played and how long it takes, the routine of the stage, warming up, what to bring. */
export function StageSheet({
  ready: { studio },
  context: { goal, student, set, level, session, entry },
  nameOf,
}: {
  readonly ready: ReadyState;
  readonly context: GoalContext;
  readonly nameOf: (name: string) => string;
}) {
  const time = playingTime(entry);
  const pieces = openSlots(entry).flatMap(({ chosen }) => chosen);
  const isAccompanied = pieces.some(({ accompaniment }) => accompaniment === 'accompanied');
  const family = familyOf(student.instrument, studio.settings.instrumentFamilies);
  const [first] = pieces;
  return (
    <PrintFrame
      size="A4"
      title={`${nameOf(student.name)}: on the day`}
      sub={[`${set.name} ${level.name}`, formatDay(session.day, 'written'), session.venue]
        .filter(Boolean)
        .join(' · ')}
    >
      <h2 className={css.heading}>{inTerms('Programme')}</h2>
      <table className={css.table}>
        <thead>
          <tr>
            <th scope="col">Piece</th>
            <th scope="col">Time</th>
            <th scope="col">Page turns</th>
          </tr>
        </thead>
        <tbody>
          {time.parts.map(({ letter, title, seconds }) => (
            <tr key={`${letter}${title}`}>
              <th scope="row">
                {letter} {title}
              </th>
              <td>{seconds === null ? 'not timed' : formatTime(seconds)}</td>
              <td>____________________</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className={css.tasks}>
        {time.parts.length === 0
          ? 'No piece is chosen yet.'
          : `${formatTime(time.seconds)} in all${time.untimed > 0 ? `, without ${time.untimed} not timed` : ''}.`}
      </p>
      {pieces.map((piece) => {
        const as = valueAt(goal.plan.playedAs ?? {}, piece.id);
        return (
          as && (
            <p key={piece.id} className={css.tasks}>
              {piece.title}: {playedAsWords(as)}.
            </p>
          )
        );
      })}
      <List title="From coming on to going off" of={stageRoutine(family, isAccompanied)} />
      <List
        title="Warming up, if the event gives time for it"
        of={warmUp(first).map((line) => inTerms(line))}
      />
      <p className={css.tasks}>
        If there is no time for it: the first piece was practised cold, and begins as it did then.
      </p>
      <List title="To bring" of={toBring(isAccompanied)} />
      <p className={css.care}>
        If something hurts, stop and say so, then change one thing: the seat, the height, the shoes. Never
        push through.
      </p>
    </PrintFrame>
  );
}

/** Lines to tick. */
const List = ({ title, of }: { readonly title: string; readonly of: readonly string[] }) => (
  <>
    <h2 className={css.heading}>{title}</h2>
    <ol className={css.steps}>
      {of.map((line) => (
        <li key={line}>
          <span aria-hidden="true" />
          {line}
        </li>
      ))}
    </ol>
  </>
);
