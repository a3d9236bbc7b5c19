import type { PlanRefusal } from '@/core/plan';
import type { GoalContext } from '@/core/register';
import { formatDay } from '@/core/time';

export function refusalWords(why: PlanRefusal, context: GoalContext): string {
  switch (why.kind) {
    case 'session past':
      return `The session was on ${formatDay(context.session.day, 'written')}. Pick a later one, or close the goal.`;
    case 'nothing to prepare':
      return 'Nothing is chosen yet.';
    case 'no split': {
      const letter = context.level.components.find((each) => each.id === why.componentId)?.letter;
      const span = `${formatDay(why.from, 'short')} to ${formatDay(why.to, 'short')}`;
      return why.why === 'no minutes'
        ? `From ${span} there is work but no practice time at all. Restore a week, or move a gate past it.`
        : `${letter ?? 'A component'}: no way to do its stages in order from ${span}. Move a gate.`;
    }
  }
}
