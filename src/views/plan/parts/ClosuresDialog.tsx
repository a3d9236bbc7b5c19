import { formatDay, isCalendarDay, type CalendarDay, type Closure } from '@/core/time';
import { addClosure, newId, removeClosure } from '@/store';
import { Button, Dialog, DialogActs, FieldRow, SelectField, Table, TextField } from '@/ui';
import { useDraft } from '../../shell/use-draft';

const STOPS = [
  { value: 'lessons', label: 'no lessons' },
  { value: 'practice', label: 'no practice' },
  { value: 'both', label: 'neither' },
] as const;

/** Days the studio is shut, for everyone's plan. */
export function ClosuresDialog({
  closures,
  today,
  onClose,
}: {
  readonly closures: readonly Closure[];
  readonly today: CalendarDay;
  readonly onClose: () => void;
}) {
  const form = useDraft('closure/new', 'Closures', null);
  const [name, setName] = form.field('name', '');
  const [from, setFrom] = form.field<string>('from', today);
  const [to, setTo] = form.field<string>('to', today);
  const [stops, setStops] = form.field<Closure['stops']>('stops', 'lessons');
  const good = name.trim() !== '' && isCalendarDay(from) && isCalendarDay(to) && from <= to;
  return (
    <Dialog {...form.dialog} title="Closures" onClose={onClose} wide>
      <Table label="Closures" head={['Name', 'From', 'To', 'Stops', 'Change']} tight>
        {[...closures]
          .sort((a, b) => (a.from < b.from ? -1 : 1))
          .map((closure) => (
            <tr key={closure.id}>
              <td>{closure.name}</td>
              <td>{formatDay(closure.from, 'written')}</td>
              <td>{formatDay(closure.to, 'written')}</td>
              <td>{STOPS.find((each) => each.value === closure.stops)?.label}</td>
              <td>
                <Button look="quiet" onClick={() => void removeClosure(closure.id)}>
                  Remove
                </Button>
              </td>
            </tr>
          ))}
      </Table>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (!isCalendarDay(from) || !isCalendarDay(to) || !good) return;
          void addClosure({ id: newId(), name: name.trim(), from, to, stops });
          form.drop();
        }}
      >
        <FieldRow>
          <TextField required label="Name" value={name} onChange={setName} />
          <TextField required label="From" type="date" value={from} onChange={setFrom} />
          <TextField
            required
            label="To, included"
            type="date"
            value={to}
            onChange={setTo}
            error={from > to ? 'Ends before it begins.' : undefined}
          />
          <SelectField
            label="Stops"
            value={stops}
            options={STOPS}
            onChange={(value) => setStops(value as Closure['stops'])}
          />
        </FieldRow>
        <DialogActs>
          <Button type="submit" look="do" disabled={!good}>
            Add the closure
          </Button>
        </DialogActs>
      </form>
    </Dialog>
  );
}
