import { lazy, Suspense, useDeferredValue, useEffect, useMemo } from 'react';
import { lessonsOfDay, openGoalsOf } from '@/core/register';
import { whoPlays, type Student } from '@/core/students';
import { formatDay, slotOn } from '@/core/time';
import { recordLessons, type ReadyState } from '@/store';
import { Button, Empty, LinkButton, Section } from '@/ui';
import { PageLine } from '../shell/PageLine';
import { goTo, hrefOf } from '../shell/addresses';
import { StudioPage } from '../shell/StudioPage';
import { useKeys } from '../shell/use-keys';
import { bearInMind } from '../shell/looked';
import { useLooked } from '../shell/view-state';
import { slotWords } from '../shell/words';
import { TaskLine } from './parts/TaskLine';
import { resultsOf, studentModel, type StudentModel } from './student-model';
import { useStudentForms } from './use-student-forms';
import css from './StudentView.module.css';

const GoalMarks = lazy(() => import('./parts/GoalMarks').then((part) => ({ default: part.GoalMarks })));
const CardReport = lazy(() => import('../shell/CardReport').then((part) => ({ default: part.CardReport })));
const Waiting = lazy(() => import('./parts/Waiting').then((part) => ({ default: part.Waiting })));
const LessonActs = lazy(() => import('../shell/LessonActs').then((part) => ({ default: part.LessonActs })));
const CardOfWeek = lazy(() => import('./parts/CardOfWeek').then((part) => ({ default: part.CardOfWeek })));
const Workshop = lazy(() => import('./parts/Workshop').then((part) => ({ default: part.Workshop })));
const Beside = lazy(() => import('./parts/Beside').then((part) => ({ default: part.Beside })));

export const StudentView = () => <StudioPage>{(ready) => <StudentOf ready={ready} />}</StudioPage>;

function StudentOf({ ready }: { readonly ready: ReadyState }) {
  const { studio } = ready;
  const [looked, look] = useLooked('student', 'id');
  const byName = useMemo(
    () =>
      [...studio.students.values()]
        .filter(({ archivedOn }) => archivedOn === null)
        .sort((a, b) => a.name.localeCompare(b.name, 'en')),
    [studio.students],
  );
  const student = looked === null ? byName[0] : studio.students.get(looked);
  if (!student)
    return (
      <>
        <PageLine title="Student" />
        <Empty title={byName.length === 0 ? 'No students yet' : 'This student is no longer in the studio'}>
          <LinkButton href="/students">Students</LinkButton>
        </Empty>
      </>
    );
  return <StudentPage key={student.id} ready={ready} student={student} byName={byName} onLook={look} />;
}

/** Milliseconds after which a note that was asked for is waited for no more. */
const NOTE_COMES = 3_000;

/** Goes to the lesson's note, which may still be on its way to the page. */
function focusNote(until: number): void {
  const note = document.querySelector<HTMLInputElement>('[data-note]');
  if (note) note.focus();
  else if (performance.now() < until) requestAnimationFrame(() => focusNote(until));
}

