import { entriesOfStudent, type Studio } from '@/core/files';
import type { HandedCard, PracticeEntry } from '@/core/plan';
import type { Goal } from '@/core/programme';
import { practiceParts, preparationOf, weekCard } from '@/core/register';
import { seeded } from '@/core/seeded';
import type { Student } from '@/core/students';
import { addDays, calendarDay, dayOfWeek, daysFrom, lessonDays, slotOn, type CalendarDay } from '@/core/time';

/** Weeks of which nobody has spoken, by their Monday. */
const SILENT: Readonly<Record<string, readonly string[]>> = {
  mirren: ['2026-11-16', '2027-01-04'],
  orla: ['2026-12-28'],
  jonah: ['2026-10-12', '2026-10-19'],
};
/** Of ten days, those on which what is prepared was practised, and not something else. */
const PREPARED: Readonly<Record<string, number>> = { orla: 6, petra: 8, hester: 3.8, jonah: 5, teodor: 3 };
const FROM = calendarDay('2026-09-07');
/** The eve of the week before the demo's day: what was done in that one stands on cards still to be entered. */
const TO = calendarDay('2027-01-12');

/** A past autumn of practice for every student; drawn by a fixed seed, so the same on every machine. */
export function autumnOf(studio: Studio): PracticeEntry[] {
  return [...studio.students.values()].flatMap((student, at) =>
    student.id === 'ensemble' ? [] : practiceOf(studio, student, seeded(at * 7_919 + 11)),
  );
}

function practiceOf(studio: Studio, student: Student, random: () => number): PracticeEntry[] {
  const goals = [...studio.goals.values()].filter(({ studentId }) => studentId === student.id);
  const parts = practiceParts(studio, student.id);
  const begun = new Map(
    entriesOfStudent(studio, student.id).map(({ pieceId, steps }) => [pieceId, steps[0]?.day]),
  );
  const lessons = new Set(lessonDays(student, FROM, addDays(TO, 7), [...studio.closures.values()]));
  let turn = 0;
  return daysFrom(FROM, TO).flatMap((day): PracticeEntry[] => {
    const monday = addDays(day, -dayOfWeek(day));
    const isSilent = SILENT[student.id]?.includes(monday) === true;
    // One of them practises only before the lesson.
    const isOn = student.id === 'callum' ? lessons.has(addDays(day, 1)) : random() < 0.75;
    const there = student.minutesByWeekday[dayOfWeek(day)] ?? 0;
    const minutes = Math.round((there * (0.6 + random() * 0.5)) / 5) * 5;
    const figures = { clean: Math.floor(random() * 4), mark: 5 + Math.floor(random() * 5) };
    const isPrepared = random() * 10 < (PREPARED[student.id] ?? 6);
    if (isSilent || !isOn || minutes === 0) return [];
    // Who prepares something practised that; the others what was begun by then.
    const open = parts.filter(({ goalId, pieceId }) =>
      goals.length > 0
        ? goalId !== null && startOf(goals, goalId) <= day
        : begun.has(pieceId ?? '') && (begun.get(pieceId ?? '') ?? day) <= day,
    );
    const part = isPrepared ? open[(turn += 1) % Math.max(1, open.length)] : undefined;
    return [
      {
        id: `autumn-${student.id}-${day}`,
        studentId: student.id,
        goalId: part?.goalId ?? null,
        componentId: part?.componentId ?? null,
        pieceId: part?.pieceId ?? null,
        day,
        minutes,
        ...(part && figures),
        ...(student.id === 'mirren' && { support: 'recording' as const }),
        source: 'lesson',
      },
    ];
  });
}

const startOf = (goals: readonly Goal[], goalId: string | null): CalendarDay =>
  goals.find(({ id }) => id === goalId)?.plan.startedOn ?? FROM;

/** The card each student with something to practise was given in the last lesson: none of them is entered yet. */
export function lastCards(studio: Studio): HandedCard[] {
  return [...studio.students.values()].flatMap((student): HandedCard[] => {
    const slot = slotOn(student, TO);
    if (slot.kind === 'none') return [];
    const from = addDays(TO, ((slot.weekday - dayOfWeek(TO) + 6) % 7) + 1);
    const { whole } = preparationOf(studio, student, from);
    const card = whole && weekCard(studio, student.id, whole, 0);
    if (!card) return [];
    const { to, lines } = card;
    return [{ id: `card-${student.id}`, studentId: student.id, from, to, handedOn: from, lines }];
  });
}
