import { formatCalendar, type CalendarEvent } from '@/core/files';
import type { Plan } from '@/core/plan';
import type { GoalContext } from '@/core/register';
import { lessonDays, slotOn, type CalendarDay, type Closure } from '@/core/time';
import { fileName, saveFile } from '../shell/save-file';
import { gateName } from '../shell/words';

/** The session, its closing of entry, the lessons to come and the gates ahead. */
export function calendarEvents(
  context: GoalContext,
  plan: Plan,
  today: CalendarDay,
  closures: readonly Closure[],
): CalendarEvent[] {
  const { goal, student, session, set, level } = context;
  const last = plan.weeks.at(-1);
  const event = (
    uid: string,
    title: string,
    day: CalendarDay,
    rest: Partial<CalendarEvent> = {},
  ): CalendarEvent => ({
    uid: `${uid}@${goal.id}.formal-stave`,
    title,
    day,
    at: null,
    place: '',
    note: '',
    ...rest,
  });
  return [
    event('session', `${student.name}: ${set.name} ${level.name}, ${session.name}`, session.day, {
      place: session.venue,
    }),
    ...(session.entryCloses !== null && session.entryCloses >= today
      ? [event('closes', `${set.name}: entry closes for the ${session.name}`, session.entryCloses)]
      : []),
    ...(!last
      ? []
      : lessonDays(student, today, last.to, closures).map((day) => {
          const slot = slotOn(student, day);
          return event(`lesson-${day}`, `Lesson: ${student.name}`, day, {
            at: slot.kind === 'none' ? null : { start: slot.start, minutes: slot.minutes },
          });
        })),
    ...plan.items.flatMap((item) =>
      item.gates
        .filter((gate) => gate.passedOn === null && gate.day >= today)
        .map((gate) =>
          event(
            `gate-${item.componentId}-${gate.stage}`,
            `Gate: ${student.name}, ${item.title}, ${gateName(gate.stage)}`,
            gate.day,
          ),
        ),
    ),
  ];
}

export async function saveCalendar(
  context: GoalContext,
  plan: Plan,
  today: CalendarDay,
  closures: readonly Closure[],
): Promise<void> {
  const text = await formatCalendar(
    `${context.student.name}, ${context.level.name}`,
    calendarEvents(context, plan, today, closures),
    today,
  );
  saveFile(
    fileName([context.student.name, context.level.name, 'plan', context.session.name], 'ics'),
    text,
    'text/calendar',
  );
}