/** All of one student, as a teacher wants it in the lesson. */
function StudentPage({
  ready,
  student,
  byName,
  onLook,
}: {
  readonly ready: ReadyState;
  readonly student: Student;
  readonly byName: readonly Student[];
  readonly onLook: (id: string) => void;
}) {
  const { studio, now } = ready;
  // The name and the quick acts are drawn first, then what is worked out for the lesson and the goals.
  const isDrawn = useDeferredValue(true, false);
  const model = useMemo(
    () => (isDrawn ? studentModel(studio, student, now) : null),
    [isDrawn, studio, student, now],
  );
  const { ask, archive, forms } = useStudentForms(ready);
  const goalId = openGoalsOf(studio, student.id)[0]?.id;
  const hasCard = model === null ? goalId !== undefined : model.whole !== null;
  // From here the tabs lead to what this student prepares.
  useEffect(() => {
    if (goalId !== undefined) bearInMind(goalId);
  }, [goalId]);
  const cardHref = hrefOf('/print', { sheet: 'card', student: student.id, week: '0' });
  const at = byName.indexOf(student);
  const turn = (by: number) => {
    const next = byName[at + by];
    if (next) onLook(next.id);
  };
  useKeys({
    j: () => turn(1),
    k: () => turn(-1),
    m: () => goalId !== undefined && goTo('/mark', { goal: goalId }),
    Enter: () => goalId !== undefined && goTo('/mark', { goal: goalId }),
    p: () => hasCard && goTo('/print', { sheet: 'card', student: student.id, week: '0' }),
    n: () => focusNote(performance.now() + NOTE_COMES),
    r: () => goTo('/run', { student: student.id }),
    l: () => goTo('/students'),
  });
  const [result] = useMemo(() => resultsOf(studio, student), [studio, student]);
  return (
    <>
      <PageLine
        title={student.name}
        sub={[
          whoPlays(student, now.day),
          student.archivedOn === null
            ? slotWords(slotOn(student, now.day))
            : `archived ${formatDay(student.archivedOn, 'written')}`,
          result ? `last result: ${result.what}, ${result.award}, ${formatDay(result.day, 'written')}` : '',
        ]
          .filter(Boolean)
          .join(' · ')}
        end={
          <>
            {byName[at - 1] && (
              <Button look="quiet" keyName="K" onClick={() => turn(-1)}>
                {byName[at - 1]?.name}
              </Button>
            )}
            {byName[at + 1] && (
              <Button look="quiet" keyName="J" onClick={() => turn(1)}>
                {byName[at + 1]?.name}
              </Button>
            )}
          </>
        }
      />
      <div className={css.acts} role="group" aria-label="Quick acts">
        {goalId !== undefined && (
          <>
            <LinkButton look="do" keyName="M" href={hrefOf('/mark', { goal: goalId })}>
              Mark
            </LinkButton>
            <LinkButton href={hrefOf('/plan', { goal: goalId })}>Plan</LinkButton>
          </>
        )}
        <LinkButton keyName="R" href={hrefOf('/run', { student: student.id })}>
          Run-through
        </LinkButton>
        <LinkButton href={hrefOf('/listen', { student: student.id })}>Listen</LinkButton>
        {hasCard && (
          <LinkButton keyName="P" href={cardHref}>
            Print this week’s card
          </LinkButton>
        )}
        <LinkButton href={hrefOf('/programme', { student: student.id })}>Set a goal</LinkButton>
        <Button onClick={() => ask({ what: 'change', student })}>Change details</Button>
        {student.archivedOn === null && <Button onClick={() => archive(student)}>Archive</Button>}
        <LinkButton look="quiet" keyName="L" href="/students">
          Students
        </LinkButton>
      </div>
      {model && <Body ready={ready} student={student} model={model} goalId={goalId ?? null} />}
      {forms}
    </>
  );
}

/** The lesson and the goals, then what stands beside and below them. */
function Body({
  ready,
  student,
  model,
  goalId,
}: {
  readonly ready: ReadyState;
  readonly student: Student;
  readonly model: StudentModel;
  readonly goalId: string | null;
}) {
  const { studio, now } = ready;
  const beside = useDeferredValue(true, false);
  return (
    <div className={css.grid}>
      <div className={css.main}>
        <Suspense>{beside && <CardReport ready={ready} studentId={student.id} />}</Suspense>
        <NextLesson ready={ready} model={model} />
        <Suspense>{beside && <Waiting goals={model.goals} today={now.day} />}</Suspense>
        {model.goals.length === 0 && (
          <Section title="Goals">
            <p className={css.soft}>No goal is set.</p>
          </Section>
        )}
        <Suspense>
          {model.goals.map((each) => (
            <GoalMarks key={each.goal.id} context={each} today={now.day} />
          ))}
          {beside && (
            <CardOfWeek studio={studio} whole={model.whole} studentId={student.id} goalId={goalId} />
          )}
        </Suspense>
        <Suspense>{beside && <Workshop ready={ready} student={student} model={model} />}</Suspense>
      </div>
      <Suspense>{beside && <Beside ready={ready} student={student} model={model} />}</Suspense>
    </div>
  );
}

/** When it is, what to hear in it, and what happens in it. */
function NextLesson({
  ready: { studio, now },
  model,
}: {
  readonly ready: ReadyState;
  readonly model: StudentModel;
}) {
  const { next, hear } = model;
  if (!next)
    return (
      <Section title="Next lesson">
        <p className={css.soft}>No lesson in the next twelve weeks.</p>
      </Section>
    );
  const { day, lesson } = next;
  const isOn = day === now.day && lesson.start <= now.time;
  const others =
    lesson.students.length > 1 ? `, ${lesson.students.map(({ name }) => name).join(' and ')}` : '';
  return (
    <Section
      title={isOn ? 'This lesson' : 'Next lesson'}
      end={`${day === now.day ? 'today' : formatDay(day, 'medium')} ${lesson.start}, ${lesson.minutes} minutes${others}`}
    >
      {hear.map(({ goal, lines }) => (
        <ul
          key={goal?.goal.id ?? 'own'}
          className={css.hear}
          aria-label={`To hear, ${goal?.level.name ?? 'own pieces and skills'}`}
        >
          {lines.map((line) => (
            <TaskLine key={line.itemId} line={line} />
          ))}
        </ul>
      ))}
      {hear.length === 0 && (
        <p className={css.soft}>Nothing is planned to be heard: there is no plan with work this week.</p>
      )}
      <div className={css.acts}>
        <Suspense>
          <LessonActs
            key={lesson.id}
            lesson={lesson}
            day={day}
            lessonsOf={(of) => lessonsOfDay(studio, of)}
            onRecord={(lessons, change) => void recordLessons(lessons, change)}
          />
        </Suspense>
      </div>
    </Section>
  );
}
