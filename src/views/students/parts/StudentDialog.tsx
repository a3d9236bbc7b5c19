import { inTerms } from '@/core/terms';
import equal from 'fast-deep-equal';
import { lazy, Suspense, useRef, useState } from 'react';
import type { Studio } from '@/core/files';
import { instrumentChange } from '@/core/register';
import { familyOf, INSTRUMENT_FAMILIES, instrumentKey, type InstrumentFamily } from '@/core/skills';
import {
  schoolYearStart,
  withInstrumentFrom,
  yearGroupOn,
  type LevelHeld,
  type Student,
} from '@/core/students';
import {
  calendarDay,
  formatWeekday,
  isCalendarDay,
  slotOn,
  WEEKDAYS,
  withSlotFrom,
  type CalendarDay,
  type HasSlots,
} from '@/core/time';
import type { FormOutcome, InstrumentAnswers } from '@/store';
import { Button, CheckField, Dialog, DialogActs, FieldRow, SelectField, TextField } from '@/ui';
import { useDraft } from '../../shell/use-draft';
import { useSaving } from '../../shell/use-saving';
import { HeldLevels } from './HeldLevels';
import { slotDraft, slotErrors, slotOf } from './slot-draft';
import { SlotFields } from './SlotFields';
import css from './StudentDialog.module.css';

const InstrumentDialog = lazy(() =>
  import('./InstrumentDialog').then((part) => ({ default: part.InstrumentDialog })),
);

