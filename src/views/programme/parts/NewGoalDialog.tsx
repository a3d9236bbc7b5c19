import { useState } from 'react';
import { schemeOf } from '@/core/requirements';
import { formatDay } from '@/core/time';
import { addGoal, type ReadyState } from '@/store';
import { Button, Combobox, Dialog, DialogActs, FieldRow, SelectField } from '@/ui';

/** A student, a level, a session and an aim make a goal. */
export function NewGoalDialog({
  ready,
  studentId,
  onMade,
  onClose,
}: {
  readonly ready: ReadyState;
  readonly studentId: string | null;
  readonly onMade: (goalId: string) => void;
  readonly onClose: () => void;
}) {
  const { studio, now } = ready;
  const students = [...studio.students.values()]
    .filter((each) => each.archivedOn === null)
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));
  const [student, setStudent] = useState(studentId ?? students[0]?.id ?? '');
  const instrument = studio.students.get(student)?.instrument.toLowerCase() ?? '';
  const suits = (named: string) =>
    named
      .toLowerCase()
      .split(/[,/]\s*/)
      .some((each) => each === instrument || each === 'any');
  const levels = [...studio.sets.values()]
    .sort(
      (a, b) =>
        Number(suits(b.instrument)) - Number(suits(a.instrument)) || (a.edition.to < b.edition.to ? 1 : -1),
    )
    .flatMap((set) => set.levels.map((level) => ({ set, level, value: `${set.id}/${level.id}` })));
  const [picked, setPicked] = useState<string | null>(null);
  const current = levels.find((each) => each.value === picked) ?? levels[0];
  const sessions = [...(current?.set.sessions ?? [])]
    .filter((each) => each.day >= now.day)
    .sort((a, b) => (a.day < b.day ? -1 : 1));
  const [session, setSession] = useState<string | null>(null);
  const chosen = sessions.find((each) => each.id === session) ?? sessions[0];
  const awards = current ? schemeOf(current.set, current.level).awards : [];
  const [aim, setAim] = useState<string | null>(null);
  const award = awards.find((each) => each.id === aim) ?? awards[0];
  const complete = current && chosen && award && student !== '';
  return (
    <Dialog title="Set a goal" onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (!complete) return;
          void addGoal(
            {
              studentId: student,
              setId: current.set.id,
              levelId: current.level.id,
              sessionId: chosen.id,
              aimAwardId: award.id,
            },
            now.day,
          ).then(onMade);
        }}
      >
        <SelectField
          label="Student"
          value={student}
          options={students.map((each) => ({ value: each.id, label: each.name }))}
          onChange={setStudent}
        />
        <Combobox
          label="Level"
          value={current?.value ?? ''}
          options={levels.map(({ set, level, value }) => ({
            value,
            label: `${set.name}, ${set.instrument} ${set.edition.name}, ${level.name}`,
          }))}
          onChange={setPicked}
        />
        <FieldRow>
          <SelectField
            label="Session"
            value={chosen?.id ?? ''}
            options={sessions.map((each) => ({
              value: each.id,
              label: `${each.name}, ${formatDay(each.day, 'written')}`,
            }))}
            error={sessions.length === 0 ? 'No session ahead. Add one in the library.' : undefined}
            onChange={setSession}
          />
          <SelectField
            label="Aim"
            value={award?.id ?? ''}
            options={awards.map((each) => ({ value: each.id, label: `${each.name}, ${each.total}` }))}
            onChange={setAim}
          />
        </FieldRow>
        <DialogActs>
          <Button type="submit" look="do" disabled={!complete}>
            Set the goal
          </Button>
        </DialogActs>
      </form>
    </Dialog>
  );
}
