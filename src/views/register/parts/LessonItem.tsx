import { useState } from 'react';
import { formatBars } from '@/core/music';
import type { LessonRecord, LessonStep } from '@/core/students';
import type { DayLesson } from '@/core/register';
import { whoPlays } from '@/core/students';
import { formatDay, type CalendarDay } from '@/core/time';
import type { Now } from '@/store';
import { Button, DecisionLine, Glyph, LinkButton, MiniStave, TempoMark, classes } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { miniLines, type LessonRow } from '../register-model';
import { decisionWords } from '../decision-words';
import { weeksWords } from '../../shell/words';
import { MoveLessonDialog } from './MoveLessonDialog';
import css from './LessonItem.module.css';

const STATES: Readonly<Record<DayLesson['state'], string>> = {
  planned: '',
  held: 'held',
  absent: 'absent',
  cancelled: 'cancelled',
  moved: 'moved',
};

export type LessonChange = Partial<Pick<LessonRecord, 'state' | 'note' | 'movedTo' | 'cancelledBy'>>;
/** The records of a lesson (one for each student) and what is noted in all of them. */
export type OnRecord = (
  lessons: readonly Pick<LessonRecord, 'id' | 'studentId' | 'day'>[],
  change: LessonChange,
) => void;

export function LessonItem({
  row,
  day,
  now,
  open,
  onOpen,
  onRecord,
  lessonsOf,
}: {
  readonly row: LessonRow;
  readonly day: CalendarDay;
  /** The lessons of any day, to see what a move would clash with. */
  readonly lessonsOf: (day: CalendarDay) => readonly DayLesson[];
  readonly now: Now;
  readonly open: boolean;
  readonly onOpen: () => void;
  readonly onRecord: OnRecord;
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
          <li key={line.componentId}>
            <b>{line.letter}</b>
            <span>
              {line.title}
              {line.bars ? `, bars ${formatBars(line.bars)}` : ''}
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
        <OpenLesson
          row={row}
          day={day}
          onRecord={onRecord}
          lessonsOf={lessonsOf}
          {...(goal ? { goalId: goal.goal.id } : {})}
        />
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

/** What is done in the lesson itself: where to go, attendance, a line of notes. */
function OpenLesson({
  row,
  day,
  goalId,
  onRecord,
  lessonsOf,
}: {
  readonly row: LessonRow;
  readonly day: CalendarDay;
  readonly lessonsOf: (day: CalendarDay) => readonly DayLesson[];
  readonly goalId?: string;
  readonly onRecord: OnRecord;
}) {
  const { lesson } = row;
  const [note, setNote] = useState(lesson.note);
  const keepNote = () => {
    if (note !== lesson.note) record({ note });
  };
  const [moving, setMoving] = useState(false);
  const records = lesson.students.map((student) => {
    const slotDay = lesson.moved && 'from' in lesson.moved ? lesson.moved.from : day;
    return { id: `${slotDay}/${student.id}`, studentId: student.id, day: slotDay };
  });
  const record = (change: LessonChange) => onRecord(records, change);
  // What a state goes back to when its press is taken back.
  const back = lesson.moved ? 'moved' : 'planned';
  if (lesson.moved && 'to' in lesson.moved)
    return (
      <div className={css.acts}>
        <p>
          This lesson is on{' '}
          <a href={hrefOf('/', { day: lesson.moved.to })}>{formatDay(lesson.moved.to, 'full')}</a> at{' '}
          {lesson.moved.start}.
        </p>
      </div>
    );
  return (
    <div className={css.acts}>
      {goalId !== undefined && (
        <>
          <LinkButton keyName="Enter" href={hrefOf('/mark', { goal: goalId })}>
            Mark
          </LinkButton>
          <LinkButton href={hrefOf('/plan', { goal: goalId })}>Plan</LinkButton>
        </>
      )}
      {(['held', 'absent'] as const).map((state) => (
        <Button
          key={state}
          pressed={lesson.state === state}
          onClick={() => record({ state: lesson.state === state ? back : state })}
        >
          {{ held: 'Held', absent: 'Absent' }[state]}
        </Button>
      ))}
      {(['teacher', 'student'] as const).map((cancelledBy) => {
        const is = lesson.state === 'cancelled' && lesson.cancelledBy === cancelledBy;
        return (
          <Button
            key={cancelledBy}
            pressed={is}
            onClick={() => record(is ? { state: back } : { state: 'cancelled', cancelledBy })}
          >
            {{ teacher: 'Teacher cancelled', student: 'Student cancelled' }[cancelledBy]}
          </Button>
        );
      })}
      <Button onClick={() => setMoving(true)}>Move</Button>
      <label className={css.noteLabel}>
        Note
        <input
          value={note}
          maxLength={1000}
          onChange={(event) => setNote(event.target.value)}
          onBlur={keepNote}
          onKeyDown={(event) => event.key === 'Enter' && keepNote()}
        />
      </label>
      {moving && (
        <MoveLessonDialog
          lesson={lesson}
          day={day}
          lessonsOf={lessonsOf}
          onMove={(movedTo) => record({ state: 'moved', movedTo })}
          onClose={() => setMoving(false)}
        />
      )}
    </div>
  );
}
