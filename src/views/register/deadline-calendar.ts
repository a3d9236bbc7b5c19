import { formatCalendar, type CalendarEvent } from '@/core/files';
import { deadlineWords, type Deadline } from '@/core/register';
import type { CalendarDay } from '@/core/time';
import { fileName, saveFile } from '../shell/save-file';

/** The deadlines as whole-day events, each with who is entered and who is not, and what an entry costs. */
const deadlineEvents = (deadlines: readonly Deadline[]): CalendarEvent[] =>
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

/** The deadlines as a calendar file. */
export async function saveDeadlines(deadlines: readonly Deadline[], today: CalendarDay): Promise<void> {
  const text = await formatCalendar('Deadlines', deadlineEvents(deadlines), today);
  saveFile(fileName(['Deadlines', today], 'ics'), text, 'text/calendar');
}
