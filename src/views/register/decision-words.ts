import type { Decision } from '@/core/register';
import { formatDay, type CalendarDay } from '@/core/time';
import { gateName } from '../shell/words';

const days = (count: number) =>
  count === 0
    ? 'today'
    : count === 1
      ? 'in 1 day'
      : count > 0
        ? `in ${count} days`
        : count === -1
          ? '1 day ago'
          : `${-count} days ago`;

/** The fact, then what is asked. */
export function decisionWords(decision: Decision, today: CalendarDay): string {
  switch (decision.kind) {
    case 'enter':
      return `Entry closes ${days(decision.days)}. ${decision.level}, ${decision.session}, is not entered${decision.open.length > 0 ? `; ${decision.open.join(', ')} not chosen` : ''}.`;
    case 'result':
      return `${decision.level}, ${decision.session}, was on ${formatDay(decision.due, 'medium')}. What came of it?`;
    case 'tell':
      return `Changed after entry, and the office must be told. ${decision.what.join('. ')}.`;
    case 'choose':
      return `${decision.lists.join(', ')} not chosen.`;
    case 'rule':
      return `${decision.title}: ${decision.sentence}`;
    case 'gate':
      return `${decision.letter}: ${gateName(decision.stage)} due ${decision.due === today ? 'today' : formatDay(decision.due, 'medium')}, not heard yet.`;
    case 'minutes':
      return `${formatDay(decision.from, 'short')} to ${formatDay(decision.to, 'short')} needs ${Math.round(decision.demand)} minutes of the ${decision.minutes} available.`;
  }
}