/** @param change - what was answered where the instrument changed */
export type SaveStudent = (
  student: Student,
  opened: Student | null,
  change: InstrumentAnswers | null,
) => Promise<FormOutcome<Student>>;

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
  readonly onSave: SaveStudent;
  /** Called with the family of an instrument that is not in the table. */
  readonly onFamily: (instrument: string, family: InstrumentFamily) => void;
  readonly onArchive?: () => void;
  readonly onClose: () => void;
  readonly onErase?: () => void;
}) {
  // As it was when the dialog was opened: what another tab saves meanwhile is not taken for the teacher's own typing.
  const form = useDraft(`student/${given?.id ?? 'new'}`, given?.name ?? 'Add a student', given);
  const student = form.opened;
  const answers = useRef<InstrumentAnswers | null>(null);
  const saving = useSaving<Student>(
    (typed, opened) => onSave(typed, opened, answers.current),
    () => {
      form.drop();
      onClose();
    },
  );
  const [name, setName] = form.field('name', student?.name ?? '');
  const [family, setFamily] = form.field<InstrumentFamily | ''>('family', '');
  const [instrument, setInstrument] = form.field('instrument', student?.instrument ?? '');
  /** Whether another instrument is played from a day on, or the old one was written wrongly. */
  const [wasWrong, setWasWrong] = form.field('wasWrong', false);
  const [playsFrom, setPlaysFrom] = form.field<string>('playsFrom', today);
  const [asking, ask] = useState<Student | null>(null);
  const [birthDate, setBirthDate] = form.field<string>('birthDate', student?.birthDate ?? '');
  const [draft, setDraft] = form.field('slot', slotDraft(student && slotOn(student, today), today));
  /** The first day of another slot: the lessons before it stay as they were. */
  const [slotFrom, setSlotFrom] = form.field<string>('slotFrom', today);
  const [partner, setPartner] = form.field('partner', student?.sharesWith ?? '');
  const [practice, setPractice] = form.field(
    'practice',
    (student?.minutesByWeekday ?? [20, 20, 20, 20, 20, 20, 0]).map(String),
  );
  const [reach, setReach] = form.field(
    'reach',
    student?.reachSemitones === null || student === null ? '' : String(student.reachSemitones),
  );
  const [likes, setLikes] = form.field('likes', (student?.likes ?? []).join(', '));
  const yearNow = student ? yearGroupOn(student, today) : null;
  const [year, setYear] = form.field('year', yearNow === null ? '' : String(yearNow));
  const [held, setHeld] = form.field<readonly LevelHeld[]>('held', student?.levelsHeld ?? []);
  const [notes, setNotes] = form.field('notes', student?.notes ?? '');
  const [isBeginner, setBeginner] = form.field('isBeginner', student?.isBeginner ?? false);
  const [tried, setTried] = useState(false);
  const whole = (text: string, max: number) => /^\d{1,3}$/.test(text) && Number(text) <= max;
  // An instrument the table does not know: its family is asked, never guessed.
  const asksFamily =
    instrument.trim() !== '' && familyOf(instrument, studio.settings.instrumentFamilies) === null;
  const slotChanged = student !== null && !equal(slotOf(draft), slotOn(student, today));
  const changed = student !== null && instrumentKey(instrument) !== instrumentKey(student.instrument);
  const errors = {
    playsFrom:
      changed && !wasWrong && !(isCalendarDay(playsFrom) && playsFrom <= today)
        ? 'A day up to today.'
        : undefined,
    ...slotErrors(draft),
    slotFrom: slotChanged && !isCalendarDay(slotFrom) ? 'A day.' : undefined,
    name: name.trim() === '' ? 'The student needs a name.' : undefined,
    instrument: instrument.trim() === '' ? 'Which instrument or voice?' : undefined,
    birthDate:
      birthDate !== '' && (!isCalendarDay(birthDate) || birthDate > today)
        ? 'A day in the past, or empty.'
        : undefined,
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
    const typed = slotOf(draft);
    if (typed === null) return;
    const slots: HasSlots =
      student === null || !slotChanged
        ? {
            slot: student?.slot ?? typed,
            ...(student?.earlierSlots && { earlierSlots: student.earlierSlots }),
          }
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
      ...(student?.minutesOfDays && { minutesOfDays: student.minutesOfDays }),
      ...(student?.usesRate !== undefined && { usesRate: student.usesRate }),
      ...(student?.nextSteps !== undefined && { nextSteps: student.nextSteps }),
      ...(student?.recordingAgreed !== undefined && { recordingAgreed: student.recordingAgreed }),
      ...(student?.earlierInstruments && { earlierInstruments: student.earlierInstruments }),
      ...(notes.trim() !== '' && { notes: notes.trim() }),
      ...(isBeginner && held.length === 0 && { isBeginner }),
      ...(likedWords(likes).length > 0 && { likes: likedWords(likes) }),
    };
    const dated =
      student && changed && !wasWrong
        ? withInstrumentFrom(
            { ...saved, instrument: student.instrument },
            saved.instrument,
            calendarDay(playsFrom),
          )
        : saved;
    const left = student && changed ? instrumentChange(studio, student, saved.instrument) : null;
    if (left && left.goals.length + left.learning.length > 0) ask(dated);
    else keep(dated);
  };
  const keep = (saved: Student, given: InstrumentAnswers | null = null) => {
    answers.current = given;
    if (asksFamily && family !== '') onFamily(saved.instrument, family);
    saving.save(saved, student);
  };
  const others = [...studio.students.values()].filter(
    (other) => other.id !== student?.id && other.archivedOn === null,
  );
  return (
    <>
      <Dialog {...form.dialog} title={student ? student.name : 'Add a student'} onClose={onClose} wide>
        <form
          noValidate
          onSubmit={(event) => {
            event.preventDefault();
            save();
          }}
        >
          <FieldRow>
            <TextField required label="Name" value={name} onChange={setName} error={shown('name')} first />
            <TextField
              required
              label="Instrument or voice"
              value={instrument}
              onChange={setInstrument}
              error={shown('instrument')}
            />
            {changed && (
              <>
                <SelectField
                  label={`Was ${student.instrument}`}
                  value={wasWrong ? 'wrong' : 'from'}
                  options={[
                    { value: 'from', label: 'played before' },
                    { value: 'wrong', label: 'a mistake' },
                  ]}
                  onChange={(value) => setWasWrong(value === 'wrong')}
                />
                {!wasWrong && (
                  <TextField
                    required
                    label="Plays the new one from"
                    type="date"
                    value={playsFrom}
                    onChange={setPlaysFrom}
                    error={shown('playsFrom')}
                  />
                )}
              </>
            )}
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
              hint={inTerms('words of a character, period, composer or metre, with commas')}
              error={shown('likes')}
            />
          </FieldRow>
          <h3 className={css.head}>Lesson</h3>
          <FieldRow>
            <SlotFields draft={draft} onChange={setDraft} errors={tried ? slotErrors(draft) : {}} />
            {slotChanged && (
              <TextField
                required
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
      {asking && student && (
        <Suspense fallback={null}>
          <InstrumentDialog
            studio={studio}
            student={student}
            instrument={asking.instrument}
            onAnswered={(given) => {
              keep(asking, given);
              ask(null);
            }}
            onClose={() => ask(null)}
          />
        </Suspense>
      )}
      {saving.asking}
    </>
  );
}

const likedWords = (text: string): string[] => [
  ...new Set(text.split(',').flatMap((word) => (word.trim() === '' ? [] : [word.trim()]))),
];
