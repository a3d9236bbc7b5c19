import { useCallback, useState } from 'react';
import {
  readStudents,
  STUDENT_COLUMNS,
  type BadRow,
  type ColumnMap,
  type DayOrder,
  type OfKnown,
  type PastedTable,
  type StudentColumn,
} from '@/core/files';
import type { Studio } from '@/core/files';
import { INSTRUMENT_FAMILIES, type InstrumentFamily } from '@/core/skills';
import type { Student } from '@/core/students';
import {
  calendarDay,
  formatDay,
  isCalendarDay,
  slotOn,
  type CalendarDay,
  type LessonSlot,
} from '@/core/time';
import { nameFamily, newId, takeStudents } from '@/store';
import { Button, Dialog, DialogActs, FieldRow, SelectField, Table, TextField } from '@/ui';
import { PasteTable } from '../../shell/PasteTable';
import { useDraft } from '../../shell/use-draft';

const KNOWN: readonly { readonly value: OfKnown; readonly label: string }[] = [
  { value: 'stays out', label: 'stays out' },
  { value: 'is added to the student', label: 'is added to the student: levels, lessons, notes' },
  { value: 'is another student', label: 'is another student' },
];
const lessonStart = (slot: LessonSlot) => (slot.kind === 'none' ? 'no lesson' : slot.start);
const cameIn = (came: number, changed: number) =>
  [
    ...(came > 0 || changed === 0 ? [`${came} students came in`] : []),
    ...(changed > 0 ? [`${changed} already here were updated`] : []),
  ].join(', ');

/** A table of students: what it leaves open is asked once, and the rows that stay out are listed at the end. */
export function PasteStudentsDialog({
  studio,
  today,
  onClose,
}: {
  readonly studio: Studio;
  readonly today: CalendarDay;
  readonly onClose: () => void;
}) {
  const form = useDraft<null>('paste/students', 'Paste students', null);
  const [dayOrder, setDayOrder] = useState<DayOrder | null>(null);
  const [known, setKnown] = useState<OfKnown>('stays out');
  const [from, setFrom] = useState<string>(today);
  const [until, setUntil] = useState('');
  const [families, setFamilies] = useState<Readonly<Record<string, InstrumentFamily>>>({});
  const [done, setDone] = useState<{
    readonly came: number;
    readonly changed: number;
    readonly left: readonly BadRow[];
  } | null>(null);
  const read = useCallback(
    (table: PastedTable, map: ColumnMap<StudentColumn>) => {
      const { students, changed, bad, asksDayOrder, asksKnown, asksTerm, asksFamily } = readStudents(
        table,
        map,
        newId,
        {
          today,
          students: studio.students.values(),
          sets: studio.sets.values(),
          families: studio.settings.instrumentFamilies ?? {},
          dayOrder,
          known,
          term: {
            from: isCalendarDay(from) ? from : today,
            until: isCalendarDay(until) ? calendarDay(until) : null,
          },
        },
      );
      return {
        items: [...students, ...changed],
        bad,
        questions: (
          <>
            {asksDayOrder && (
              <SelectField
                label="Days such as 3/4/2014"
                value={dayOrder ?? ''}
                options={[
                  { value: '', label: 'which comes first?' },
                  { value: 'day first', label: 'the day first: 3 April' },
                  { value: 'month first', label: 'the month first: March 4' },
                ]}
                onChange={(value) => setDayOrder(value === '' ? null : (value as DayOrder))}
              />
            )}
            {asksFamily.map((instrument) => (
              <SelectField
                key={instrument}
                label={`${instrument}: which family of instruments?`}
                value={families[instrument] ?? ''}
                options={[
                  { value: '', label: 'not said' },
                  ...INSTRUMENT_FAMILIES.map((value) => ({ value, label: value })),
                ]}
                onChange={(value) => setFamilies({ ...families, [instrument]: value as InstrumentFamily })}
              />
            ))}
            {(asksKnown || known !== 'stays out') && (
              <SelectField
                label="A row with the name and instrument of a student already in the studio"
                value={known}
                options={KNOWN}
                onChange={(value) => setKnown(value as OfKnown)}
              />
            )}
            {asksTerm && (
              <FieldRow>
                <TextField
                  label="Their lessons hold from"
                  type="date"
                  value={from}
                  onChange={setFrom}
                  error={isCalendarDay(from) ? undefined : `Read as today, ${formatDay(today, 'written')}.`}
                />
                <TextField
                  label="Until"
                  type="date"
                  value={until}
                  onChange={setUntil}
                  hint="the last day of a term; empty: for good"
                />
              </FieldRow>
            )}
          </>
        ),
      };
    },
    [studio, today, dayOrder, known, from, until, families],
  );
  if (done)
    return (
      <Dialog title={cameIn(done.came, done.changed)} onClose={onClose} typed={false} wide>
        {done.left.length === 0 ? (
          <p>Every row was imported.</p>
        ) : (
          <>
            <p>{done.left.length === 1 ? 'One row' : `${done.left.length} rows`} stayed out:</p>
            <Table label="Rows not imported" head={['Line', 'Row', 'Why']} tight>
              {done.left.map(({ line, cells, why }) => (
                <tr key={line}>
                  <th scope="row">{line}</th>
                  <td>{cells.filter((each) => each !== '').join(', ')}</td>
                  <td>{why}</td>
                </tr>
              ))}
            </Table>
          </>
        )}
        <DialogActs>
          <Button look="do" onClick={onClose}>
            Done
          </Button>
        </DialogActs>
      </Dialog>
    );
  return (
    <Dialog {...form.dialog} title="Paste students" onClose={onClose} wide>
      <PasteTable<StudentColumn, Student>
        form={form}
        fields={STUDENT_COLUMNS}
        read={read}
        itemWord="student"
        preview={(student) => [
          student.name,
          student.instrument,
          student.birthDate === null ? 'birth date not known' : formatDay(student.birthDate, 'written'),
          lessonStart(slotOn(student, isCalendarDay(from) ? from : today)),
          student.levelsHeld.map(({ family, levelName }) => `${family}, ${levelName}`).join('; '),
        ]}
        onTake={(students, left) => {
          void takeStudents(students).then(async () => {
            for (const [instrument, family] of Object.entries(families))
              if (students.some((each) => each.instrument === instrument))
                await nameFamily(instrument, family);
          });
          const changed = students.filter(({ id }) => studio.students.has(id)).length;
          // Where every row came in as a new student the list says it all.
          if (changed === 0 && left.length === 0) onClose();
          else setDone({ came: students.length - changed, changed, left });
        }}
      />
    </Dialog>
  );
}
