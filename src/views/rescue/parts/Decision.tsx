import { useState } from 'react';
import type { GoalContext } from '@/core/register';
import { formatDay } from '@/core/time';
import { undo, type ReadyState } from '@/store';
import { takeRescue } from '@/store/rescue-actions';
import { Button, LinkButton, Section, TextField } from '@/ui';
import type { RescueAnswer } from '@/workers/studio.job';
import { percentWords } from '../../readiness/readiness-model';
import { hrefOf } from '../../shell/addresses';
import { fileName, saveFile } from '../../shell/save-file';
import { brokenWords, peakWords } from '../rescue-model';
import css from '../RescueView.module.css';

/** What is tried together, with its effect, and the decision with its reason. */
export function Decision({
  ready,
  context,
  answer,
  isOld,
  taken,
  words,
  onDone,
}: {
  readonly ready: ReadyState;
  readonly context: GoalContext;
  readonly answer: RescueAnswer;
  /** The answer is of other options than those taken: nothing is decided on it. */
  readonly isOld: boolean;
  readonly taken: readonly string[];
  readonly words: string;
  readonly onDone: () => void;
}) {
  const [why, setWhy] = useState('');
  const [decided, decide] = useState(false);
  const { goal } = context;
  const events = (goal.history ?? []).filter(({ kind }) => kind === 'rescued');
  const last = events.at(-1);
  const { together, scores, rescue } = answer;
  const { now } = rescue;
  return (
    <Section
      title={taken.length > 0 ? 'Together' : 'Decided'}
      end={taken.length > 0 ? `${taken.length} tried` : ''}
    >
      {taken.length === 0 && !last && (
        <p className={css.soft}>Nothing yet. Try one way, or several together.</p>
      )}
      {taken.length === 0 && last?.kind === 'rescued' && (
        <div data-testid="rescue-decided">
          <p>
            <b>{last.what}</b>
          </p>
          <p className={css.soft}>
            {formatDay(last.on, 'written')}
            {last.why && `: ${last.why}`}
          </p>
          {last.on === ready.now.day && (
            <Button look="quiet" onClick={() => void undo()}>
              Undo the last step
            </Button>
          )}
          <LinkButton look="quiet" href={hrefOf('/print', { sheet: 'card', goal: goal.id })}>
            Print the new card
          </LinkButton>
        </div>
      )}
      {taken.length > 0 && together && (
        <>
          <table className={css.together}>
            <thead>
              <tr>
                <td />
                <th scope="col">before</th>
                <th scope="col">after</th>
              </tr>
            </thead>
            <tbody>
              <tr>
                <th scope="row">fullest stretch</th>
                <td>{peakWords(now)}</td>
                <td>
                  <b>{peakWords(together.effect)}</b>
                </td>
              </tr>
              <tr>
                <th scope="row">minutes to do</th>
                <td>{now.toDo}</td>
                <td>
                  <b>{together.effect.toDo}</b>
                </td>
              </tr>
              {together.effect.forecast?.chance != null && now.forecast?.chance != null && (
                <tr>
                  <th scope="row">the aim</th>
                  <td>{percentWords(now.forecast.chance)}</td>
                  <td>
                    <b>{percentWords(together.effect.forecast.chance)}</b>
                  </td>
                </tr>
              )}
            </tbody>
          </table>
          {together.effect.breaks.length > 0 && (
            <p className={css.broken}>breaks a rule: {brokenWords(together.effect, context).join(', ')}</p>
          )}
          <form
            onSubmit={(event) => {
              event.preventDefault();
              if (decided || isOld) return;
              decide(true);
              void takeRescue(goal.id, together.changes, words, why.trim()).then(() => onDone());
            }}
          >
            <TextField label="Why" value={why} onChange={setWhy} hint="with whom it was settled" />
            <Button type="submit" look="do" disabled={decided || isOld}>
              Decide
            </Button>
          </form>
          {scores.map(([pieceId, text]) => {
            const title = ready.studio.pieces.get(pieceId)?.title ?? '';
            return (
              <Button
                key={pieceId}
                look="quiet"
                disabled={isOld}
                onClick={() =>
                  saveFile(
                    fileName([title, 'for', context.student.name], 'musicxml'),
                    text,
                    'application/vnd.recordare.musicxml+xml',
                  )
                }
              >
                Save the score as it is played then
              </Button>
            );
          })}
        </>
      )}
    </Section>
  );
}
