import { withdrawn } from '@/core/programme';
import { without } from '@/core/without';
import type { Studio, StudioSettings } from '@/core/files';
import type { LessonRecord } from '@/core/students';
import {
  afterChange,
  afterInstrument,
  type GoalAnswer,
  type Timetable,
  withTimetable,
} from '@/core/register';
import { withCommonLevel } from '@/core/requirements';
import { shortName, type RecordingAgreed, type Student } from '@/core/students';
import { dayOfWeek, type CalendarDay, type Closure } from '@/core/time';
import type { Edit } from './changes';
import { noteErased } from './erased';
import { dropSnapshots, forgetInSnapshots } from './snapshot-store';
import { sweepAttached } from './snapshots';
import { saveForm, type FormOutcome } from './forms';
import { act, erase, getState, today, wipeStudio } from './studio-store';

const nameOf = (student: Student | undefined) => (student ? shortName(student.name) : 'student');

// The register ------------------------------------------------------------------------------------

/** What was answered when the instrument changed, by goal id, and the pieces taken out with it. */
export interface InstrumentAnswers {
  readonly goals: ReadonlyMap<string, GoalAnswer>;
  readonly takenOut: ReadonlySet<string>;
}

export const saveStudent = (
  student: Student,
  opened: Student | null,
  change: InstrumentAnswers | null = null,
): Promise<FormOutcome<Student>> =>
  saveForm(`save ${nameOf(student)}`, 'student', student, opened, (studio, kept) => [
    ...partnerEdits(studio, kept),
    ...(opened && change ? instrumentEdits(studio, opened, kept.instrument, change) : []),
  ]);

function instrumentEdits(
  studio: Studio,
  opened: Student,
  instrument: string,
  { goals: answers, takenOut }: InstrumentAnswers,
): Edit[] {
  const { goals, entries } = afterInstrument(studio, opened, instrument, answers, takenOut, today());
  return [
    ...goals.map((data): Edit => ({ kind: 'goal', data })),
    ...entries.map((data): Edit => ({ kind: 'repertoire', data })),
  ];
}

/**
 * Minutes of practice of a day: on that day alone, or on its weekday from now on. Days set by themselves that are past
 * are forgotten.
 */
export const setPracticeMinutes = (
  id: string,
  day: CalendarDay,
  minutes: number,
  howLong: 'that day' | 'from now on',
): Promise<boolean> =>
  act('change the practice minutes', ({ students }) => {
    const student = students.get(id);
    if (!student) return [];
    const { minutesOfDays: before = {}, ...rest } = student;
    const days = Object.fromEntries([
      ...Object.entries(before).filter(([each]) => each >= today() && each !== day),
      ...(howLong === 'that day' ? [[day, minutes] as const] : []),
    ]);
    const minutesByWeekday = rest.minutesByWeekday.map((each, at) =>
      howLong === 'from now on' && at === dayOfWeek(day) ? minutes : each,
    );
    const data: Student = {
      ...rest,
      minutesByWeekday,
      ...(Object.keys(days).length > 0 && { minutesOfDays: days }),
    };
    return [{ kind: 'student', data }];
  });

/** So many minutes more on each day on which there is practice. */
export const addPracticeMinutes = (id: string, more: number): Promise<boolean> =>
  act('change the practice minutes', ({ students }) => {
    const student = students.get(id);
    if (!student) return [];
    const add = (minutes: number) => (minutes > 0 ? minutes + more : minutes);
    const { minutesOfDays, minutesByWeekday } = student;
    const data: Student = {
      ...student,
      minutesByWeekday: minutesByWeekday.map(add),
      ...(minutesOfDays && {
        minutesOfDays: Object.fromEntries(
          Object.entries(minutesOfDays).map(([day, minutes]) => [day, add(minutes)]),
        ),
      }),
    };
    return [{ kind: 'student', data }];
  });

/** Sharing is mutual: whoever is named names back, and a partner dropped or taken over names nobody. */
function partnerEdits(studio: Studio, student: Student): Edit[] {
  return [...studio.students.values()].flatMap((other): Edit[] => {
    if (other.id === student.id) return [];
    const stale =
      other.sharesWith === student.id ||
      (student.sharesWith !== null && other.sharesWith === student.sharesWith);
    if (other.id !== student.sharesWith && !stale) return [];
    const data: Student = { ...other, sharesWith: other.id === student.sharesWith ? student.id : null };
    return [{ kind: 'student', data }];
  });
}

/** @param students - new ones, and those who are there as they are with what a table adds */
export const takeStudents = (students: readonly Student[]): Promise<boolean> =>
  act(`take ${students.length} students`, (studio) => {
    const taken = new Map([...studio.students, ...students.map((each) => [each.id, each] as const)]);
    return [
      ...students.map((data): Edit => ({ kind: 'student', data })),
      // Partners as they are taken: one who is in the table as well keeps what it says.
      ...students.flatMap((student) =>
        student.sharesWith !== null && studio.students.has(student.sharesWith)
          ? partnerEdits({ ...studio, students: taken }, student)
          : [],
      ),
    ];
  });

