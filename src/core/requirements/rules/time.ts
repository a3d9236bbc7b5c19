import { formatTime } from '../../music';
import { fillings } from '../possible';
import { ANY_AMOUNT, kept, type SearchPiece } from '../search-parts';
import { amountOrZero, timeOrNone } from './fields';
import { ruleModule, sayUnordered, someBound } from './rule-module';
import { chosenOf, decide, openOf, sum, within } from './ways';
import { list, number } from './words';

/** Seconds, both included; null leaves that side open. `gapSeconds` stands between two pieces. */
export interface Time {
  readonly id: string;
  readonly kind: 'time';
  readonly min: number | null;
  readonly max: number | null;
  readonly gapSeconds: number;
}

interface TimeEvidence {
  readonly kind: 'time';
  readonly seconds: number;
  readonly open: number;
  /** Titles nobody has timed. */
  readonly untimed: readonly string[];
  /** Least and most the whole programme can take once the open slots are filled; null without bound. */
  readonly least: number;
  readonly most: number | null;
}

const WRONG = 'Times as 5:30; one of the two may be empty.';

export const time = ruleModule<Time>()({
  name: 'Playing time',
  about: 'pieces',
  title: ({ min, max }) => {
    if (min !== null && max !== null) return `Playing time from ${formatTime(min)} to ${formatTime(max)}`;
    return max === null
      ? `Playing time at least ${formatTime(min ?? 0)}`
      : `Playing time at most ${formatTime(max)}`;
  },
  check: (rule, _, slots) => {
    const pieces = chosenOf(slots);
    const untimed = pieces.filter((piece) => piece.seconds === null).map((piece) => piece.title);
    const open = openOf(slots);
    const timed = sum(pieces, (piece) => piece.seconds ?? 0);
    const withGaps = (seconds: number, count: number) => seconds + rule.gapSeconds * Math.max(0, count - 1);
    const now = withGaps(timed, pieces.length);
    const totals = fillings(slots).map((filling) => ({
      seconds: withGaps(timed + filling.seconds, pieces.length + filling.count),
      exact: untimed.length === 0 && !filling.untimed,
    }));
    const possible = totals.some(({ seconds, exact }) => within(seconds, exact ? rule.min : null, rule.max));
    const evidence: TimeEvidence = {
      kind: 'time',
      seconds: now,
      open,
      untimed,
      least: Math.min(...totals.map((total) => total.seconds)),
      most: totals.every((total) => total.exact) ? Math.max(...totals.map((total) => total.seconds)) : null,
    };
    // Pieces nobody has timed only make it longer: without an upper limit what is known may do.
    const isTimed = untimed.length === 0 || rule.max === null;
    return { status: decide(possible, open === 0 && isTimed && within(now, rule.min, rule.max)), evidence };
  },
  sentence: (rule, { status, evidence }) => {
    const now = formatTime(evidence.seconds);
    if (evidence.untimed.length > 0) return `${now} so far; ${list(evidence.untimed)} not timed.`;
    if (status === 'unmet') {
      if (rule.max !== null && evidence.least > rule.max)
        return `${formatTime(evidence.least)}${evidence.open > 0 ? ' at least' : ''}, ${formatTime(evidence.least - rule.max)} over. Choose a shorter piece.`;
      if (rule.min !== null && evidence.most !== null && evidence.most < rule.min)
        return `${formatTime(evidence.most)}${evidence.open > 0 ? ' at most' : ''}, ${formatTime(rule.min - evidence.most)} short. Choose a longer piece.`;
      return `${now} so far; no choice left brings the total inside. Change a piece.`;
    }
    if (evidence.open > 0) return `${now} so far; ${number(evidence.open)} to choose.`;
    return rule.max === null ? `${now}.` : `${now}; ${formatTime(rule.max - evidence.seconds)} to spare.`;
  },
  fields: {
    min: timeOrNone({ label: 'At least', hint: 'as 5:30, or empty', wrong: WRONG }),
    max: timeOrNone({ label: 'At most', hint: 'as 8:00', wrong: WRONG }),
    gapSeconds: amountOrZero(600, {
      label: 'Seconds between pieces',
      hint: 'empty: not counted',
      wrong: 'Seconds between pieces: 0 to 600.',
    }),
  },
  wrong: someBound(WRONG),
  problems: (rule, _, say) => sayUnordered(rule, say),
  search: {
    fact: (_, { seconds }) => seconds,
    unknown: () => null,
    openByPieces: () => true,
    compile: (rule, fact) => {
      const [min, max] = [rule.min ?? 0, rule.max ?? Infinity];
      const total = (places: readonly SearchPiece[]) => {
        let seconds = rule.gapSeconds * Math.max(0, places.length - 1);
        for (const place of places) seconds += (fact(place) as number | null) ?? 0;
        return seconds;
      };
      return {
        status: (places) => {
          const seconds = total(places);
          if (seconds > max) return 'unmet';
          // Pieces nobody has timed only make it longer: without an upper limit what is known may do.
          if (seconds >= min && rule.max === null) return 'met';
          return places.some((place) => fact(place) === null) ? 'undecided' : kept(seconds >= min);
        },
        lost: (places) => total(places) > max,
        // The gap before the first piece stands on both sides.
        limits: () => [
          ...(rule.max === null
            ? []
            : [
                {
                  bound: rule.max + rule.gapSeconds,
                  use: (place: SearchPiece) => rule.gapSeconds + ((fact(place) as number | null) ?? 0),
                },
              ]),
          ...(min <= 0
            ? []
            : [
                {
                  bound: -min - rule.gapSeconds,
                  use: (place: SearchPiece) =>
                    -rule.gapSeconds - ((fact(place) as number | null) ?? ANY_AMOUNT),
                },
              ]),
        ],
      };
    },
  },
});
