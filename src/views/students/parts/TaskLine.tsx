import type { HearLine } from '@/core/register';
import { TempoMark } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import css from './TaskLine.module.css';

/** One thing to hear: what of which piece, at what tempo, and how long for. */
export function TaskLine({ line }: { readonly line: HearLine }) {
  return (
    <li className={css.root}>
      <b>{line.letter}</b>
      <span>
        {line.goalId !== null && line.componentId !== null ? (
          <a href={hrefOf('/mark', { goal: line.goalId, component: line.componentId })}>{line.title}</a>
        ) : (
          line.title
        )}
        {line.what === '' ? '' : `, ${line.what}`}
        {line.tempo && (
          <>
            , <TempoMark unit={line.tempo.unit} perMinute={line.tempo.perMinute} />
          </>
        )}
        <small>
          {line.how}
          {line.listenFor === '' ? '' : `; listen for ${line.listenFor}`}
        </small>
      </span>
      <span className={css.minutes}>{line.minutes} min</span>
    </li>
  );
}
