import type { Piece } from '../../repertoire';
import { formatDay, type CalendarDay } from '../../time';
import { kept, type SearchFacts, type SearchPiece } from '../search-parts';
import { usedWithin } from '../used-within';
import { amountOrNone } from './fields';
import { ruleModule } from './rule-module';
import { addable, decide, openOf, sum } from './ways';
import { list, number } from './words';

/** In an entry closed in the last `years` years; null: ever. */
export interface NotUsedBefore {
  readonly id: string;
  readonly kind: 'not used before';
  readonly years: number | null;
}

interface UsedEvidence {
  readonly kind: 'used';
  readonly again: readonly { readonly title: string; readonly day: CalendarDay; readonly what: string }[];
  readonly open: number;
}

const NONE: ReadonlySet<string> = new Set();
const usedIn = (known: unknown) => known as ReadonlySet<string>;
const again = (places: readonly SearchPiece[], facts: SearchFacts, rule: NotUsedBefore) => {
  const used = usedIn(facts.known(rule));
  return used.size > 0 && places.some(({ piece }) => used.has(piece.id));
};

export const notUsedBefore = ruleModule<NotUsedBefore>()({
  name: 'No piece used in an earlier entry',
  about: 'pieces',
  title: ({ years }) =>
    years === null
      ? 'No piece used in an earlier entry'
      : `No piece used in the last ${years === 1 ? 'year' : `${number(years)} years`}`,
  check: (rule, entry, slots) => {
    const used = usedWithin(rule, entry);
    const before = (piece: Piece) => used.find((each) => each.pieceId === piece.id);
    const evidence: UsedEvidence = {
      kind: 'used',
      again: slots.flatMap((slot) =>
        slot.chosen.flatMap((piece) => {
          const earlier = before(piece);
          return earlier ? [{ title: piece.title, day: earlier.day, what: earlier.what }] : [];
        }),
      ),
      open: openOf(slots),
    };
    const forced = sum(
      slots,
      (slot) => addable(slot, (piece) => piece !== null && before(piece) !== undefined).least,
    );
    return { status: decide(evidence.again.length + forced === 0, evidence.open === 0), evidence };
  },
  sentence: (_, { status, evidence }) => {
    if (evidence.again.length > 0)
      return `${list(evidence.again.map((each) => `${each.title} in ${each.what}, ${formatDay(each.day, 'written')}`))}. Choose another piece.`;
    if (status === 'unmet') return 'Every piece left to choose was used before.';
    return evidence.open > 0 ? `None so far; ${number(evidence.open)} to choose.` : 'None was.';
  },
  fields: {
    years: amountOrNone(1, 50, {
      label: 'In the last years',
      hint: 'empty: ever',
      wrong: 'Whole years, or empty.',
    }),
  },
  search: {
    known: (rule, entry): ReadonlySet<string> =>
      entry ? new Set(usedWithin(rule, entry).map(({ pieceId }) => pieceId)) : NONE,
    tells: (rule, piece, known) => usedIn(known(rule)).has(piece.id),
    compile: (rule) => ({
      status: (places, facts) => kept(!again(places, facts, rule)),
      lost: (places, facts) => again(places, facts, rule),
    }),
  },
});
