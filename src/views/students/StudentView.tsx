import { useDeferredValue, useEffect, useMemo } from 'react';
import { formatBars } from '@/core/music';
import { decisionsOf, lessonsOfDay } from '@/core/register';
import { whoPlays, type Student } from '@/core/students';
import { formatDay, slotOn } from '@/core/time';
import { recordLessons, type ReadyState } from '@/store';
import { Button, DecisionLine, Empty, Glyph, LinkButton, PageLine, Section } from '@/ui';
import { decisionWords } from '../register/decision-words';
import { LessonActs } from '../shell/LessonActs';
import { goTo, hrefOf } from '../shell/addresses';
import { StudioPage } from '../shell/StudioPage';
import { useKeys } from '../shell/use-keys';
import { bearInMind, useLooked } from '../shell/view-state';
import { slotWords } from '../shell/words';
import { CardOfWeek } from './parts/CardOfWeek';
import { GoalMarks } from './parts/GoalMarks';
import { TaskLine } from './parts/TaskLine';
import { studentBeside, studentModel, type StudentModel } from './student-model';
import { useStudentForms } from './use-student-forms';
import css from './StudentView.module.css';

export const StudentView = () => <StudioPage>{(ready) => <StudentOf ready={ready} />}</StudioPage>;

function StudentOf({ ready }: { readonly ready: ReadyState }) {
  const { studio } = ready;
  const [looked, look] = useLooked('student');
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

/** Bar notes, lessons and skills shown at once; the rest is where they are kept. */
const FIRST = 6;

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
  const model = useMemo(() => studentModel(studio, student, now), [studio, student, now]);
  const { ask, archive, forms } = useStudentForms(ready);
  const [goal] = model.goals;
  const goalId = goal?.goal.id;
  // From here the tabs lead to what this student prepares.
  useEffect(() => {
    if (goalId !== undefined) bearInMind(goalId);
  }, [goalId]);
  const at = byName.indexOf(student);
  const turn = (by: number) => {
    const next = byName[at + by];
    if (next) onLook(next.id);
  };
  useKeys({
    j: () => turn(1),
    k: () => turn(-1),
    m: () => goal && goTo('/mark', { goal: goal.goal.id }),
    Enter: () => goal && goTo('/mark', { goal: goal.goal.id }),
    p: () => goal && goTo('/print', { sheet: 'card', goal: goal.goal.id, week: '0' }),
    n: () => document.querySelector<HTMLInputElement>('[data-note]')?.focus(),
    l: () => goTo('/students'),
  });
  const decisions = useMemo(() => decisionsOf(model.goals, now.day), [model.goals, now.day]);
  const [result] = model.results;
  // The lesson and the goals are drawn first, then what stands beside and below them.
  const beside = useDeferredValue(true, false);
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
        {goal && (
          <>
            <LinkButton look="do" keyName="M" href={hrefOf('/mark', { goal: goal.goal.id })}>
              Mark
            </LinkButton>
            <LinkButton href={hrefOf('/plan', { goal: goal.goal.id })}>Plan</LinkButton>
            <LinkButton keyName="P" href={hrefOf('/print', { sheet: 'card', goal: goal.goal.id, week: '0' })}>
              Print this week’s card
            </LinkButton>
          </>
        )}
        <LinkButton href={hrefOf('/programme', { student: student.id })}>Set a goal</LinkButton>
        <Button onClick={() => ask({ what: 'change', student })}>Change details</Button>
        {student.archivedOn === null && <Button onClick={() => archive(student)}>Archive</Button>}
        <LinkButton look="quiet" keyName="L" href="/students">
          Students
        </LinkButton>
      </div>
      <div className={css.grid}>
        <div className={css.main}>
          <NextLesson ready={ready} model={model} />
          {decisions.length > 0 && (
            <div className={css.waiting} role="group" aria-label="Waiting for a decision">
              {decisions.map((decision, which) => (
                <DecisionLine key={which}>{decisionWords(decision, now.day)}</DecisionLine>
              ))}
            </div>
          )}
          {model.goals.length === 0 && (
            <Section title="Goals">
              <p className={css.soft}>No goal is set.</p>
            </Section>
          )}
          {model.goals.map((each) => (
            <GoalMarks key={each.goal.id} context={each} today={now.day} />
          ))}
          {beside &&
            model.goals.map((each) => (
              <CardOfWeek key={each.goal.id} context={each} isOne={model.goals.length === 1} />
            ))}
        </div>
        {beside && <Beside studio={studio} student={student} model={model} />}
      </div>
      {forms}
    </>
  );
}

