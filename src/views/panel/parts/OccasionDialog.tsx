import type { Occasion } from '@/core/marks';
import type { Studio } from '@/core/files';
import { goalNames, openGoals } from '@/core/register';
import { calendarDay, isCalendarDay, type CalendarDay } from '@/core/time';
import { newId, saveOccasion } from '@/store';
import { Button, Combobox, Dialog, DialogActs, FieldRow, TextField } from '@/ui';
import { goalName } from '../../shell/goal-look';
import { useDraft } from '../../shell/use-draft';
import { classesOf } from '../panel-model';
import css from './OccasionDialog.module.css';

/** A day is set: its name, its time, who judges, and who plays. */
export function OccasionDialog({
  studio,
  today,
  occasion,
  onSaved,
  onClose,
}: {
  readonly studio: Studio;
  readonly today: CalendarDay;
  /** Null for a new one. */
  readonly occasion: Occasion | null;
  readonly onSaved: (id: string) => void;
  readonly onClose: () => void;
}) {
  const title = occasion ? `Change ${occasion.name}` : 'A mock day or a panel';
  const form = useDraft(`occasion/${occasion?.id ?? 'new'}`, title, occasion);
  const [name, setName] = form.field('name', occasion?.name ?? 'Mock day');
  const [day, setDay] = form.field<string>('day', occasion?.day ?? today);
  const [start, setStart] = form.field('start', occasion?.start ?? '');
  const [minutes, setMinutes] = form.field('minutes', String(occasion?.minutes ?? 15));
  const [judges, setJudges] = form.field('judges', occasion?.judges.join(', ') ?? '');
  const [entrants, setEntrants] = form.field<readonly string[]>('entrants', occasion?.entrants ?? []);
  const names = judges
    .split(/[,;\n]/)
    .map((each) => each.trim().replace(/\s+/g, ' '))
    .filter(Boolean);
  const twice = names.find((each, at) => names.indexOf(each) < at);
  const each = /^\d{1,3}$/.test(minutes) ? Number(minutes) : 0;
  const good =
    name.trim() !== '' &&
    isCalendarDay(day) &&
    each >= 1 &&
    each <= 240 &&
    twice === undefined &&
    names.length <= 9;
  const add = (ids: readonly string[]) =>
    setEntrants([...entrants, ...ids.filter((id) => !entrants.includes(id))]);
  const open = openGoals(studio).filter((goal) => !entrants.includes(goal.id) && goalNames(studio, goal));
  return (
    <Dialog title={title} onClose={onClose} {...form.dialog}>
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          if (!good) return;
          const id = occasion?.id ?? newId();
          form.drop();
          void saveOccasion({
            id,
            name: name.trim(),
            day: calendarDay(day),
            start: start === '' ? null : start,
            minutes: each,
            judges: names,
            entrants,
          });
          onSaved(id);
          onClose();
        }}
      >
        <TextField required first label="Name" value={name} onChange={setName} />
        <FieldRow>
          <TextField required label="Day" type="date" value={day} onChange={setDay} />
          <TextField label="First one at" type="time" value={start} onChange={setStart} />
          <TextField
            required
            label="Minutes each"
            type="number"
            min={1}
            max={240}
            value={minutes}
            onChange={setMinutes}
          />
        </FieldRow>
        <TextField
          label="Judges"
          hint="by name, with commas between them; empty where people only listen"
          error={twice === undefined ? undefined : `${twice} is in the list twice`}
          value={judges}
          onChange={setJudges}
        />
        <div role="group" aria-label="Entrants">
          <ol className={css.entrants}>
            {entrants.map((id) => {
              const goal = studio.goals.get(id);
              return (
                goal && (
                  <li key={id}>
                    {goalName(studio, goal)}{' '}
                    <Button
                      look="quiet"
                      label={`Take ${goalName(studio, goal)} out`}
                      onClick={() => setEntrants(entrants.filter((other) => other !== id))}
                    >
                      ×
                    </Button>
                  </li>
                )
              );
            })}
          </ol>
          <Combobox
            label="Add an entrant"
            value=""
            options={open.map((goal) => ({ value: goal.id, label: goalName(studio, goal) }))}
            onChange={(id) => add([id])}
          />
          <div className={css.classes}>
            {classesOf(studio)
              .filter(({ goalIds }) => goalIds.some((id) => !entrants.includes(id)))
              .slice(0, 6)
              .map(({ key, label, goalIds }) => (
                <Button key={key} look="quiet" onClick={() => add(goalIds)}>
                  {`Add all of ${label} (${goalIds.length})`}
                </Button>
              ))}
          </div>
          {entrants.length > 1 && (
            <Button onClick={() => setEntrants(shuffled(entrants))}>Draw the order</Button>
          )}
        </div>
        <DialogActs>
          <Button type="submit" look="do" disabled={!good}>
            {occasion ? 'Save' : 'Set the day'}
          </Button>
        </DialogActs>
      </form>
    </Dialog>
  );
}

function shuffled<T>(items: readonly T[]): T[] {
  const order = [...items];
  for (let at = order.length - 1; at > 0; at -= 1) {
    const other = Math.floor(Math.random() * (at + 1));
    const [a, b] = [order[at], order[other]];
    if (a !== undefined && b !== undefined) [order[at], order[other]] = [b, a];
  }
  return order;
}
