import { useState } from 'react';
import { goDecisionOf } from '@/core/programme';
import type { GoalContext } from '@/core/register';
import { formatDay, type CalendarDay } from '@/core/time';
import { decideToGo } from '@/store/rescue-actions';
import { Button, LinkButton, Section, TextField } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { inTerms } from '@/core/terms';
import css from '../ReadinessView.module.css';

/** The day by which it is decided whether to go, and what was decided. */
export function GoNoGo({
  context: { goal, goNoGo, session },
  today,
}: {
  readonly context: GoalContext;
  readonly today: CalendarDay;
}) {
  const [why, setWhy] = useState('');
  const [again, decideAgain] = useState(false);
  const decision = goDecisionOf(goal);
  if (session.day <= today) return null;
  const decide = (go: boolean) => {
    decideAgain(false);
    setWhy('');
    void decideToGo(goal.id, go, why.trim());
  };
  return (
    <Section
      title="Go or no-go"
      end={`by ${formatDay(goNoGo, 'medium')}${goNoGo < today && !decision ? ', past' : ''}`}
    >
      {decision && (
        <p data-testid="go-decided">
          <b>{decision.go ? 'Go' : 'No-go'}</b>, {formatDay(decision.on, 'written')}
          {decision.why && `: ${decision.why}`}.{' '}
          {decision.go && <span className={css.soft}>{inTerms('The programme is fixed from then on.')}</span>}
          {!decision.go && (
            <LinkButton look="quiet" href={hrefOf('/rescue', { goal: goal.id })}>
              What can still be done
            </LinkButton>
          )}
        </p>
      )}
      {(!decision || again) && (
        <div className={css.asked}>
          <TextField label="Why" value={why} onChange={setWhy} hint="may stay empty" />
          <p>
            <Button onClick={() => decide(true)}>Go</Button>{' '}
            <Button onClick={() => decide(false)}>No-go</Button>
          </p>
        </div>
      )}
      {decision && !again && (
        <Button look="quiet" onClick={() => decideAgain(true)}>
          Decide again
        </Button>
      )}
    </Section>
  );
}
