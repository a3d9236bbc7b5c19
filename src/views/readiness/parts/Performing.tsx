import { formatBars } from '@/core/music';
import type { PerformingItem, PieceEvidence } from '@/core/readiness';
import type { GoalContext } from '@/core/register';
import { inTerms } from '@/core/terms';
import { formatDay } from '@/core/time';
import { Glyph, LinkButton, Section } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import css from './Performing.module.css';

const NAMES: Readonly<Record<PerformingItem['name'], string>> = {
  steady: 'Steady run',
  streak: 'Clean in a row',
  'cold starts': 'Every section cold',
  memory: 'Memory',
  recovery: 'Recovery',
  listeners: 'Before listeners',
  room: 'Another room',
  instrument: 'Another instrument',
  clothes: 'Clothes of the day',
  routine: 'Stage routine',
};

/** Most sections that are named. */
const NAMED = 3;

/** What shows that the student can perform, from the run-throughs, each with its evidence and day. */
export function Performing({
  items,
  context,
  titleOf,
}: {
  readonly items: readonly PerformingItem[];
  readonly context: GoalContext;
  readonly titleOf: (pieceId: string) => string;
}) {
  const met = items.filter(({ done, of }) => done === of).length;
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
                {NAMES[item.name]}
                {item.of > 1 && ` ${item.done} of ${item.of}`}
              </b>
              <span className={css.soft}>{evidenceWords(item, titleOf)}</span>
            </span>
          </li>
        ))}
      </ul>
    </Section>
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
