import { useMemo } from 'react';
import { decisionsOf, type GoalContext } from '@/core/register';
import type { CalendarDay } from '@/core/time';
import { DecisionLine } from '@/ui';
import { decisionWords } from '../../register/decision-words';
import css from '../StudentView.module.css';

/** What of a student's goals waits for a decision. */
export function Waiting({
  goals,
  today,
}: {
  readonly goals: readonly GoalContext[];
  readonly today: CalendarDay;
}) {
  const decisions = useMemo(() => decisionsOf(goals, today), [goals, today]);
  if (decisions.length === 0) return null;
  return (
    <div className={css.waiting} role="group" aria-label="Waiting for a decision">
      {decisions.map((decision, which) => (
        <DecisionLine key={which}>{decisionWords(decision, today)}</DecisionLine>
      ))}
    </div>
  );
}
