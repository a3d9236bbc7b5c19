import type { GoalEvent } from '@/core/programme';
import type { GoalContext } from '@/core/register';
import { findSession } from '@/core/requirements';
import { formatDay } from '@/core/time';
import { Button } from '@/ui';

/** What happened to the goal, oldest first; what the office has not been told of can be told. */
export function GoalHistory({
  context: { goal, set },
  onTold,
}: {
  readonly context: Pick<GoalContext, 'goal' | 'set'>;
  readonly onTold: () => void;
}) {
  const events = goal.history ?? [];
  const isOpen = events.some((event) => event.kind === 'changed after entry' && event.toldOn === null);
  const words = (event: GoalEvent): string => {
    switch (event.kind) {
      case 'deferred':
        return `deferred from ${findSession(set, event.fromSessionId)?.name ?? 'a deleted session'}${event.enteredOn ? `, where it was entered on ${formatDay(event.enteredOn, 'written')}` : ''}`;
      case 'set all the same':
        return `set anyway: ${event.why}`;
      case 'entered all the same':
        return `entered anyway: ${event.why} (${event.open.join(' ')})`;
      case 'decided':
        return `decided ${event.go ? 'to go' : 'not to go'}${event.why ? `: ${event.why}` : ''}`;
      case 'rescued':
        return `${event.what}${event.why ? `: ${event.why}` : ''}`;
      case 'changed after entry':
        return `changed after entry, ${event.what}; ${event.toldOn ? `the office was told on ${formatDay(event.toldOn, 'written')}` : 'the office must be told'}`;
    }
  };
  return (
    <>
      {events.length > 0 && (
        <ul aria-label="What happened to this goal">
          {events.map((event, at) => (
            <li key={at}>
              {formatDay(event.on, 'written')}: {words(event)}.
            </li>
          ))}
        </ul>
      )}
      {isOpen && <Button onClick={onTold}>The office was told</Button>}
    </>
  );
}
