import { useMemo, useState } from 'react';
import type { GoalContext } from '@/core/register';
import type { Student } from '@/core/students';
import { calendarDay, formatDay, isCalendarDay } from '@/core/time';
import { addPractice, agreeToRate, removePractice, type ReadyState } from '@/store';
import { Button, Section, SelectField, TextField } from '@/ui';
import { ANYTHING, practiceModel } from '../practice-model';
import css from './Practice.module.css';

/** Entries shown at once. */
const FIRST = 5;

/** What was practised, week by week, as somebody has said; a week nobody spoke of says so. */
export function Practice({
  ready: { studio, now },
  student,
  goals,
}: {
  readonly ready: ReadyState;
  readonly student: Student;
  readonly goals: readonly GoalContext[];
}) {
  const model = useMemo(
    () => practiceModel(studio, student, goals, now.day),
    [studio, student, goals, now.day],
  );
  const [day, setDay] = useState<string>(now.day);
  const [value, setValue] = useState(model.items[0]?.value ?? '');
  const [minutes, setMinutes] = useState('');
  const chosen = model.items.find((each) => each.value === value) ?? ANYTHING;
  const isDay = isCalendarDay(day) && day <= now.day;
  const amount = /^\d{1,3}$/.test(minutes) ? Number(minutes) : null;
  const isGood = isDay && amount !== null && amount > 0 && amount <= 720;
  const add = (item: typeof chosen.item, done: number) =>
    void addPractice({
      ...item,
      studentId: student.id,
      day: calendarDay(day),
      minutes: done,
      source: 'lesson',
    }).then((kept) => {
      if (kept) setMinutes('');
    });
  const reported = model.weeks.filter((week) => week.minutes !== null).length;
  return (
    <Section title="Practice" end={`${reported} of ${model.weeks.length} weeks reported`}>
      <table className={css.weeks} aria-label="Practice by week, minutes a day">
        <thead>
          <tr>
            <th scope="col">week of</th>
            {model.weeks[0]?.days.map(({ day: each }) => (
              <th key={each} scope="col">
                {formatDay(each, 'medium').slice(0, 2)}
              </th>
            ))}
            <th scope="col" className={css.sum}>
              in all
            </th>
          </tr>
        </thead>
        <tbody>
          {model.weeks.map((week) => (
            <tr key={week.from}>
              <th scope="row">{formatDay(week.from, 'short')}</th>
              {week.days.map((each) => (
                <td key={each.day} title={formatDay(each.day, 'medium')}>
                  {each.minutes > 0 ? each.minutes : '·'}
                </td>
              ))}
              {/* The week that is on, and one that a session cuts, have fewer days. */}
              {week.days.length < 7 && <td colSpan={7 - week.days.length} />}
              <td className={css.sum}>{week.minutes === null ? 'not reported' : `${week.minutes} min`}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {model.facts !== '' && <p className={css.facts}>{model.facts}.</p>}
      {model.rate !== null && (
        <p className={css.facts}>
          {model.rate}.{' '}
          <Button look="quiet" onClick={() => void agreeToRate(student.id, student.usesRate !== true)}>
            {student.usesRate === true ? 'Plan with the assumed minutes' : 'Plan with it'}
          </Button>
        </p>
      )}
      <form
        className={css.form}
        onSubmit={(event) => {
          event.preventDefault();
          if (isGood) add(chosen.item, amount);
        }}
      >
        <TextField label="Practised on" type="date" value={day} onChange={setDay} />
        <TextField label="Minutes" type="number" min={1} max={720} value={minutes} onChange={setMinutes} />
        <SelectField label="What" value={chosen.value} options={model.items} onChange={setValue} />
        <Button type="submit" disabled={!isGood}>
          Note practice
        </Button>
        <Button look="quiet" disabled={!isDay} onClick={() => add(ANYTHING.item, 0)}>
          No practice that day
        </Button>
      </form>
      <ul>
        {model.entries.slice(0, FIRST).map(({ entry, what }) => (
          <li key={entry.id} className={css.entry}>
            <span>
              {formatDay(entry.day, 'short')},{' '}
              {entry.minutes === 0 ? 'no practice' : `${what}, ${entry.minutes} min`}
            </span>
            <Button
              look="quiet"
              label={`Remove the practice of ${formatDay(entry.day, 'written')}, ${what}`}
              onClick={() => void removePractice(entry.id)}
            >
              Remove
            </Button>
          </li>
        ))}
      </ul>
    </Section>
  );
}
