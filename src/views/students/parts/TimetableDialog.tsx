import equal from 'fast-deep-equal';
import { useState } from 'react';
import type { Studio } from '@/core/files';
import { lessonNames, slotClashes, withTimetable, type Timetable } from '@/core/register';
import type { Student } from '@/core/students';
import {
  calendarDay,
  formatDay,
  isCalendarDay,
  slotOn,
  type CalendarDay,
  type LessonSlot,
} from '@/core/time';
import { Button, Dialog, DialogActs, FieldRow, Table, TextField } from '@/ui';
import { useDraft } from '../../shell/use-draft';
import { slotDraft, slotErrors, slotOf, type SlotDraft } from './slot-draft';
import { SlotCells } from './SlotFields';
import css from './TimetableDialog.module.css';

/** Clashes told at once. */
const MOST_TOLD = 6;

/** A line of the timetable: one student, or the two who share a lesson. */
interface Line {
  readonly students: readonly Student[];
  readonly slot: LessonSlot;
}

const keyOf = ({ students }: Line): string => students.map(({ id }) => id).join('+');

/** What is typed as a timetable; null while some of it is not right. */
function timetableOf(drafts: ReadonlyMap<Line, SlotDraft>, from: string, until: string): Timetable | null {
  if (!isCalendarDay(from) || (until !== '' && !(isCalendarDay(until) && until >= from))) return null;
  const slots = new Map<string, LessonSlot>();
  for (const [line, draft] of drafts) {
    const slot = slotOf(draft);
    if (!slot) return null;
    if (!equal(slot, line.slot)) for (const { id } of line.students) slots.set(id, slot);
  }
  return { slots, from, until: until === '' ? null : calendarDay(until) };
}

function clashesOf({ students }: Studio, timetable: Timetable): ReturnType<typeof slotClashes> {
  const changed = new Map(
    withTimetable(students.values(), timetable).map((student) => [student.id, student]),
  );
  return slotClashes(
    [...students.values()].map((student) => changed.get(student.id) ?? student),
    timetable.from,
  );
}

/** When everyone has lessons, from a day on or for a term, typed in one table. */
export function TimetableDialog({
  studio,
  today,
  onSave,
  onClose,
}: {
  readonly studio: Studio;
  readonly today: CalendarDay;
  readonly onSave: (timetable: Timetable) => void;
  readonly onClose: () => void;
}) {
  const [lines] = useState(() => linesOf(studio, today));
  const form = useDraft('timetable', 'Timetable', null);
  /** What is typed of a line, by the ids of its students. */
  const [typed, setTyped] = form.field<Readonly<Record<string, SlotDraft>>>('lines', {});
  const drafts = new Map(
    lines.flatMap((line) => {
      const draft = typed[keyOf(line)];
      return draft ? [[line, draft] as const] : [];
    }),
  );
  const [from, setFrom] = form.field<string>('from', today);
  const [until, setUntil] = form.field('until', '');
  const [tried, setTried] = useState(false);
  const setLine = (line: Line, draft: SlotDraft) => {
    const others = Object.entries(typed).filter(([key]) => key !== keyOf(line));
    const isAsItWas = equal(draft, slotDraft(line.slot, today));
    setTyped(Object.fromEntries(isAsItWas ? others : [...others, [keyOf(line), draft]]));
  };
  const draftOf = (line: Line) => drafts.get(line) ?? slotDraft(line.slot, today);
  const errors = {
    from: isCalendarDay(from) ? undefined : 'A day.',
    until:
      until === '' || (isCalendarDay(until) && until >= from)
        ? undefined
        : 'Empty, or a day after the first.',
  };
  const timetable = timetableOf(drafts, from, until);
  const clashes = timetable ? clashesOf(studio, timetable) : [];
  const bad = lines.filter((line) =>
    Object.values(slotErrors(draftOf(line))).some((each) => each !== undefined),
  );
  const count = timetable?.slots.size ?? 0;
  return (
    <Dialog {...form.dialog} title="Timetable" onClose={onClose} wide>
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          setTried(true);
          if (!timetable || timetable.slots.size === 0) return;
          form.drop();
          onSave(timetable);
        }}
      >
        <FieldRow>
          <TextField
            required
            first
            label="From"
            type="date"
            value={from}
            onChange={setFrom}
            error={tried ? errors.from : undefined}
            hint="lessons before it stay as they were"
          />
          <TextField
            label="Until"
            type="date"
            value={until}
            onChange={setUntil}
            error={tried ? errors.until : undefined}
            hint="the last day of a term, after which the lessons are as before; empty: for good"
          />
        </FieldRow>
        <Table
          label="Everyone’s lessons"
          head={['Student', 'How often', 'Day', 'Start', 'Minutes', 'One lesson is on']}
          tight
        >
          {lines.map((line) => {
            const names = line.students.map(({ name }) => name).join(' and ');
            return (
              <tr key={names}>
                <th scope="row" className={css.name}>
                  {names}
                </th>
                <SlotCells
                  of={names}
                  draft={draftOf(line)}
                  errors={tried ? slotErrors(draftOf(line)) : {}}
                  onChange={(draft) => setLine(line, draft)}
                />
              </tr>
            );
          })}
        </Table>
        {tried && bad.length > 0 && (
          <p className={css.bad} role="alert">
            To fix: {bad.map(({ students }) => lessonNames({ students })).join(', ')}.
          </p>
        )}
        {clashes.length > 0 && (
          <p className={css.bad} role="status">
            At the same time:{' '}
            {clashes
              .slice(0, MOST_TOLD)
              .map(
                ({ day, one, other }) =>
                  `${lessonNames(one)} and ${lessonNames(other)} on ${formatDay(day, 'medium')} at ${other.start}`,
              )
              .join('; ')}
            {clashes.length > MOST_TOLD && `; and ${clashes.length - MOST_TOLD} more`}.
          </p>
        )}
        <DialogActs>
          <Button type="submit" look="do" disabled={timetable !== null && count === 0}>
            {count === 0
              ? 'Save the timetable'
              : `Save the lessons of ${count === 1 ? 'one student' : `${count} students`}`}
          </Button>
        </DialogActs>
      </form>
    </Dialog>
  );
}

/** Everyone by the day and the time of the lesson, those without one last. */
function linesOf(studio: Studio, today: CalendarDay): Line[] {
  const active = [...studio.students.values()].filter(({ archivedOn }) => archivedOn === null);
  const lines = active.flatMap((student): Line[] => {
    const slot = slotOn(student, today);
    const partner = active.find(
      ({ id, sharesWith }) => id === student.sharesWith && sharesWith === student.id,
    );
    if (!partner || !equal(slotOn(partner, today), slot)) return [{ students: [student], slot }];
    return student.id < partner.id ? [{ students: [student, partner], slot }] : [];
  });
  const key = ({ slot, students }: Line) =>
    `${slot.kind === 'none' ? '9' : `${slot.weekday} ${slot.start}`} ${students[0]?.name ?? ''}`;
  return lines.sort((a, b) => key(a).localeCompare(key(b), 'en'));
}
