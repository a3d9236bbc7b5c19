import { opensTo, schemeOf } from '@/core/requirements';
import { formatDay } from '@/core/time';
import { addGoal, type ReadyState } from '@/store';
import { Button, CheckField, Combobox, Dialog, DialogActs, FieldRow, SelectField, TextField } from '@/ui';
import { useDraft } from '../../shell/use-draft';

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
  const form = useDraft(`goal/new/${studentId ?? ''}`, 'Set a goal', null);
  const [student, setStudent] = form.field('student', studentId ?? students[0]?.id ?? '');
  const instrument = studio.students.get(student)?.instrument ?? '';
  const [others, setOthers] = form.field('others', false);
  const [why, setWhy] = form.field('why', '');
  const levels = [...studio.sets.values()]
    .sort((a, b) => (a.edition.to < b.edition.to ? 1 : -1))
    .flatMap((set) =>
      set.levels.map((level) => ({
        set,
        level,
        value: `${set.id}/${level.id}`,
        isOpen: opensTo(set, level, instrument),
      })),
    )
    .filter(({ isOpen }) => isOpen || others);
  const [picked, setPicked] = form.field<string | null>('picked', null);
  const current = levels.find((each) => each.value === picked) ?? levels[0];
  const sessions = [...(current?.set.sessions ?? [])]
    .filter((each) => each.day >= now.day)
    .sort((a, b) => (a.day < b.day ? -1 : 1));
  const [session, setSession] = form.field<string | null>('session', null);
  const chosen = sessions.find((each) => each.id === session) ?? sessions[0];
  const awards = current ? schemeOf(current.set, current.level).awards : [];
  const [aim, setAim] = form.field<string | null>('aim', null);
  const award = awards.find((each) => each.id === aim) ?? awards[0];
  const complete = current && chosen && award && student !== '' && (current.isOpen || why.trim() !== '');
  return (
    <Dialog {...form.dialog} title="Set a goal" onClose={onClose}>
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
            current.isOpen ? {} : { history: [{ on: now.day, kind: 'set all the same', why: why.trim() }] },
          ).then((id) => {
            form.drop();
            onMade(id);
          });
        }}
      >
        <SelectField
          required
          label="Student"
          value={student}
          options={students.map((each) => ({ value: each.id, label: each.name }))}
          onChange={(id) => {
            setStudent(id);
            setPicked(null);
          }}
        />
        <Combobox
          required
          label="Level"
          value={current?.value ?? ''}
          options={levels.map(({ set, level, value }) => ({
            value,
            label: `${set.name}, ${set.instrument} ${set.edition.name}, ${level.name}`,
          }))}
          onChange={setPicked}
        />
        {levels.length === 0 && <p>No level in the library is open to {instrument}.</p>}
        <CheckField label="Show levels for other instruments too" checked={others} onChange={setOthers} />
        {current && !current.isOpen && (
          <TextField
            required
            label={`Why, when it is for ${current.level.instruments.join(', ') || current.set.instrument}`}
            value={why}
            onChange={setWhy}
            hint={`${studio.students.get(student)?.name ?? 'The student'} plays ${instrument}; the reason is kept with the goal`}
          />
        )}
        <FieldRow>
          <SelectField
            required
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
            required
            label="Aim"
            value={award?.id ?? ''}
            options={awards.map((each) => ({
              value: each.id,
              label: each.total > 0 ? `${each.name}, ${each.total}` : each.name,
            }))}
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
