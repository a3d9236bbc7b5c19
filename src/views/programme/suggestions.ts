import type { EffortSettings } from '@/core/effort';
import { minutesForBars } from '@/core/effort';
import { bestProgrammes, compileLevel, searchFacts, type RankedProgramme } from '@/core/programme';
import type { GoalContext } from '@/core/register';
import { barsToLearn, type Piece } from '@/core/repertoire';
import { contrastValue, type Programme } from '@/core/requirements';
import { heldRank } from '@/core/students';

/** Points that a further character or key among the pieces is worth; a minute of work costs one. Our choice. */
export const CONTRAST_POINTS = [
  { in: 'character', points: 20 },
  { in: 'key', points: 10 },
] as const;
/** Places looked at in the page: some tens of milliseconds. What ends there is said to be the best so far. */
const MOST = 60_000;
/** Pieces an own choice is taken from, least work first. */
const OWN_CHOICES = 40;

export interface Suggestion {
  readonly programme: Programme;
  readonly titles: readonly string[];
  readonly points: number;
  /** The sum, part by part: "640 minutes of work", "3 characters". */
  readonly reasons: readonly string[];
}
export interface Suggestions {
  readonly best: readonly Suggestion[];
  readonly whole: boolean;
  /** Pieces left out because nobody has counted their bars. */
  readonly uncounted: number;
}

/** The best programmes for a goal by minutes of work and contrast, those chosen already kept where that is asked. */
export function suggestionsFor(
  { entry, level, set, goal, student }: GoalContext,
  pieces: ReadonlyMap<string, Piece>,
  effort: EffortSettings,
  keep: boolean,
): Suggestions {
  const minutes = minutesForBars(level.rank, heldRank(student, set.family), effort);
  const cost = (piece: Piece) => {
    const bars = barsToLearn(piece);
    return bars === null ? null : minutes(bars);
  };
  const own = [...pieces.values()]
    .filter((piece) => cost(piece) !== null)
    .sort((a, b) => (cost(a) ?? 0) - (cost(b) ?? 0) || (a.id < b.id ? -1 : 1))
    .slice(0, OWN_CHOICES);
  const compiled = compileLevel(set, level, pieces, own);
  const locked = keep
    ? Object.values(goal.programme)
        .flat()
        .flatMap((choice) => (choice.kind === 'piece' ? [choice.pieceId] : []))
    : [];
  const found = bestProgrammes(
    compiled,
    {
      worth: ({ piece }) => {
        const own = cost(piece);
        return own === null ? null : { points: -own, skills: [] };
      },
      skillCosts: [],
      contrasts: CONTRAST_POINTS,
      count: 3,
      locked,
    },
    searchFacts(entry),
    (tried) => tried < MOST,
  );
  const excerpts = Object.fromEntries(
    Object.entries(goal.programme).filter(([, choices]) => choices.some(({ kind }) => kind === 'excerpt')),
  );
  const listed = new Set(compiled.slots.flatMap(({ candidates }) => candidates.map(({ piece }) => piece)));
  return {
    best: found.programmes.map((ranked) => {
      const of = (slot: number) => ranked.places.filter((place) => place.slot === slot);
      return {
        programme: {
          ...excerpts,
          ...Object.fromEntries(
            compiled.slots.map(({ at, componentId }) => [
              componentId,
              of(at).map(({ piece }) => ({ kind: 'piece' as const, pieceId: piece.id })),
            ]),
          ),
        },
        titles: ranked.places.map(({ piece }) => piece.title),
        points: ranked.points,
        reasons: reasonsOf(ranked, cost),
      };
    }),
    whole: found.whole,
    uncounted: [...listed].filter((piece) => cost(piece) === null).length,
  };
}

function reasonsOf({ places }: RankedProgramme, cost: (piece: Piece) => number | null): string[] {
  const work = places.reduce((sum, { piece }) => sum + (cost(piece) ?? 0), 0);
  return [
    `${work} minutes of work`,
    ...CONTRAST_POINTS.flatMap(({ in: aspect, points }) => {
      const values = new Set(places.flatMap(({ piece }) => contrastValue(piece, aspect) ?? []));
      const many = aspect === 'key' ? 'keys' : 'characters';
      return values.size > 1 ? [`${values.size} ${many}, worth ${points * (values.size - 1)}`] : [];
    }),
  ];
}
