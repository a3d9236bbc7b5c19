import { practiceCard } from '@/core/card';
import type { Plan } from '@/core/plan';
import { formatDay } from '@/core/time';
import { LinkButton, Section, TempoMark } from '@/ui';
import { hrefOf } from '../../shell/addresses';
import { LeftOut } from '../../shell/LeftOut';
import css from './TaskLine.module.css';

/** What the student practises this week, goal by goal. */
export function CardOfWeek({
  whole,
  goalId,
}: {
  /** The plan over all goals; null where there is none. */
  readonly whole: Plan | null;
  readonly goalId: string;
}) {
  const card = whole && practiceCard(whole, 0);
  const [first] = card?.days ?? [];
  const last = card?.days.at(-1);
  const title = 'Card';
  if (!card || !first || !last)
    return (
      <Section title={title}>
        <p className={css.minutes}>
          There is no plan, so there is no card. <a href={hrefOf('/plan', { goal: goalId })}>See why</a>
        </p>
      </Section>
    );
  return (
    <Section
      title={`${title}, ${formatDay(first.day, 'short')} to ${formatDay(last.day, 'short')}`}
      end={`${card.minutes} of ${card.available} minutes`}
    >
      <ul>
        {card.rows
          .filter(({ minutes }) => minutes > 0)
          .map(({ item, blocks, minutes }) => {
            const [block] = blocks;
            return (
              <li key={item.id} className={css.root}>
                <b>{item.letter}</b>
                <span>
                  {item.title}
                  {block && block.what !== '' ? `, ${block.what}` : ''}
                  {item.tempo && block?.tempo !== null && block?.tempo !== undefined && (
                    <>
                      , <TempoMark unit={item.tempo.unit} perMinute={Math.round(block.tempo)} />
                    </>
                  )}
                  <small>{block?.how}</small>
                </span>
                <span className={css.minutes}>
                  {minutes} min in {blocks.length} {blocks.length === 1 ? 'block' : 'blocks'}
                </span>
              </li>
            );
          })}
      </ul>
      <LeftOut card={card} />
      <LinkButton look="quiet" href={hrefOf('/plan', { goal: goalId })}>
        Plan
      </LinkButton>
    </Section>
  );
}
