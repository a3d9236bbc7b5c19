import {
  currentSheets,
  judged,
  placesOf,
  readSheet,
  seated,
  timeOf,
  type Judged,
  type MarkScheme,
  type Occasion,
  type ReadSheet,
} from '../marks';
import { sheetsOfGoal, type Studio } from '../files';
import { allSchemes, schemeOf } from '../requirements';
import Fraction from 'fraction.js';
import { goalNames, type GoalNames } from './goal-names';

/** Who plays on a day before judges or listeners, with what the judges gave. */
export interface Entrant extends GoalNames {
  readonly scheme: MarkScheme;
  readonly reads: readonly ReadSheet[];
  readonly judged: Judged;
  /** "14:40"; null where the day has no time. */
  readonly time: string | null;
  /** Titles of what is played. */
  readonly pieces: readonly string[];
  /** Among those of the same class who have a result; null without one. */
  readonly place: number | null;
  /** Where the class gives seats: whether this one has one; null until all of the class have a result. */
  readonly seat: boolean | null;
}

/** The entrants of a day in their order; a goal that is gone is passed over. */
export function panelDay(studio: Studio, occasion: Occasion): Entrant[] {
  const entrants = occasion.entrants.flatMap((goalId, at): Entrant[] => {
    const goal = studio.goals.get(goalId);
    const names = goal && goalNames(studio, goal);
    if (!names) return [];
    const { set, level } = names;
    const scheme = schemeOf(set, level);
    const reads = currentSheets(sheetsOfGoal(studio, goalId)).map((sheet) =>
      readSheet(scheme, allSchemes(set), sheet),
    );
    const pieces = Object.values(goal.programme).flatMap((choices) =>
      choices.flatMap((choice) =>
        choice.kind === 'piece' ? (studio.pieces.get(choice.pieceId)?.title ?? []) : [],
      ),
    );
    return [
      {
        ...names,
        scheme,
        reads,
        judged: judged(scheme, occasion.judges, reads, occasion.day),
        time: timeOf(occasion, at),
        pieces,
        place: null,
        seat: null,
      },
    ];
  });
  return withPlaces(entrants);
}

/** What entrants are placed by: the total, or with ratings the award. */
const figureOf = ({ scheme, judged: { result } }: Entrant): Fraction | null =>
  result &&
  (result.total ??
    (result.award ? new Fraction(scheme.awards.findIndex(({ id }) => id === result.award?.id)) : null));

function withPlaces(entrants: readonly Entrant[]): Entrant[] {
  return entrants.map((entrant) => {
    const rivals = entrants.filter(({ level, set }) => level === entrant.level && set === entrant.set);
    const place = placesOf(rivals.map(figureOf))[rivals.indexOf(entrant)] ?? null;
    const { outcome } = entrant.scheme;
    // Who has a seat is known once everybody of the class is marked.
    if (outcome.kind !== 'seats' || rivals.some(({ judged: { result } }) => result === null))
      return { ...entrant, place };
    const entries = rivals.flatMap((each) => {
      const total = each.judged.result?.total;
      return total ? [{ id: each.goal.id, total }] : [];
    });
    return { ...entrant, place, seat: seated(entries, outcome).includes(entrant.goal.id) };
  });
}
