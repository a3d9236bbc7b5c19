import type { GoalContext } from '@/core/register';
import type { CalendarDay } from '@/core/time';
import { chooseSession, endGoal } from '@/store';
import { EndGoalDialog } from './EndGoalDialog';

/** Asks how a goal ended, and keeps the answer. */
export const EndGoal = ({
  context,
  today,
  onClose,
}: {
  readonly context: GoalContext;
  readonly today: CalendarDay;
  readonly onClose: () => void;
}) => (
  <EndGoalDialog
    context={context}
    today={today}
    onEnd={(ended, result) => {
      void endGoal(context.goal.id, ended, result);
      onClose();
    }}
    onDefer={(sessionId) => {
      void chooseSession(context.goal.id, sessionId);
      onClose();
    }}
    onClose={onClose}
  />
);
