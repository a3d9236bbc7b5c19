import { useState } from 'react';
import type { Studio } from '@/core/files';
import { levelsToHold } from '@/core/requirements';
import type { LevelHeld } from '@/core/students';
import { calendarDay, formatDay, isCalendarDay, type CalendarDay } from '@/core/time';
import { Button, Combobox, FieldRow, TextField } from '@/ui';
import css from './StudentDialog.module.css';

/** Levels passed before: what prerequisites and effort are counted from. */
export function HeldLevels({
  held,
  onChange,
  studio,
  instrument,
  today,
}: {
  readonly held: readonly LevelHeld[];
  readonly onChange: (held: readonly LevelHeld[]) => void;
  readonly studio: Studio;
  readonly instrument: string;
  readonly today: CalendarDay;
}) {
  const levels = levelsToHold(studio.sets.values(), instrument);
  const [picked, setPicked] = useState('');
  const [award, setAward] = useState('pass');
  const [day, setDay] = useState<string>(today);
  const level = levels.find(({ label }) => label === picked);
  return (
    <>
      <h3 className={css.head}>Levels held</h3>
      <ul>
        {held.map((each, at) => (
          <li key={at} className={css.held}>
            {each.family}, {each.levelName}, {each.award}, {formatDay(each.day, 'written')}
            <Button look="quiet" onClick={() => onChange(held.filter((_, index) => index !== at))}>
              Remove
            </Button>
          </li>
        ))}
      </ul>
      {levels.length === 0 ? (
        <p>A level can be added once its syllabus is in the library.</p>
      ) : (
        <FieldRow>
          <Combobox
            label="Level passed"
            value={picked}
            options={levels.map(({ label }) => ({ value: label, label }))}
            onChange={setPicked}
          />
          <TextField label="Award" value={award} onChange={setAward} />
          <TextField label="Day of the result" type="date" value={day} onChange={setDay} />
          <Button
            disabled={!level || !isCalendarDay(day)}
            onClick={() => {
              if (!level) return;
              const { family, rank, levelName } = level;
              onChange([...held, { family, levelName, rank, day: calendarDay(day), award: award.trim() }]);
              setPicked('');
            }}
          >
            Add the level
          </Button>
        </FieldRow>
      )}
    </>
  );
}
