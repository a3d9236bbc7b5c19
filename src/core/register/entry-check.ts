import { explainRule, openSlots, opensTo } from '../requirements';
import { formatDay } from '../time';
import type { GoalContext } from './goal-context';

/** What is not in order with an entry made today, each in a sentence; empty where it can be made as it stands. */
export function entryFaults({
  entry,
  level,
  set,
  session,
  student,
  verdicts,
}: Pick<GoalContext, 'entry' | 'level' | 'set' | 'session' | 'student' | 'verdicts'>): string[] {
  const { today } = entry;
  const { entryOpens, entryCloses, late } = session;
  const faults: string[] = [];
  if (!opensTo(set, level, student.instrument))
    faults.push(
      `${level.name} is for ${level.instruments.join(', ') || set.instrument}, and ${student.name} plays ${student.instrument}.`,
    );
  if (session.day < today) faults.push(`The session was on ${formatDay(session.day, 'written')}.`);
  else if (entryOpens !== null && today < entryOpens)
    faults.push(`Entry opens on ${formatDay(entryOpens, 'written')}.`);
  else if (entryCloses !== null && today > entryCloses)
    faults.push(
      `Entry closed on ${formatDay(entryCloses, 'written')}${
        late && today <= late.until
          ? `; a late entry is taken until ${formatDay(late.until, 'written')}${late.fee === '' ? '' : `, for ${late.fee} more`}`
          : ''
      }.`,
    );
  for (const slot of openSlots(entry))
    if (slot.open > 0)
      faults.push(
        `${level.components.find(({ id }) => id === slot.componentId)?.name ?? ''}: no piece is chosen.`,
      );
  for (const verdict of verdicts) {
    const rule = level.rules.find(({ id }) => id === verdict.ruleId);
    // The closing date is said above, with what a late entry costs.
    if (!rule || verdict.status !== 'unmet' || rule.kind === 'entry closes') continue;
    const { title, sentence } = explainRule(rule, verdict, level);
    faults.push(`${title}: ${sentence}`);
  }
  return faults;
}
