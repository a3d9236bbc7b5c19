import type { ReactNode } from 'react';
import { inTerms } from '@/core/terms';
import { formatBars } from '@/core/music';
import type { LessonStep } from '@/core/students';
import type { DayLesson } from '@/core/register';
import { whoPlays } from '@/core/students';
import { formatDay, type CalendarDay } from '@/core/time';
import type { Now } from '@/store';
import { DecisionLine, Glyph, LinkButton, MiniStave, TempoMark, classes } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { miniLines, type LessonRow } from '../register-model';
import { decisionWords } from '../decision-words';
import { weeksWords } from '../../shell/words';
import { LessonActs, type OnRecord } from '../../shell/LessonActs';
import css from './LessonItem.module.css';

const STATES: Readonly<Record<DayLesson['state'], string>> = {
  planned: '',
  held: 'held',
  absent: 'absent',
  cancelled: 'cancelled',
  moved: 'moved',
};

export function LessonItem({
  row,
  day,
  now,
  open,
  onOpen,
  onRecord,
  lessonsOf,
  report,
}: {
  readonly row: LessonRow;
  readonly day: CalendarDay;
  /** The lessons of any day, to see what a move would clash with. */
  readonly lessonsOf: (day: CalendarDay) => readonly DayLesson[];
  readonly now: Now;
  readonly open: boolean;
  readonly onOpen: () => void;
  readonly onRecord: OnRecord;
  /** What is asked of the cards the students bring. */
  readonly report: ReactNode;
}) {
  const { lesson, goals, hear, decisions } = row;
  const [goal] = goals;
  const names = lesson.students.map((student) => student.name).join(' and ');
  if (row.state === 'done' && !open)
    return (
      <li className={css.done}>
        <span className={css.time}>{lesson.start}</span>
        <button type="button" className={css.doneName} onClick={onOpen}>
          {names}
        </button>
        <span className={css.note}>
          {lesson.state === 'held' ? <Glyph name="tick" size={12} label="held" /> : null}{' '}
          {lesson.state === 'moved' && lesson.moved && 'to' in lesson.moved
            ? `moved to ${formatDay(lesson.moved.to, 'medium')}`
            : lesson.state === 'held'
              ? ''
              : lesson.state === 'cancelled'
                ? stepWords({ ...lesson, movedTo: null })
                : STATES[lesson.state] || 'attendance not noted'}{' '}
          {lesson.note}
        </span>
      </li>
    );
  return (
    <li
      data-selected={open}
      className={classes(css.row, open && css.open)}
      data-testid={`lesson-${lesson.id}`}
    >
      <div className={css.time}>
        {lesson.start}
        <small>{minutesLeft(lesson, row.state, now.time)}</small>
      </div>
      <div>
        <button type="button" className={css.name} aria-expanded={open} onClick={onOpen}>
          {names}
        </button>
        <p className={css.who}>{lesson.students.map((student) => whoPlays(student, now.day)).join(' · ')}</p>
        {goal && (
          <p className={css.who}>
            {goal.level.name}, {goal.session.name}, aim{' '}
            {goal.scheme.awards.find((award) => award.id === goal.goal.aimAwardId)?.name ?? '—'}
          </p>
        )}
        {row.clashes.length > 0 && (
          <p className={css.who}>
            <Glyph name="decision" size={12} label="clash" /> at the same time as {row.clashes.join(', ')}
          </p>
        )}
        {lesson.earlier.length > 0 && (
          <p className={css.who}>before: {lesson.earlier.map(stepWords).join('; ')}</p>
        )}
        {row.owed > 0 && (
          <p className={css.who}>
            {row.owed} {row.owed === 1 ? 'lesson' : 'lessons'} to make up
          </p>
        )}
        {lesson.moved && 'from' in lesson.moved && (
          <p className={css.who}>moved from {formatDay(lesson.moved.from, 'medium')}</p>
        )}
      </div>
      <div>
        {goal ? (
          <>
            <p className={css.weeks}>{weeksWords(now.day, goal.session.day)}</p>
            <p className={css.who}>
              {goal.set.name} {goal.session.name}, {formatDay(goal.session.day, 'short')}.{' '}
              {goal.goal.enteredOn === null ? 'Not entered.' : 'Entered.'}
            </p>
          </>
        ) : (
          <p className={css.who}>
            No goal. <a href={hrefOf('/programme', { student: lesson.students[0]?.id })}>Set one</a>
          </p>
        )}
      </div>
      <ul className={css.hear}>
        {hear.slice(0, open ? 6 : 4).map((line) => (
          <li key={line.itemId}>
            <b>{line.letter}</b>
            <span>
              {line.title}
              {line.bars ? inTerms`, bars ${formatBars(line.bars)}` : ''}
              {line.tempo ? (
                <>
                  , <TempoMark unit={line.tempo.unit} perMinute={line.tempo.perMinute} />
                </>
              ) : null}
            </span>
            <span className={css.minutes}>{line.minutes} min</span>
          </li>
        ))}
      </ul>
      <div className={css.marks}>
        {goal && (
          <>
            <MiniStave {...miniLines(goal)} />
            {open && (
              <p className={css.total}>
                {goal.standing.total} of {goal.standing.maxMark}
                {goal.standing.missing.length > 0 ? ` with ${goal.standing.missing.length} not marked` : ''}
              </p>
            )}
          </>
        )}
      </div>
      <div className={css.say}>
        {decisions.slice(0, open ? 3 : 1).map((decision, at) => (
          <DecisionLine key={at}>{decisionWords(decision, now.day)}</DecisionLine>
        ))}
        {decisions.length === 0 && goal && <p className={css.nothing}>Nothing to decide.</p>}
      </div>
      {open && (
        <div className={css.acts}>
          <LessonActs lesson={lesson} day={day} onRecord={onRecord} lessonsOf={lessonsOf}>
            {goal && (
              <>
                <LinkButton keyName="Enter" href={hrefOf('/mark', { goal: goal.goal.id })}>
                  Mark
                </LinkButton>
                <LinkButton href={hrefOf('/plan', { goal: goal.goal.id })}>Plan</LinkButton>
              </>
            )}
            {lesson.students.map(({ id, name }, at) => (
              <LinkButton
                key={id}
                {...(at === 0 ? { keyName: 'S' } : {})}
                href={hrefOf('/student', { student: id })}
              >
                {lesson.students.length > 1 ? name : 'Student’s page'}
              </LinkButton>
            ))}
          </LessonActs>
          {/* It comes after the row is open: nothing to press may move away from under a finger. */}
          {report}
        </div>
      )}
    </li>
  );
}

const stepWords = ({ state, movedTo, cancelledBy }: LessonStep): string =>
  state === 'cancelled'
    ? `cancelled${cancelledBy ? ` by the ${cancelledBy}` : ''}`
    : movedTo
      ? `moved to ${formatDay(movedTo.day, 'medium')}, ${movedTo.start}`
      : STATES[state];

function minutesLeft(lesson: DayLesson, state: LessonRow['state'], time: string): string {
  if (state !== 'now') return `${lesson.minutes} min`;
  const at = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));
  return `${at(lesson.end) - at(time)} min left`;
}
