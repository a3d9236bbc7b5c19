import { useCallback, useState } from 'react';
import {
  readStudents,
  STUDENT_COLUMNS,
  type BadRow,
  type ColumnMap,
  type DayOrder,
  type PastedTable,
  type StudentColumn,
} from '@/core/files';
import type { Studio } from '@/core/register';
import { INSTRUMENT_FAMILIES, type InstrumentFamily } from '@/core/skills';
import type { Student } from '@/core/students';
import { formatDay, type CalendarDay } from '@/core/time';
import { addStudents, nameFamily, newId } from '@/store';
import { Button, CheckField, Dialog, DialogActs, SelectField, Table } from '@/ui';
import { PasteTable } from '../../shell/PasteTable';

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
  const [dayOrder, setDayOrder] = useState<DayOrder | null>(null);
  const [namesakes, setNamesakes] = useState(false);
  const [families, setFamilies] = useState<Readonly<Record<string, InstrumentFamily>>>({});
  const [done, setDone] = useState<{ readonly count: number; readonly left: readonly BadRow[] } | null>(null);
  const read = useCallback(
    (table: PastedTable, map: ColumnMap<StudentColumn>) => {
      const { students, bad, asksDayOrder, asksFamily } = readStudents(table, map, newId, {
        today,
        students: studio.students.values(),
        sets: studio.sets.values(),
        families: studio.settings.instrumentFamilies ?? {},
        dayOrder,
        namesakes,
      });
      const isThere = bad.some(({ why }) => why.endsWith('already') || why.endsWith('as well'));
      return {
        items: students,
        bad,
        questions: (
          <>
            {asksDayOrder && (
              <SelectField
                label="Birth dates such as 3/4/2014"
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
            {(isThere || namesakes) && (
              <CheckField
                label="Take students of the same name and instrument all the same"
                checked={namesakes}
                onChange={setNamesakes}
              />
            )}
          </>
        ),
      };
    },
    [studio, today, dayOrder, namesakes, families],
  );
  if (done)
    return (
      <Dialog title={`${done.count} students came in`} onClose={onClose} typed={false} wide>
        {done.left.length === 0 ? (
          <p>No row stayed out.</p>
        ) : (
          <>
            <p>{done.left.length === 1 ? 'One row' : `${done.left.length} rows`} stayed out:</p>
            <Table label="Rows that stayed out" head={['Line', 'Row', 'Why']} tight>
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
    <Dialog title="Paste students" onClose={onClose} wide>
      <PasteTable<StudentColumn, Student>
        fields={STUDENT_COLUMNS}
        read={read}
        itemWords="students"
        preview={(student) => [
          student.name,
          student.instrument,
          student.birthDate === null ? 'birth date not known' : formatDay(student.birthDate, 'written'),
          student.slot.kind === 'none' ? 'no lesson' : student.slot.start,
          student.levelsHeld.map(({ family, levelName }) => `${family}, ${levelName}`).join('; '),
        ]}
        onTake={(students, left) => {
          void addStudents(students).then(async () => {
            for (const [instrument, family] of Object.entries(families))
              if (students.some((each) => each.instrument === instrument))
                await nameFamily(instrument, family);
          });
          setDone({ count: students.length, left });
        }}
      />
    </Dialog>
  );
}
