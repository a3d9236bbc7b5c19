import { formatBars } from '@/core/music';
import { daysToShow, type PerformingItem, type PieceEvidence } from '@/core/readiness';
import type { GoalContext } from '@/core/register';
import { inTerms } from '@/core/terms';
import { addDays, formatDay, isCalendarDay, lessonDays, type CalendarDay, type Closure } from '@/core/time';
import { planToShow } from '@/store/rescue-actions';
import { Button, Glyph, LinkButton, Section, TextField } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { PERFORMING_NAME } from '../../shell/performing-words';
import css from './Performing.module.css';

/** Most sections that are named. */
const NAMED = 3;

/** What shows that the student can perform, from the run-throughs, each with its evidence and day. */
export function Performing({
  items,
  context,
  titleOf,
  closures,
  today,
}: {
  readonly items: readonly PerformingItem[];
  readonly context: GoalContext;
  readonly titleOf: (pieceId: string) => string;
  readonly closures: readonly Closure[];
  readonly today: CalendarDay;
}) {
  const open = items.filter(({ done, of }) => done < of);
  const met = items.length - open.length;
  const { goal, session, student } = context;
  const { toShow = [] } = goal.plan;
  return (
    <Section
      title="Performing"
      end={
        <>
          {items.length === 0 ? '' : `${met} of ${items.length} met · `}
          <LinkButton look="quiet" href={hrefOf('/print', { sheet: 'stage', goal: context.goal.id })}>
            Print for the day
          </LinkButton>{' '}
          <LinkButton look="quiet" href={hrefOf('/run', { student: context.student.id })}>
            Run-through
          </LinkButton>
        </>
      }
    >
      {open.length > 0 && toShow.length === 0 && session.day > today && (
        <p>
          <Button
            onClick={() =>
              void planToShow(
                goal.id,
                daysToShow(
                  open.map(({ name }) => name),
                  lessonDays(student, addDays(today, 1), addDays(session.day, -1), closures),
                  today,
                  addDays(session.day, -1),
                ),
              )
            }
          >
            Put what is open into the plan
          </Button>
        </p>
      )}
      {toShow.length > 0 && (
        <p>
          <Button look="quiet" onClick={() => void planToShow(goal.id, [])}>
            Take it out of the plan
          </Button>
        </p>
      )}
      {items.length === 0 && <p className={css.soft}>No piece is chosen to perform.</p>}
      <ul className={css.root} data-testid="performing">
        {items.map((item) => (
          <li key={item.name} className={css.row}>
            <Glyph
              name={item.done === item.of ? 'gate passed' : 'gate'}
              label={item.done === item.of ? 'met' : 'open'}
            />
            <span>
              <b>
                {PERFORMING_NAME[item.name]}
                {item.of > 1 && ` ${item.done} of ${item.of}`}
              </b>
              <span className={css.soft}>{evidenceWords(item, titleOf)}</span>
              {item.done < item.of && <By name={item.name} goalId={goal.id} toShow={toShow} today={today} />}
            </span>
          </li>
        ))}
      </ul>
    </Section>
  );
}

/** The day by which it is shown; another day can be set. */
function By({
  name,
  goalId,
  toShow,
  today,
}: {
  readonly name: PerformingItem['name'];
  readonly goalId: string;
  readonly toShow: NonNullable<GoalContext['goal']['plan']['toShow']>;
  readonly today: CalendarDay;
}) {
  const own = toShow.find((each) => each.name === name);
  if (!own) return null;
  return (
    <span>
      <TextField
        label={`${PERFORMING_NAME[name]}, to be shown by`}
        bare
        type="date"
        value={own.by}
        onChange={(by) =>
          isCalendarDay(by) &&
          void planToShow(
            goalId,
            toShow.map((each) => (each.name === name ? { name, by } : each)),
          )
        }
      />
      {own.by < today && <b className={css.late}>overdue</b>}
    </span>
  );
}

function evidenceWords(item: PerformingItem, titleOf: (pieceId: string) => string): string {
  const heard = item.pieces.filter(({ day }) => day !== null);
  if (heard.length === 0) return 'not heard yet';
  return item.pieces.map((piece) => `${titleOf(piece.pieceId)}: ${pieceWords(item, piece)}`).join('; ');
}

function pieceWords({ name }: PerformingItem, piece: PieceEvidence): string {
  const { day, streak, missing = [], met } = piece;
  if (day === null) return 'not yet';
  const on = formatDay(day, 'short');
  if (streak) return `${streak.now} now, ${streak.best} at best, ${on}`;
  if (name === 'recovery') {
    if (!met) return `started over or ended, ${on}`;
    const { wentOnAfter } = piece;
    return wentOnAfter == null
      ? `went on, ${on}`
      : `went on after ${Math.round(10 * wentOnAfter) / 10} s, ${on}`;
  }
  if (missing.length > 0) {
    const named = missing.slice(0, NAMED).map(formatBars).join(', ');
    const more = missing.length > NAMED ? ` and ${missing.length - NAMED} more` : '';
    return inTerms`bars ${named}${more} never; last ${on}`;
  }
  return on;
}
