import { lazy, Suspense, useState, type RefObject } from 'react';
import { goalContext, goalNames, type Decision, type GoalContext } from '@/core/register';
import { chooseSession, enterGoal, setGate, tellOffice, type ReadyState } from '@/store';
import { Roving } from '@/ui';
import { useEntering } from '../../shell/use-entering';
import { DecisionItem } from './DecisionItem';

const EndGoal = lazy(() => import('../../shell/EndGoal').then((part) => ({ default: part.EndGoal })));

/** Decisions in their order, each carried out at once, or after what it asks was answered. */
export function DecisionList({
  ready,
  decisions,
  list,
}: {
  readonly ready: ReadyState;
  readonly decisions: readonly Decision[];
  readonly list: RefObject<HTMLUListElement | null>;
}) {
  const { studio, now } = ready;
  const entering = useEntering(ready);
  const [ending, setEnding] = useState<GoalContext | null>(null);
  return (
    <>
      <Roving>
        <ul ref={list}>
          {decisions.map((decision, at) => {
            const goal = studio.goals.get(decision.goalId);
            const names = goal && goalNames(studio, goal);
            return names ? (
              <DecisionItem
                key={at}
                decision={decision}
                names={names}
                today={now.day}
                onEnter={() =>
                  entering.enter(names.goal, (history) => void enterGoal(decision.goalId, now.day, history))
                }
                onTold={() => void tellOffice(decision.goalId)}
                onResult={() => setEnding(goalContext(studio, names.goal, now.day) ?? null)}
                onHold={(sessionId) => void chooseSession(decision.goalId, sessionId)}
                onGate={({ goalId, stage, ...gate }, change) => void setGate(goalId, gate, stage, change)}
              />
            ) : null;
          })}
        </ul>
      </Roving>
      {entering.asking}
      {ending && (
        <Suspense fallback={null}>
          <EndGoal context={ending} today={now.day} onClose={() => setEnding(null)} />
        </Suspense>
      )}
    </>
  );
}
