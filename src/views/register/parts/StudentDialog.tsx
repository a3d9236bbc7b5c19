import { useState } from 'react';
import type { Studio } from '@/core/register';
import { levelsToHold } from '@/core/requirements';
import { familyOf, INSTRUMENT_FAMILIES, type InstrumentFamily } from '@/core/skills';
import { schoolYearStart, yearGroupOn, type LevelHeld, type Student } from '@/core/students';
import {
  addDays,
  calendarDay,
  dayOfWeek,
  formatDay,
  formatWeekday,
  isCalendarDay,
  WEEKDAYS,
  withSlotFrom,
  type CalendarDay,
  type HasSlots,
  type LessonSlot,
  type Weekday,
} from '@/core/time';
import type { FormOutcome } from '@/store';
import { Button, CheckField, Combobox, Dialog, DialogActs, FieldRow, SelectField, TextField } from '@/ui';
import { useSaving } from '../../shell/use-saving';
import css from './StudentDialog.module.css';

const KINDS = [
  { value: 'weekly', label: 'every week' },
  { value: 'fortnightly', label: 'every other week' },
  { value: 'none', label: 'no fixed lesson' },
] as const;

/** A student's own facts; a new student when `student` is null. */
export function StudentDialog({
  studio,
  student: given,
  today,
  newId,
  onSave,
  onFamily,
  onArchive,
  onClose,
  onErase,
}: {
  readonly studio: Studio;
  readonly student: Student | null;
  readonly today: CalendarDay;
  readonly newId: () => string;
  readonly onSave: (student: Student, opened: Student | null) => Promise<FormOutcome<Student>>;
  /** Called with the family of an instrument that is not in the table. */
  readonly onFamily: (instrument: string, family: InstrumentFamily) => void;
  readonly onArchive?: () => void;
  readonly onClose: () => void;
  readonly onErase?: () => void;
}) {
  // As it was when the dialog was opened: what another tab saves meanwhile is not taken for the teacher's own typing.
  const [student] = useState(given);
  const saving = useSaving(onSave, onClose);
  const slot = student?.slot ?? {
    kind: 'weekly' as const,
    weekday: 2 as Weekday,
    start: '16:00',
    minutes: 30,
  };
  const [name, setName] = useState(student?.name ?? '');
  const [family, setFamily] = useState<InstrumentFamily | ''>('');
  const [instrument, setInstrument] = useState(student?.instrument ?? '');
  const [birthDate, setBirthDate] = useState<string>(student?.birthDate ?? '');
  const [kind, setKind] = useState<LessonSlot['kind']>(slot.kind);
  const [weekday, setWeekday] = useState(String(slot.kind === 'none' ? 2 : slot.weekday));
  const [start, setStart] = useState(slot.kind === 'none' ? '16:00' : slot.start);
  const [minutes, setMinutes] = useState(String(slot.kind === 'none' ? 30 : slot.minutes));
  const [anchor, setAnchor] = useState<string>(
    slot.kind === 'fortnightly' ? slot.anchor : nextOn(slot.kind === 'none' ? 2 : slot.weekday, today),
  );
  /** The first day of another slot: the lessons before it stay as they were. */
  const [slotFrom, setSlotFrom] = useState<string>(today);
  const [partner, setPartner] = useState(student?.sharesWith ?? '');
  const [practice, setPractice] = useState(
    (student?.minutesByWeekday ?? [20, 20, 20, 20, 20, 20, 0]).map(String),
  );
  const [reach, setReach] = useState(
    student?.reachSemitones === null || student === null ? '' : String(student.reachSemitones),
  );
  const [likes, setLikes] = useState((student?.likes ?? []).join(', '));
  const yearNow = student ? yearGroupOn(student, today) : null;
  const [year, setYear] = useState(yearNow === null ? '' : String(yearNow));
  const [held, setHeld] = useState<readonly LevelHeld[]>(student?.levelsHeld ?? []);
  const [notes, setNotes] = useState(student?.notes ?? '');
  const [isBeginner, setBeginner] = useState(student?.isBeginner ?? false);
  const [tried, setTried] = useState(false);
  const whole = (text: string, max: number) => /^\d{1,3}$/.test(text) && Number(text) <= max;
  // An instrument the table does not know: its family is asked, never guessed.
  const asksFamily =
    instrument.trim() !== '' && familyOf(instrument, studio.settings.instrumentFamilies) === null;
  const slotChanged =
    student !== null &&
    (kind !== slot.kind ||
      (slot.kind !== 'none' &&
        (Number(weekday) !== slot.weekday || start !== slot.start || Number(minutes) !== slot.minutes)) ||
      (slot.kind === 'fortnightly' && anchor !== slot.anchor));
  const errors = {
    anchor:
      kind === 'fortnightly' && !(isCalendarDay(anchor) && dayOfWeek(anchor) === Number(weekday))
        ? `A ${formatWeekday(Number(weekday) as Weekday)}.`
        : undefined,
    slotFrom: slotChanged && !isCalendarDay(slotFrom) ? 'A day.' : undefined,
    name: name.trim() === '' ? 'The student needs a name.' : undefined,
    instrument: instrument.trim() === '' ? 'Which instrument or voice?' : undefined,
    birthDate:
      birthDate !== '' && (!isCalendarDay(birthDate) || birthDate > today)
        ? 'A day in the past, or empty.'
        : undefined,
    minutes:
      kind !== 'none' && !(whole(minutes, 600) && Number(minutes) >= 5) ? '5 to 600 minutes.' : undefined,
    practice: practice.every((each) => whole(each, 720)) ? undefined : 'Whole minutes, 0 to 720 a day.',
    likes:
      likedWords(likes).length > 20 || likedWords(likes).some((word) => word.length > 60)
        ? 'At most 20, of 60 letters each.'
        : undefined,
    year: year === '' || whole(year, 20) ? undefined : 'Empty, or 0 to 20.',
    reach: reach === '' || (whole(reach, 40) && Number(reach) > 0) ? undefined : 'Semitones, 1 to 40.',
  };
  const bad = Object.values(errors).some((each) => each !== undefined);
  const shown = (field: keyof typeof errors) => (tried ? errors[field] : undefined);
  const save = () => {
    setTried(true);
    if (bad) return;
    const common = { weekday: Number(weekday) as Weekday, start, minutes: Number(minutes) };
    const typed: LessonSlot =
      kind === 'none'
        ? { kind }
        : kind === 'weekly'
          ? { kind, ...common }
          : { kind, ...common, anchor: calendarDay(anchor) };
    const slots: HasSlots =
      student === null || !slotChanged
        ? { slot: typed, ...(student?.earlierSlots && { earlierSlots: student.earlierSlots }) }
        : withSlotFrom(student, typed, calendarDay(slotFrom));
    const saved: Student = {
      id: student?.id ?? newId(),
      name: name.trim(),
      instrument: instrument.trim(),
      birthDate: birthDate === '' ? null : calendarDay(birthDate),
      ...slots,
      sharesWith: partner === '' ? null : partner,
      minutesByWeekday: practice.map(Number),
      levelsHeld: held,
      reachSemitones: reach === '' ? null : Number(reach),
      schoolYear:
        year === ''
          ? null
          : Number(year) === yearNow
            ? (student?.schoolYear ?? null)
            : { year: Number(year), from: schoolYearStart(today) },
      archivedOn: student?.archivedOn ?? null,
      ...(notes.trim() !== '' && { notes: notes.trim() }),
      ...(isBeginner && held.length === 0 && { isBeginner }),
      ...(likedWords(likes).length > 0 && { likes: likedWords(likes) }),
    };
    if (asksFamily && family !== '') onFamily(saved.instrument, family);
    saving.save(saved, student);
  };
  const others = [...studio.students.values()].filter(
    (other) => other.id !== student?.id && other.archivedOn === null,
  );
  return (
    <>
      <Dialog title={student ? student.name : 'Add a student'} onClose={onClose} wide>
        <form
          noValidate
          onSubmit={(event) => {
            event.preventDefault();
            save();
          }}
        >
          <FieldRow>
            <TextField label="Name" value={name} onChange={setName} error={shown('name')} first />
            <TextField
              label="Instrument or voice"
              value={instrument}
              onChange={setInstrument}
              error={shown('instrument')}
            />
            {asksFamily && (
              <SelectField
                label="Family of instruments"
                value={family}
                options={[
                  { value: '', label: 'not said' },
                  ...INSTRUMENT_FAMILIES.map((value) => ({ value, label: value })),
                ]}
                onChange={(value) => setFamily(value as InstrumentFamily | '')}
              />
            )}
            <TextField
              label="Birth date"
              type="date"
              value={birthDate}
              onChange={setBirthDate}
              error={shown('birthDate')}
            />
            <TextField
              label="Widest stretch, semitones"
              value={reach}
              onChange={setReach}
              hint="one hand, comfortable; empty if not asked for"
              error={shown('reach')}
            />
            <TextField
              label="Year group"
              value={year}
              onChange={setYear}
              hint="this school year, from 1 September; empty if not at school"
              error={shown('year')}
            />
            <TextField
              label="Likes to play"
              value={likes}
              onChange={setLikes}
              placeholder="dance, slow, 6/8"
              hint="words of a character, period, composer or metre, with commas"
              error={shown('likes')}
            />
          </FieldRow>
          <h3 className={css.head}>Lesson</h3>
          <FieldRow>
            <SelectField
              label="How often"
              value={kind}
              options={KINDS}
              onChange={(value) => setKind(value as LessonSlot['kind'])}
            />
            {kind !== 'none' && (
              <>
                <SelectField
                  label="Day"
                  value={weekday}
                  options={WEEKDAYS.map((each) => ({ value: String(each), label: formatWeekday(each) }))}
                  onChange={(value) => {
                    setWeekday(value);
                    // A fortnight starts on the weekday of its lessons.
                    const gap = isCalendarDay(anchor) ? (Number(value) - dayOfWeek(anchor) + 7) % 7 : 0;
                    if (isCalendarDay(anchor)) setAnchor(addDays(anchor, gap));
                  }}
                />
                <TextField label="Start" type="time" value={start} onChange={setStart} />
                <TextField
                  label="Minutes"
                  type="number"
                  min={5}
                  max={600}
                  value={minutes}
                  onChange={setMinutes}
                  error={shown('minutes')}
                />
              </>
            )}
            {kind === 'fortnightly' && (
              <TextField
                label="One lesson is on"
                type="date"
                value={anchor}
                onChange={setAnchor}
                error={shown('anchor')}
              />
            )}
            {slotChanged && (
              <TextField
                label="From"
                type="date"
                value={slotFrom}
                onChange={setSlotFrom}
                error={shown('slotFrom')}
                hint="lessons before it stay as they were"
              />
            )}
            <SelectField
              label="Shared with"
              value={partner}
              options={[
                { value: '', label: 'nobody' },
                ...others.map((other) => ({ value: other.id, label: other.name })),
              ]}
              onChange={setPartner}
            />
          </FieldRow>
          <h3 className={css.head}>Practice, minutes a day</h3>
          <div className={css.week}>
            {WEEKDAYS.map((day) => (
              <TextField
                key={day}
                label={formatWeekday(day).slice(0, 3)}
                type="number"
                min={0}
                max={720}
                value={practice[day] ?? '0'}
                onChange={(value) => setPractice(practice.map((each, at) => (at === day ? value : each)))}
              />
            ))}
          </div>
          {shown('practice') !== undefined && <p className={css.error}>{shown('practice')}</p>}
          <TextField label="Notes" value={notes} rows={2} onChange={setNotes} />
          {held.length === 0 && (
            <CheckField label="A beginner: no level passed yet" checked={isBeginner} onChange={setBeginner} />
          )}
          <HeldLevels held={held} onChange={setHeld} studio={studio} instrument={instrument} today={today} />
          <DialogActs>
            <Button type="submit" look="do">
              {student ? 'Save' : 'Add the student'}
            </Button>
            {student && onArchive && (
              <Button
                onClick={() => {
                  onArchive();
                  onClose();
                }}
              >
                Archive
              </Button>
            )}
            {student && onErase && <Button onClick={onErase}>Erase for good</Button>}
          </DialogActs>
        </form>
      </Dialog>
      {saving.asking}
    </>
  );
}

/** The first such weekday from a day on. */
const nextOn = (weekday: Weekday, from: CalendarDay): CalendarDay =>
  addDays(from, (weekday - dayOfWeek(from) + 7) % 7);

/** Levels passed before: what prerequisites and effort are counted from. */
function HeldLevels({
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

const likedWords = (text: string): string[] => [
  ...new Set(text.split(',').flatMap((word) => (word.trim() === '' ? [] : [word.trim()]))),
];
