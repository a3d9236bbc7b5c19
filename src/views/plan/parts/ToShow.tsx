import type { Studio } from '@/core/files';
import { performingOfGoal, type GoalContext } from '@/core/register';
import { formatDay } from '@/core/time';
import { PERFORMING_NAME } from '../../shell/performing-words';

/** What of performing is still to be shown, with its days; nothing where all is met. */
export function ToShow({ studio, context }: { readonly studio: Studio; readonly context: GoalContext }) {
  const met = new Set(
    performingOfGoal(studio, context).flatMap(({ name, done, of }) => (done === of ? [name] : [])),
  );
  const open = (context.goal.plan.toShow ?? []).filter(({ name }) => !met.has(name));
  if (open.length === 0) return null;
  return (
    <li>
      To be shown before {formatDay(context.session.day, 'short')}:{' '}
      {open
        .map(
          ({ name, by }) => `${PERFORMING_NAME[name].toLocaleLowerCase('en')} by ${formatDay(by, 'short')}`,
        )
        .join('; ')}
      .
    </li>
  );
}
