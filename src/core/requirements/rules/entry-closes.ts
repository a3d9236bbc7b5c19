import { byDay, dayAhead, daysLeft, shortDay } from './by-day';
import { ruleModule } from './rule-module';

export interface EntryCloses {
  readonly id: string;
  readonly kind: 'entry closes';
}

export const entryCloses = ruleModule<EntryCloses>()({
  name: 'Entered before entry closes',
  about: 'student',
  title: () => 'Entered before entry closes',
  check: (_, { session, enteredOn: entered, today }) => {
    const closes = session?.entryCloses ?? null;
    return {
      status: byDay(closes, entered, today),
      evidence: { kind: 'closing' as const, closes, entered, daysLeft: daysLeft(closes, today) },
    };
  },
  sentence: (_, { evidence: { closes, entered, daysLeft: days } }) => {
    if (closes === null || days === null) return 'No closing date known.';
    if (entered !== null) return `Entered ${shortDay(entered)}; entry closes ${shortDay(closes)}.`;
    return days < 0
      ? `Not entered; entry closed ${shortDay(closes)}.`
      : `Not entered; closes ${dayAhead(closes, days)}.`;
  },
  fields: {},
});
