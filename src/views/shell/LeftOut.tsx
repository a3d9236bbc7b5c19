import type { PracticeCard } from '@/core/card';

/** What the plan asks of the week beyond the minutes there are, and the card therefore leaves out. */
export const LeftOut = ({ card }: { readonly card: PracticeCard }) =>
  card.leftOut.length === 0 ? null : (
    <p>
      Left out for want of time:{' '}
      {card.leftOut.map(({ item, minutes }) => `${item.letter} ${item.title}, ${minutes} minutes`).join('; ')}
      .
    </p>
  );
