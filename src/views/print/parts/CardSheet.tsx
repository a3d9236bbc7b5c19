import { useMemo } from 'react';
import type { HandedLine, Plan } from '@/core/plan';
import { practiceCard } from '@/core/card';
import { nextLesson, type WeekCard } from '@/core/register';
import { instrumentOn, whoPlays, type Student } from '@/core/students';
import { addDays, daysFrom, formatDay, type CalendarDay } from '@/core/time';
import type { ReadyState } from '@/store';
import { PrintFrame, TempoMark } from '@/ui';
import { LeftOut } from '../../shell/LeftOut';
import { useIncipits } from '../use-incipits';
import css from './CardSheet.module.css';

/** The practice card of a week on A5, day by day: what to do, what to listen for, and boxes to fill that the entry form has as well. */
export function CardSheet({
  ready: { studio, now },
  student,
  plan,
  card,
  nameOf,
}: {
  readonly ready: ReadyState;
  readonly student: Student;
  /** Over all goals: a student has one card. */
  readonly plan: Plan;
  readonly card: WeekCard;
  readonly nameOf: (name: string) => string;
}) {
  const incipits = useIncipits(studio, card.lines, { instrument: instrumentOn(student, card.from) });
  const lesson = useMemo(
    () => nextLesson(studio, student, { day: addDays(card.to, 1), time: '00:00' }),
    [studio, student, card.to],
  );
  const days = [...new Set(card.lines.map(({ day }) => day))];
  const minutes = (lines: readonly HandedLine[]) => lines.reduce((sum, line) => sum + line.minutes, 0);
  const clean = plan.habits.clean;
  return (
    <PrintFrame
      size="A5"
      title={nameOf(student.name)}
      sub={`Practice card, ${whoPlays(student, now.day)} · ${formatDay(card.from, 'short')} to ${formatDay(card.to, 'short')} · ${minutes(card.lines)} minutes`}
    >
      <div className={css.top}>
        <ol className={css.strip} aria-label="Days of practice">
          {daysFrom(card.from, card.to).map((day) => (
            <li key={day} data-on={days.includes(day)}>
              {formatDay(day, 'medium').slice(0, 1)}
              <span>{days.includes(day) ? minutes(card.lines.filter((line) => line.day === day)) : ''}</span>
            </li>
          ))}
        </ol>
        <p>
          {clean} clean times in a row: one step up. Two slips: one down.
          {lesson && (
            <>
              <br />
              Lesson: {formatDay(lesson.day, 'medium')}, {lesson.lesson.start}
            </>
          )}
        </p>
      </div>
      <p className={css.columns} aria-hidden="true">
        <span>min</span>
        <span>tempo</span>
        <span>clean</span>
        <span>mark</span>
      </p>
      {days.map((day) => (
        <Day
          key={day}
          day={day}
          lines={card.lines.filter((line) => line.day === day)}
          clean={clean}
          incipits={incipits}
        />
      ))}
      {card.handed === null && <LeftOut card={practiceCard(plan, card.week)} />}
      <p className={css.parent}>
        For a parent: hear one line and ask what to listen for. Heard by <span />
      </p>
      <p className={css.care}>
        <b>Stop when anything hurts,</b> and say so at the lesson. A break after 25 minutes at most.
      </p>
    </PrintFrame>
  );
}

function Day({
  day,
  lines,
  clean,
  incipits,
}: {
  readonly day: CalendarDay;
  readonly lines: readonly HandedLine[];
  readonly clean: number;
  readonly incipits: ReadonlyMap<number, string>;
}) {
  const [weekday = '', ...date] = formatDay(day, 'medium').split(' ');
  return (
    <section className={css.day} aria-label={formatDay(day, 'long')}>
      <h2>
        {weekday}
        <small>
          {date.join(' ')}
          <br />
          {lines.reduce((sum, { minutes }) => sum + minutes, 0)} min
        </small>
      </h2>
      <ol>
        {lines.map((line) => (
          <li key={line.line} className={css.line} data-engraved={incipits.has(line.line)}>
            <div className={css.task}>
              <p>
                <b>{line.title}</b>
                {line.what !== undefined && (
                  <>
                    , <span>{line.what}</span>
                  </>
                )}
              </p>
              <p className={css.how}>{line.how}</p>
              <p>
                <b>Listen:</b> {line.listenFor}
                {line.why !== undefined && <>. Why: {line.why}</>}
              </p>
            </div>
            <b className={css.number}>{line.line}</b>
            <Boxes line={line} clean={clean} />
            {incipits.has(line.line) && (
              <div
                className={css.incipit}
                aria-hidden="true"
                dangerouslySetInnerHTML={{ __html: incipits.get(line.line) ?? '' }}
              />
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}

/** Minutes, tempo, clean times and own mark, in the order in which they are entered. */
function Boxes({ line, clean }: { readonly line: HandedLine; readonly clean: number }) {
  return (
    <div className={css.boxes}>
      <div>
        <i>of {line.minutes}</i>
        <span />
      </div>
      <div>
        <i>
          {line.tempo !== undefined && line.unit && <TempoMark unit={line.unit} perMinute={line.tempo} />}
        </i>
        <span />
        {line.rung && (
          <small>
            step {line.rung.at} of {line.rung.of}
          </small>
        )}
      </div>
      <div>
        <i>{Array.from({ length: Math.min(5, clean) }, (_, at) => at + 1).join('   ')}</i>
        <div className={css.clean}>
          {Array.from({ length: Math.min(5, clean) }, (_, at) => (
            <span key={at} />
          ))}
        </div>
      </div>
      <div>
        <i>of 10</i>
        <span />
      </div>
    </div>
  );
}
