import { useMemo, useState } from 'react';
import { formatDay, formatWeekday, slotOn, WEEKDAYS, type Weekday } from '@/core/time';
import { whoPlays } from '@/core/students';
import { archiveStudent, type ReadyState } from '@/store';
import { Button, Empty, LinkButton, Roving, SelectField, TextField } from '@/ui';
import { PageLine } from '../shell/PageLine';
import { hrefOf, queryOf } from '../shell/addresses';
import { StudioPage } from '../shell/StudioPage';
import { slotWords, weeksWords } from '../shell/words';
import { ANYONE, instrumentsOf, STANDS, studentRows, type Stand, type StudentRow } from './students-model';
import { useStudentForms } from './use-student-forms';
import css from './StudentsView.module.css';

export const StudentsView = () => <StudioPage>{(ready) => <Students ready={ready} />}</StudioPage>;

/** Everyone in the studio: found by words, instrument, weekday and what they are preparing. */
function Students({ ready }: { readonly ready: ReadyState }) {
  const { studio, now } = ready;
  const [wanted, want] = useState(ANYONE);
  const rows = useMemo(() => studentRows(studio, wanted, now.day), [studio, wanted, now.day]);
  const { ask, archive, forms } = useStudentForms(ready, queryOf('ask'));
  const all = [...studio.students.values()];
  const active = all.filter(({ archivedOn }) => archivedOn === null).length;
  const instruments = useMemo(() => instrumentsOf(studio), [studio]);
  return (
    <>
      <PageLine
        title="Students"
        sub={`${active} in the studio${all.length > active ? `, ${all.length - active} archived` : ''}`}
        end={
          <>
            <Button look="do" onClick={() => ask({ what: 'add' })}>
              Add a student
            </Button>
            <Button onClick={() => ask({ what: 'paste' })}>Paste a table</Button>
            {active > 0 && <Button onClick={() => ask({ what: 'timetable' })}>Timetable</Button>}
            {active > 0 && (
              <LinkButton look="quiet" href="/reports">
                Family reports
              </LinkButton>
            )}
          </>
        }
      />
      {all.length === 0 ? (
        <Empty title="No students yet">
          <p>Add the first student, or paste a table of them.</p>
        </Empty>
      ) : (
        <>
          <div className={css.filters}>
            <TextField
              label="Find"
              type="search"
              value={wanted.words}
              placeholder="name or instrument"
              onChange={(words) => want({ ...wanted, words })}
            />
            <SelectField
              label="Plays"
              value={wanted.instrument}
              options={[
                { value: '', label: 'anything' },
                ...instruments.map((value) => ({ value, label: value })),
              ]}
              onChange={(instrument) => want({ ...wanted, instrument })}
            />
            <SelectField
              label="Lesson on"
              value={String(wanted.weekday)}
              options={[
                { value: '', label: 'any day' },
                ...WEEKDAYS.map((day) => ({ value: String(day), label: formatWeekday(day) })),
              ]}
              onChange={(day) => want({ ...wanted, weekday: day === '' ? '' : (Number(day) as Weekday) })}
            />
            <SelectField
              label="Show"
              value={wanted.stand}
              options={STANDS.map((value) => ({ value, label: value }))}
              onChange={(stand) => want({ ...wanted, stand: stand as Stand })}
            />
            <p className={css.count} role="status">
              {rows.length} of {wanted.stand === 'archived' ? all.length - active : active}
            </p>
          </div>
          {rows.length === 0 && <p className={css.none}>No student matches.</p>}
          <Roving lanes="li">
            <ul className={css.list}>
              {rows.map((row) => (
                <Line
                  key={row.student.id}
                  row={row}
                  ready={ready}
                  onChange={() => ask({ what: 'change', student: row.student })}
                  onArchive={() => archive(row.student)}
                  onErase={() => ask({ what: 'erase', student: row.student })}
                />
              ))}
            </ul>
          </Roving>
        </>
      )}
      {forms}
    </>
  );
}

function Line({
  row: { student, goal },
  ready: {
    now: { day: today },
  },
  onChange,
  onArchive,
  onErase,
}: {
  readonly row: StudentRow;
  readonly ready: ReadyState;
  readonly onChange: () => void;
  readonly onArchive: () => void;
  readonly onErase: () => void;
}) {
  return (
    <li className={css.row}>
      <a className={css.name} href={hrefOf('/student', { student: student.id })}>
        {student.name}
      </a>
      <span>{whoPlays(student, today)}</span>
      <span className={css.soft}>
        {student.archivedOn === null
          ? slotWords(slotOn(student, today))
          : `archived ${formatDay(student.archivedOn, 'written')}`}
      </span>
      <span className={css.soft}>
        {goal
          ? `${goal.set.name} ${goal.level.name}, ${weeksWords(today, goal.session.day)}${goal.goal.enteredOn === null ? ', not entered' : ', entered'}`
          : 'no goal'}
      </span>
      <span className={css.acts}>
        <Button look="quiet" label={`Change ${student.name}`} onClick={onChange}>
          Change
        </Button>
        {student.archivedOn === null ? (
          <Button look="quiet" label={`Archive ${student.name}`} onClick={onArchive}>
            Archive
          </Button>
        ) : (
          <>
            <Button
              look="quiet"
              label={`Bring back ${student.name}`}
              onClick={() => void archiveStudent(student.id, null)}
            >
              Bring back
            </Button>
            <Button look="quiet" label={`Erase ${student.name}`} onClick={onErase}>
              Erase
            </Button>
          </>
        )}
      </span>
    </li>
  );
}
