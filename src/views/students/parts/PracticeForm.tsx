import { useState } from 'react';
import { parseBars } from '@/core/music';
import { SUPPORTS, type PracticeEntry } from '@/core/plan';
import type { Student } from '@/core/students';
import { inTerms } from '@/core/terms';
import { calendarDay, isCalendarDay, type CalendarDay } from '@/core/time';
import { addPractice } from '@/store';
import { Button, SelectField, TextField } from '@/ui';
import { useDraft } from '../../shell/use-draft';
import { ANYTHING, type PracticeItem } from '../practice-model';
import css from './Practice.module.css';

const COMPANY = ['alone', 'with somebody'] as const;
const NOTHING = {
  minutes: '',
  bars: '',
  tempo: '',
  clean: '',
  slips: '',
  mark: '',
  company: '',
  support: '',
  listenedFor: '',
};
type Typed = Readonly<Record<keyof typeof NOTHING, string>>;
const LIMITS = { tempo: 999, clean: 99, slips: 999, mark: 10 } as const;

/** What was practised on a day, in as much detail as somebody says. */
export function PracticeForm({
  student,
  items,
  today,
}: {
  readonly student: Student;
  readonly items: readonly PracticeItem[];
  readonly today: CalendarDay;
}) {
  const form = useDraft<null>(`practice/${student.id}`, `Practice of ${student.name}`, null);
  const [day, setDay] = form.field<string>('day', today);
  const [value, setValue] = form.field('what', items[0]?.value ?? '');
  const [typed, type] = form.field<Typed>('figures', NOTHING);
  const [isMore, showMore] = useState(typed !== NOTHING && typed.minutes === '');
  const chosen = items.find((each) => each.value === value) ?? ANYTHING;
  const isDay = isCalendarDay(day) && day <= today;
  const details = detailsOf(typed);
  const amount = figureOf(typed.minutes, 720);
  const isGood = isDay && details !== null && amount !== null && amount > 0;
  const add = (what: PracticeItem['item'], rest: Pick<PracticeEntry, 'minutes'> & Details) =>
    void addPractice({
      ...what,
      studentId: student.id,
      day: calendarDay(day),
      ...rest,
      source: 'lesson',
    }).then((kept) => {
      if (kept) type(NOTHING);
    });
  const field = (name: keyof Typed, label: string, hint?: string) => (
    <TextField
      label={label}
      value={typed[name]}
      hint={hint}
      onChange={(text) => type({ ...typed, [name]: text })}
    />
  );
  return (
    <form
      className={css.form}
      onSubmit={(event) => {
        event.preventDefault();
        if (isGood) add(chosen.item, { minutes: amount, ...details });
      }}
    >
      <TextField label="Practised on" type="date" value={day} onChange={setDay} />
      <TextField
        label="Minutes"
        type="number"
        min={1}
        max={720}
        value={typed.minutes}
        onChange={(minutes) => type({ ...typed, minutes })}
      />
      <SelectField label="What" value={chosen.value} options={items} onChange={setValue} />
      <Button look="quiet" pressed={isMore} onClick={() => showMore(!isMore)}>
        More
      </Button>
      {isMore && (
        <>
          {field('bars', inTerms('Bars'))}
          {field('tempo', 'Tempo reached')}
          {field('clean', 'Clean times')}
          {field('slips', 'Slips')}
          {field('mark', 'Own mark, of 10')}
          <SelectField
            label="Alone or with somebody"
            value={typed.company}
            options={[
              { value: '', label: 'not said' },
              ...COMPANY.map((each) => ({ value: each, label: each })),
            ]}
            onChange={(company) => type({ ...typed, company })}
          />
          <SelectField
            label="Support"
            value={typed.support}
            options={[
              { value: '', label: 'none named' },
              ...SUPPORTS.map((each) => ({ value: each, label: each })),
            ]}
            onChange={(support) => type({ ...typed, support })}
          />
          {field('listenedFor', 'Listened for')}
        </>
      )}
      {details === null && (
        <p className={css.wrong} role="alert">
          {inTerms('Bars are written as 9 or 9–12, the rest in figures, the own mark up to 10.')}
        </p>
      )}
      <Button type="submit" disabled={!isGood}>
        Note practice
      </Button>
      <Button look="quiet" disabled={!isDay} onClick={() => add(ANYTHING.item, { minutes: 0 })}>
        No practice that day
      </Button>
    </form>
  );
}

type Details = Omit<
  PracticeEntry,
  'id' | 'studentId' | 'goalId' | 'componentId' | 'pieceId' | 'day' | 'minutes' | 'source'
>;

/** A whole number up to a limit; null for anything else. */
const figureOf = (text: string, most: number): number | null =>
  /^\d{1,3}$/.test(text.trim()) && Number(text) <= most ? Number(text) : null;

/** What was typed beside the minutes; null where some of it cannot be read. */
function detailsOf(typed: Typed): Details | null {
  const bars = typed.bars.trim() === '' ? null : parseBars(typed.bars);
  if (bars === undefined) return null;
  const figures: Partial<Record<keyof typeof LIMITS, number>> = {};
  for (const name of ['tempo', 'clean', 'slips', 'mark'] as const) {
    if (typed[name].trim() === '') continue;
    const figure = figureOf(typed[name], LIMITS[name]);
    if (figure === null || (name === 'tempo' && figure === 0)) return null;
    figures[name] = figure;
  }
  const company = COMPANY.find((each) => each === typed.company);
  const support = SUPPORTS.find((each) => each === typed.support);
  const listenedFor = typed.listenedFor.trim().slice(0, 400);
  return {
    ...(bars && { bars }),
    ...figures,
    ...(company && { company }),
    ...(support && { support }),
    ...(listenedFor !== '' && { listenedFor }),
  };
}
