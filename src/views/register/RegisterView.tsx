import { lazy, Suspense, useDeferredValue, useMemo, useRef, useState } from 'react';
import { BACKUP_DAYS } from '@/core/files';
import { deadlineWords, lessonsOfDay } from '@/core/register';
import { addDays, daysBetween, formatDay, isCalendarDay, type CalendarDay } from '@/core/time';
import { lastBackup, recordLessons, type ReadyState } from '@/store';
import { Button, Empty, Glyph, LinkButton, Section } from '@/ui';
import { PageLine } from '../shell/PageLine';
import { goTo, hrefOf } from '../shell/addresses';
import { StudioPage } from '../shell/StudioPage';
import { useKeys } from '../shell/use-keys';
import { useLooked } from '../shell/view-state';
import { LessonItem } from './parts/LessonItem';
import { useStudentForms } from '../students/use-student-forms';
import { contextsOfDay, registerModel } from './register-model';
import { useDecisions } from './use-decisions';
import css from './RegisterView.module.css';

/** Decisions drawn at first, and with each press; our choice: a screen of them, then a few screens. */
const FIRST_DECISIONS = 25;
const MORE_DECISIONS = 50;

const DecisionList = lazy(() =>
  import('./parts/DecisionList').then((part) => ({ default: part.DecisionList })),
);
const CardReport = lazy(() => import('../shell/CardReport').then((part) => ({ default: part.CardReport })));

export const RegisterView = () => <StudioPage>{(ready) => <Register ready={ready} />}</StudioPage>;