export const setTimetable = (timetable: Timetable): Promise<boolean> =>
  act('change the timetable', ({ students }) =>
    withTimetable(students.values(), timetable).map((data): Edit => ({ kind: 'student', data })),
  );

/** @param givenUp - ids of open goals that are withdrawn with it */
export const archiveStudent = (
  id: string,
  on: CalendarDay | null,
  givenUp: readonly string[] = [],
): Promise<boolean> =>
  act(on ? 'archive the student' : 'bring the student back', (studio) => {
    const student = studio.students.get(id);
    const goals = givenUp.flatMap((goal) => studio.goals.get(goal) ?? []);
    return student
      ? [
          { kind: 'student', data: { ...student, archivedOn: on } },
          ...goals.map((goal): Edit => ({ kind: 'goal', data: withdrawn(goal, on ?? today()) })),
        ]
      : [];
  });

/** Who agreed that the student is recorded; null when that is taken back. */
export const agreeToRecording = (id: string, agreed: RecordingAgreed | null): Promise<boolean> =>
  act(
    agreed ? 'note who agreed to recordings' : 'take back that recordings are agreed to',
    ({ students }) => {
      const student = students.get(id);
      if (!student) return [];
      const rest = without(student, 'recordingAgreed');
      return [{ kind: 'student', data: agreed ? { ...rest, recordingAgreed: agreed } : rest }];
    },
  );

/** The student, with all that belongs to them, for good. */
export async function eraseStudent(id: string): Promise<void> {
  const state = getState();
  if (state.kind !== 'ready') return;
  // First: a student that is still there can be erased again, a take of nobody is found by nobody.
  const { dropTakes } = await import('./takes');
  await dropTakes(state.which, ({ studentId }) => studentId === id);
  await act('end the shared lesson', (studio) =>
    [...studio.students.values()]
      .filter((other) => other.sharesWith === id)
      .map((other) => {
        const data: Student = { ...other, sharesWith: null };
        return { kind: 'student', data };
      }),
  );
  const keys = await erase('erase a student', `student/${id}`);
  await forgetInSnapshots(state.which, new Set(keys));
  await sweepAttached(state.which);
  noteErased(state.which, id, today());
}

const LESSON_WORDS: Readonly<Record<LessonRecord['state'], string>> = {
  planned: 'clear the attendance',
  held: 'lesson held',
  absent: 'student absent',
  cancelled: 'lesson cancelled',
  moved: 'lesson moved',
};

/** What happened to a lesson: one action for everybody who shares it. */
export const recordLessons = (
  lessons: readonly Pick<LessonRecord, 'id' | 'studentId' | 'day'>[],
  change: Partial<Pick<LessonRecord, 'state' | 'note' | 'movedTo' | 'cancelledBy'>>,
): Promise<boolean> =>
  act(change.state === undefined ? 'note on the lesson' : LESSON_WORDS[change.state], (studio) =>
    lessons.map(({ id, studentId, day }) => {
      const before = studio.lessons.get(id);
      const blank = { state: 'planned', note: '', movedTo: null } as const;
      return { kind: 'lesson', data: afterChange({ ...blank, ...before, id, studentId, day }, change) };
    }),
  );

export const addClosure = (closure: Closure): Promise<boolean> =>
  act('add the closure', () => [{ kind: 'closure', data: closure }]);
export const removeClosure = (id: string): Promise<boolean> =>
  act('remove the closure', () => [{ kind: 'closure', remove: id }]);

export const saveSettings = (change: Partial<StudioSettings>): Promise<boolean> =>
  act('change the settings', (studio) => [{ kind: 'settings', data: { ...studio.settings, ...change } }]);

/** @param change - from the settings as they are when it is done */
export const changeSettings = (change: (settings: StudioSettings) => StudioSettings): Promise<boolean> =>
  act('change the settings', ({ settings }) => [{ kind: 'settings', data: change(settings) }]);

/** Settings typed in a form, on what they are now. */
export const saveSettingsForm = (
  typed: StudioSettings,
  opened: StudioSettings | null,
): Promise<FormOutcome<StudioSettings>> => saveForm('change the settings', 'settings', typed, opened);

/** Where a level stands on the common scale; null puts it back at its own rank. */
export const setCommonLevel = (family: string, rank: number, common: number | null): Promise<boolean> =>
  act('change the settings', ({ settings }) => [
    {
      kind: 'settings',
      data: { ...settings, commonLevels: withCommonLevel(settings.commonLevels, family, rank, common) },
    },
  ]);

/** The open studio and its snapshots, gone. */
export async function wipe(): Promise<void> {
  const state = getState();
  if (state.kind === 'ready') await dropSnapshots(state.which);
  await wipeStudio();
}
