import { formatCalendar, type CalendarEvent } from '@/core/files';
import type { Plan } from '@/core/plan';
import type { GoalContext } from '@/core/register';
import type { Student } from '@/core/students';
import { lessonDays, slotOn, type CalendarDay, type Closure } from '@/core/time';
import { fileName, saveFile } from '../shell/save-file';
import { PERFORMING_NAME } from '../shell/performing-words';
import { gateName } from '../shell/words';

/** The sessions with their dates of entry and recording and the day of go or no-go, the lessons to come, the gates ahead. */
export function calendarEvents(
  student: Student,
  contexts: readonly GoalContext[],
  plan: Plan,
  today: CalendarDay,
  closures: readonly Closure[],
): CalendarEvent[] {
  const last = plan.weeks.at(-1);
  const event = (
    uid: string,
    title: string,
    day: CalendarDay,
    rest: Partial<CalendarEvent> = {},
  ): CalendarEvent => ({
    uid: `${uid}.formal-stave`,
    title,
    day,
    at: null,
    place: '',
    note: '',
    ...rest,
  });
  const datesOf = ({ goal, session, set, level, goNoGo }: GoalContext): CalendarEvent[] => {
    const own = `${set.name} ${level.name}`;
    const sends = session.recordingDue !== null && goal.recordingSentOn === null;
    return [
      event(`session@${goal.id}`, `${student.name}: ${own}, ${session.name}`, session.day, {
        place: session.venue,
      }),
      ...[
        ['closes', `${set.name}: entry closes for the ${session.name}`, session.entryCloses] as const,
        ['recording', `${student.name}: recording due, ${own}`, sends ? session.recordingDue : null] as const,
        ['go', `${student.name}: go or no-go, ${own}`, goNoGo] as const,
      ].flatMap(([uid, title, day]) =>
        day !== null && day >= today ? [event(`${uid}@${goal.id}`, title, day)] : [],
      ),
      ...(goal.plan.toShow ?? []).flatMap(({ name, by }) =>
        by >= today
          ? [
              event(
                `show-${name}@${goal.id}`,
                `${student.name}: ${PERFORMING_NAME[name].toLocaleLowerCase('en')}, ${own}`,
                by,
              ),
            ]
          : [],
      ),
    ];
  };
  return [
    ...contexts.filter(({ session }) => session.day >= today).flatMap(datesOf),
    ...(!last
      ? []
      : lessonDays(student, today, last.to, closures).map((day) => {
          const slot = slotOn(student, day);
          return event(`lesson-${day}@${student.id}`, `Lesson: ${student.name}`, day, {
            at: slot.kind === 'none' ? null : { start: slot.start, minutes: slot.minutes },
          });
        })),
    ...plan.items.flatMap((item) =>
      item.gates
        .filter((gate) => gate.passedOn === null && gate.day >= today)
        .map((gate) =>
          event(
            `gate-${gate.stage}@${item.id}`,
            `Gate: ${student.name}, ${item.title}, ${gateName(gate.stage)}`,
            gate.day,
          ),
        ),
    ),
  ];
}

export async function saveCalendar(
  student: Student,
  contexts: readonly GoalContext[],
  plan: Plan,
  today: CalendarDay,
  closures: readonly Closure[],
): Promise<void> {
  const events = calendarEvents(student, contexts, plan, today, closures);
  const goals = contexts.map(({ level, session }) => `${level.name} plan ${session.name}`);
  saveFile(
    fileName([student.name, ...goals], 'ics'),
    await formatCalendar(`${student.name}: preparation`, events, today),
    'text/calendar',
  );
}
