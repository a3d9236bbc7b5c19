import { useMemo } from 'react';
import type { DoneAtAll } from '@/core/plan';
import { cardsToReport } from '@/core/register';
import { formatDay } from '@/core/time';
import { reportCard, type ReadyState } from '@/store';
import { Button, LinkButton } from '@/ui';
import { hrefOf } from './addresses';
import css from './CardReport.module.css';

const WORDS: readonly (readonly [DoneAtAll, string])[] = [
  ['all', 'As on the card'],
  ['half', 'About half'],
  ['nothing', 'Nothing'],
];

/** The card a student has and nobody has spoken of: how much of it was done, in one press. Nothing where there is none. */
export function CardReport({
  ready: { studio, now },
  studentId,
  name,
}: {
  readonly ready: Pick<ReadyState, 'studio' | 'now'>;
  readonly studentId: string;
  /** Said where several students have the lesson. */
  readonly name?: string;
}) {
  const { cards, practice } = studio;
  const waiting = useMemo(
    () => cardsToReport({ cards, practice }, studentId, now.day).filter(({ from }) => from < now.day),
    [cards, practice, studentId, now.day],
  );
  const [card] = waiting;
  if (!card) return null;
  const days = `${formatDay(card.from, 'short')} to ${formatDay(card.to, 'short')}`;
  return (
    <div className={css.root} role="group" aria-label={`Card of ${days}`}>
      <span>
        {name === undefined ? '' : `${name}: `}Card of {days}, how much was done?
      </span>
      {WORDS.map(([done, words]) => (
        <Button key={done} onClick={() => void reportCard(card.id, done, now.day)}>
          {words}
        </Button>
      ))}
      <LinkButton look="quiet" href={hrefOf('/cards', { card: card.id })}>
        Line by line
      </LinkButton>
    </div>
  );
}