function Register({ ready }: { readonly ready: ReadyState }) {
  const { studio, now } = ready;
  const [looked, lookAt] = useLooked('day');
  const day = looked !== null && isCalendarDay(looked) ? looked : now.day;
  const setDay = (to: CalendarDay) => lookAt(to === now.day ? null : to);
  const { ask, forms } = useStudentForms(ready);
  const [picked, setPicked] = useState<string | null>(null);
  const decisionList = useRef<HTMLUListElement>(null);
  const contexts = useMemo(() => contextsOfDay(studio, day, now.day), [studio, day, now.day]);
  const model = useMemo(
    () => registerModel(studio, day, now.day, now.time, contexts),
    [studio, day, now, contexts],
  );
  const ofDay = useMemo(() => new Set(contexts.map(({ goal }) => goal.id)), [contexts]);
  const {
    decisions,
    left: unsettled,
    stopped,
  } = useDecisions(ready.which, studio, now.day, model.decisions, ofDay);
  const [most, showMost] = useState(FIRST_DECISIONS);
  // The lessons are drawn first, then the column beside them.
  const beside = useDeferredValue(true, false);
  const open =
    model.rows.find((row) => row.lesson.id === picked) ??
    model.rows.find((row) => row.state === 'now') ??
    model.rows.find((row) => row.state === 'to come');
  const step = (by: number) => {
    const at = model.rows.findIndex((row) => row.lesson.id === open?.lesson.id);
    const next = model.rows[Math.min(model.rows.length - 1, Math.max(0, at + by))];
    if (next) setPicked(next.lesson.id);
  };
  useKeys({
    j: () => step(1),
    k: () => step(-1),
    d: () => decisionList.current?.querySelector<HTMLElement>('[tabindex="0"]')?.focus(),
    p: () => goTo('/print', { sheet: 'day', day }),
    l: () => goTo('/students'),
    s: () => {
      const [student] = open?.lesson.students ?? [];
      if (student) goTo('/student', { student: student.id });
    },
    Enter: () => {
      const goal = open?.goals[0];
      if (goal) goTo('/mark', { goal: goal.goal.id });
    },
  });
  const active = [...studio.students.values()].filter((student) => student.archivedOn === null);
  const left = model.rows.filter((row) => row.state === 'to come');
  return (
    <>
      <PageLine
        title="Register"
        sub={`${formatDay(day, 'full')}${studio.settings.place ? ` · ${studio.settings.place}` : ''}`}
        end={
          <>
            <Button look="quiet" label="Day before" onClick={() => setDay(addDays(day, -1))}>
              Day before
            </Button>
            {day !== now.day && (
              <Button look="quiet" onClick={() => setDay(now.day)}>
                Today
              </Button>
            )}
            <Button look="quiet" onClick={() => setDay(addDays(day, 1))}>
              Day after
            </Button>
            <LinkButton look="quiet" keyName="P" href={hrefOf('/print', { sheet: 'day', day })}>
              Print the day
            </LinkButton>
            <LinkButton look="quiet" keyName="L" href="/students">
              Students
            </LinkButton>
          </>
        }
      />
      {ready.which === 'own' && active.length > 0 && (
        <BackupReminder today={now.day} after={ready.studio.settings.backupDays} />
      )}
      <div className={css.grid}>
        <div className={css.main}>
          <div className={css.head} aria-hidden="true">
            <span>Lesson</span>
            <span>Student</span>
            <span>Next event</span>
            <span>To hear today</span>
            <span>Last marks; barline = aim</span>
          </div>
          {model.rows.length === 0 ? (
            <Empty title={active.length === 0 ? 'No students yet' : 'No lessons on this day'}>
              {active.length === 0 && (
                <>
                  <p>Add the first student, or paste a table of them.</p>
                  <div className={css.add}>
                    <Button onClick={() => ask({ what: 'add' })}>Add a student</Button>
                    <Button onClick={() => ask({ what: 'paste' })}>Paste a table</Button>
                  </div>
                </>
              )}
            </Empty>
          ) : (
            <ol>
              {model.rows.map((row) => (
                <LessonItem
                  key={row.lesson.id}
                  row={row}
                  day={day}
                  now={now}
                  open={row.lesson.id === open?.lesson.id}
                  onOpen={() => setPicked(row.lesson.id)}
                  lessonsOf={(of) => lessonsOfDay(studio, of)}
                  onRecord={(lessons, change) => void recordLessons(lessons, change)}
                  report={
                    <Suspense>
                      {row.lesson.students.map(({ id, name }) => (
                        <CardReport
                          key={id}
                          ready={ready}
                          studentId={id}
                          {...(row.lesson.students.length > 1 && { name })}
                        />
                      ))}
                    </Suspense>
                  }
                />
              ))}
            </ol>
          )}
          <div className={css.foot}>
            <span>
              <Glyph name="teacher" /> teacher’s mark
            </span>
            <span>
              <Glyph name="own" /> student’s own mark
            </span>
            <span>
              <Glyph name="mock" /> mock examiner
            </span>
            <span>
              <Glyph name="decision" size={12} /> needs a decision
            </span>
            <span className={css.count}>
              {model.rows.length} {model.rows.length === 1 ? 'lesson' : 'lessons'}
              {left.length > 0 ? `; ${left.length} to come, last ends ${left.at(-1)?.lesson.end ?? ''}` : ''}
            </span>
          </div>
        </div>
        <aside className={css.side}>
          {beside && (
            <>
              <Section title="Deadlines" end="days from today">
                {model.deadlines.length === 0 && <p className={css.none}>No goal with a date ahead.</p>}
                <ul>
                  {model.deadlines.map((deadline) => (
                    <li key={`${deadline.kind}${deadline.setName}${deadline.day}`} className={css.deadline}>
                      <span className={css.days}>{deadline.days}</span>
                      <div>
                        <p>
                          <b>{deadlineWords(deadline)}</b>, {formatDay(deadline.day, 'medium')}
                        </p>
                        <p className={css.soft}>
                          {deadline.fee === '' ? '' : `Fee ${deadline.fee} · `}
                          {deadline.entered.length} entered, {deadline.undecided.length} not entered
                        </p>
                      </div>
                    </li>
                  ))}
                </ul>
                {model.deadlines.length > 0 && (
                  <Button
                    look="quiet"
                    onClick={() =>
                      void import('./deadline-calendar').then(({ saveDeadlines }) =>
                        saveDeadlines(model.deadlines, now.day),
                      )
                    }
                  >
                    Save the deadlines as a calendar
                  </Button>
                )}
              </Section>
              <Section
                title="Decisions waiting"
                end={
                  stopped
                    ? 'the rest could not be computed; reload the page'
                    : unsettled > 0
                      ? `${decisions.length} so far, ${unsettled === 1 ? '1 goal' : `${unsettled} goals`} to come`
                      : decisions.length > 0
                        ? `${decisions.length}, first due first`
                        : undefined
                }
              >
                {decisions.length === 0 && unsettled === 0 && <p className={css.none}>Nothing to decide.</p>}
                <Suspense>
                  <DecisionList ready={ready} decisions={decisions.slice(0, most)} list={decisionList} />
                </Suspense>
                {decisions.length > most && (
                  <Button look="quiet" onClick={() => showMost(most + MORE_DECISIONS)}>
                    Show more; {decisions.length - most} are left
                  </Button>
                )}
              </Section>
            </>
          )}
        </aside>
      </div>
      {forms}
    </>
  );
}

function BackupReminder({
  today,
  after = BACKUP_DAYS,
}: {
  readonly today: CalendarDay;
  readonly after?: number | undefined;
}) {
  const last = lastBackup('own');
  if (last !== null && daysBetween(last, today) < after) return null;
  return (
    <p className={css.soft}>
      {last === null ? 'Not backed up.' : `Last backed up on ${formatDay(last, 'written')}.`} This browser has
      the only copy{last === null ? '' : ' of what changed since'}. <a href="/settings">Back up</a>
    </p>
  );
}
