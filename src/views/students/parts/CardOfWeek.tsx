import { practiceCard } from '@/core/card';
import type { HandedLine, Plan } from '@/core/plan';
import { weekCard } from '@/core/register';
import type { Studio } from '@/core/files';
import { formatDay } from '@/core/time';
import { LinkButton, Section, TempoMark } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { LeftOut } from '../../shell/LeftOut';
import css from './TaskLine.module.css';

/** What the student practises this week: the card that was handed out, else the one the plan makes. */
export function CardOfWeek({
  studio,
  whole,
  studentId,
  goalId,
}: {
  readonly studio: Pick<Studio, 'cards'>;
  /** The plan over all goals and own work; null where there is neither. */
  readonly whole: Plan | null;
  readonly studentId: string;
  /** The first of the goals, whose plan is one press away. */
  readonly goalId: string | null;
}) {
  const card = whole && weekCard(studio, studentId, whole, 0);
  const title = 'Card';
  if (!card)
    return (
      <Section title={title}>
        <p className={css.minutes}>
          {goalId === null ? (
            'A card comes with a goal, with a piece of the own repertoire that is begun, or with a skill that is being learned.'
          ) : (
            <>
              There is no plan, so there is no card. <a href={hrefOf('/plan', { goal: goalId })}>See why</a>
            </>
          )}
        </p>
      </Section>
    );
  const parts = byPart(card.lines);
  const all = card.lines.reduce((sum, { minutes }) => sum + minutes, 0);
  return (
    <Section
      title={`${title}, ${formatDay(card.from, 'short')} to ${formatDay(card.to, 'short')}`}
      end={`${all} minutes${card.handed ? `, handed out on ${formatDay(card.handed.handedOn, 'short')}` : ''}`}
    >
      <ul>
        {parts.map(({ first, blocks, minutes }) => (
          <li key={first.line} className={css.root}>
            <b>{first.line}</b>
            <span>
              {first.title}
              {first.what === undefined ? '' : `, ${first.what}`}
              {first.tempo !== undefined && first.unit && (
                <>
                  , <TempoMark unit={first.unit} perMinute={first.tempo} />
                </>
              )}
              <small>{first.how}</small>
            </span>
            <span className={css.minutes}>
              {minutes} min in {blocks} {blocks === 1 ? 'block' : 'blocks'}
            </span>
          </li>
        ))}
      </ul>
      {card.handed === null && <LeftOut card={practiceCard(whole, 0)} />}
      <LinkButton
        look="quiet"
        href={hrefOf('/plan', goalId === null ? { student: studentId } : { goal: goalId })}
      >
        Plan
      </LinkButton>
    </Section>
  );
}

interface Part {
  readonly first: HandedLine;
  readonly blocks: number;
  readonly minutes: number;
}

/** Lines of the same piece or part together, in the order in which it comes first. */
function byPart(lines: readonly HandedLine[]): Part[] {
  const parts = new Map<string, Part>();
  for (const line of lines) {
    const key = `${line.goalId} ${line.componentId} ${line.pieceId} ${line.skillId}`;
    const before = parts.get(key);
    parts.set(key, {
      first: before?.first ?? line,
      blocks: (before?.blocks ?? 0) + 1,
      minutes: (before?.minutes ?? 0) + line.minutes,
    });
  }
  return [...parts.values()];
}
