import { useMemo } from 'react';
import { practiceCard } from '@/core/card';
import type { Plan } from '@/core/plan';
import type { Goal } from '@/core/programme';
import { hearToday } from '@/core/register';
import type { Student } from '@/core/students';
import { inTerms } from '@/core/terms';
import { formatDay, slotMinutes, slotOn, type CalendarDay } from '@/core/time';
import { putBarsFirst, putOwnBarsFirst, shutWeek } from '@/store';
import { Button, LinkButton, Section, TempoMark } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { PracticeCardTable } from './PracticeCardTable';
import css from '../PlanView.module.css';

/** Of the week that is picked: what to hear in its lesson, and its practice card. */
export function WeekBelow({
  student,
  goal,
  plan,
  week: at,
  hasGate,
  onGate,
  onMinutes,
  onDialog,
  onCalendar,
}: {
  readonly student: Student;
  /** The goal looked at; null where the student has none. */
  readonly goal: Goal | null;
  readonly plan: Plan;
  /** Index into the plan's weeks. */
  readonly week: number;
  readonly hasGate: boolean;
  readonly onGate: () => void;
  readonly onMinutes: (day: CalendarDay, minutes: number) => void;
  readonly onDialog: (which: 'effort' | 'closures') => void;
  readonly onCalendar: () => void;
}) {
  const card = useMemo(() => practiceCard(plan, at), [plan, at]);
  const week = plan.weeks[at];
  if (!week) return null;
  const lessonMinutes = slotMinutes(slotOn(student, week.from));
  const shut = goal?.plan.shutWeeks.includes(week.from) ?? false;
  const of = goal ? { goal: goal.id } : { student: student.id };
  return (
    <div className={css.lower}>
      <Section title={at === 0 ? 'Lesson this week' : 'Lesson'} end={`hear, ${lessonMinutes} minutes`}>
        <ol className={css.hear}>
          {hearToday(plan, lessonMinutes, at).map((line) => (
            <li key={line.itemId}>
              <span className={css.letter}>{line.letter}</span>
              <span>
                <b>
                  {line.title}
                  {line.what === '' ? '' : `, ${line.what}`}
                </b>
                <br />
                <span className={css.soft}>
                  {line.tempo ? (
                    <>
                      <TempoMark unit={line.tempo.unit} perMinute={line.tempo.perMinute} />,{' '}
                    </>
                  ) : null}
                  {line.how}; listen for {line.listenFor}
                </span>
              </span>
              <span className={css.minutes}>{line.minutes} min</span>
            </li>
          ))}
        </ol>
      </Section>
      <Section
        title={`Practice card, ${formatDay(week.from, 'short')} to ${formatDay(week.to, 'short')}`}
        end={inTerms('minutes, bars, tempo')}
      >
        <PracticeCardTable
          card={card}
          practice={student}
          onMinutes={onMinutes}
          onFirst={({ item: { goalId, piece, componentId } }, bars) => {
            const partId = piece?.id ?? componentId;
            if (partId === null) return;
            if (goalId !== null) void putBarsFirst(goalId, partId, bars);
            else if (piece) void putOwnBarsFirst(student.id, piece.id, bars);
          }}
        />
        <div className={css.acts}>
          <LinkButton keyName="P" href={hrefOf('/print', { sheet: 'card', ...of, week: String(at) })}>
            Print the card
          </LinkButton>
          <LinkButton href={hrefOf('/print', { sheet: 'stave', student: student.id })}>
            Print the stave
          </LinkButton>
          {goal && (
            <Button pressed={shut} onClick={() => void shutWeek(goal.id, week.from, !shut)}>
              {shut ? 'Restore this week' : 'No practice this week'}
            </Button>
          )}
          <Button keyName="G" disabled={!hasGate} onClick={onGate}>
            Move a gate
          </Button>
          <Button onClick={() => onDialog('effort')}>Minutes and effort</Button>
          <Button onClick={() => onDialog('closures')}>Closures</Button>
          <Button onClick={onCalendar}>Save as calendar</Button>
        </div>
      </Section>
    </div>
  );
}
