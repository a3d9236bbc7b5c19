import type { CalendarEvent } from '@/core/files';
import { deadlineWords, type Deadline } from '@/core/register';

/** The deadlines as whole-day events, each with who is entered and who is not, and what an entry costs. */
export const deadlineEvents = (deadlines: readonly Deadline[]): CalendarEvent[] =>
  deadlines.map((deadline) => ({
    uid: `${deadline.kind}-${deadline.setName}-${deadline.sessionName}-${deadline.day}@formal-stave`
      .toLowerCase()
      .replace(/ +/g, '-'),
    title: deadlineWords(deadline),
    day: deadline.day,
    at: null,
    place: deadline.kind === 'session' ? deadline.venue : '',
    note: [
      deadline.fee,
      deadline.entered.length > 0 ? `Entered: ${deadline.entered.join(', ')}` : '',
      deadline.undecided.length > 0 ? `Not entered: ${deadline.undecided.join(', ')}` : '',
    ]
      .filter((line) => line !== '')
      .join('\n'),
  }));