/** Notes, lessons, skills, pieces and results. */
function Beside({
  studio,
  student,
  model,
}: {
  readonly studio: ReadyState['studio'];
  readonly student: Student;
  readonly model: StudentModel;
}) {
  const beside = useMemo(() => studentBeside(studio, student, model.goals), [studio, student, model.goals]);
  return (
    <aside className={css.side} aria-label="Notes, skills, pieces and results">
      <Section title="Notes at bars" end={beside.notes.length > 0 ? `${beside.notes.length}` : undefined}>
        {beside.notes.length === 0 && <p className={css.soft}>No note at a bar yet.</p>}
        <ul>
          {beside.notes.slice(0, FIRST).map((note, which) => (
            <li key={which} className={css.note}>
              <a href={hrefOf('/mark', { goal: note.goalId, component: note.componentId })}>
                {note.letter} {formatBars(note.bars)}
              </a>
              <span className={css.soft}>{formatDay(note.day, 'short')}</span>
              <p>{note.text}</p>
            </li>
          ))}
        </ul>
      </Section>
      <Section title="Lessons" end={beside.lessons.length > 0 ? 'with notes, latest first' : undefined}>
        {beside.lessons.length === 0 && <p className={css.soft}>No lesson has a note yet.</p>}
        <ul>
          {beside.lessons.slice(0, FIRST).map((lesson) => (
            <li key={lesson.id} className={css.note}>
              <a href={hrefOf('/', { day: lesson.day })}>{formatDay(lesson.day, 'medium')}</a>
              <span className={css.soft}>{lesson.state === 'planned' ? '' : lesson.state}</span>
              <p>{lesson.note}</p>
            </li>
          ))}
        </ul>
      </Section>
      <Section
        title="Skills next"
        end={`${Math.min(FIRST, beside.skills.length)} of ${beside.skills.length}`}
      >
        <ul>
          {beside.skills.slice(0, FIRST).map(({ skill, state }) => (
            <li key={skill.id} className={css.skill}>
              <Glyph name={state === 'with teacher' ? 'half' : 'gate'} />
              <span>{skill.name}</span>
              <span className={css.soft}>{state === 'with teacher' ? 'begun with you' : ''}</span>
            </li>
          ))}
        </ul>
        <a className={css.more} href={hrefOf('/skills', { student: student.id })}>
          Map of skills
        </a>
      </Section>
      <Section title="Repertoire">
        {beside.repertoire.length === 0 && <p className={css.soft}>No piece begun yet.</p>}
        <dl className={css.pieces}>
          {beside.repertoire.map(({ state, titles }) => (
            <div key={state}>
              <dt>{state}</dt>
              <dd>
                {titles.slice(0, FIRST).join(', ')}
                {titles.length > FIRST ? ` and ${titles.length - FIRST} more` : ''}
              </dd>
            </div>
          ))}
        </dl>
        <a className={css.more} href={hrefOf('/repertoire', { student: student.id, own: '1' })}>
          Own repertoire
        </a>
      </Section>
      <Section title="Results">
        {model.results.length === 0 && <p className={css.soft}>No official result yet.</p>}
        <ul>
          {model.results.map(({ what, award, day }, which) => (
            <li key={which} className={css.note}>
              <b>{what}</b>
              <span className={css.soft}>{formatDay(day, 'written')}</span>
              <p>{award}</p>
            </li>
          ))}
        </ul>
      </Section>
      {student.notes !== undefined && student.notes !== '' && (
        <Section title="Notes">
          <p>{student.notes}</p>
        </Section>
      )}
    </aside>
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
        <ul key={goal.goal.id} className={css.hear} aria-label={`To hear, ${goal.level.name}`}>
          {lines.map((line) => (
            <TaskLine key={line.componentId} line={line} goalId={goal.goal.id} />
          ))}
        </ul>
      ))}
      {hear.every(({ lines }) => lines.length === 0) && (
        <p className={css.soft}>Nothing is planned to be heard: there is no plan with work this week.</p>
      )}
      <div className={css.acts}>
        <LessonActs
          key={lesson.id}
          lesson={lesson}
          day={day}
          lessonsOf={(of) => lessonsOfDay(studio, of)}
          onRecord={(lessons, change) => void recordLessons(lessons, change)}
        />
      </div>
    </Section>
  );
}
