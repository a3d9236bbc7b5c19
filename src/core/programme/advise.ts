import type { Piece } from '../repertoire';
import type { Entry } from '../requirements';
import { bestProgrammes } from './best';
import type { BestAnswer, BestQuestion, PieceWorth, RankedProgramme } from './best-question';
import { compileLevel, searchFacts, type CompiledLevel, type SearchFacts } from '../requirements';
import { smallestConflict } from './smallest-conflict';

/** A level as it is searched for one entry. */
export interface ProgrammeProblem extends Pick<Entry, 'set' | 'level' | 'pieces'> {
  /** Pieces an own choice may be taken from. */
  readonly own: readonly Piece[];
  readonly facts: SearchFacts;
  /** Ids of pieces that stay in every programme, and of those that none may have. */
  readonly locked: readonly string[];
  readonly banned: readonly string[];
  /** Places looked at in each search at most. */
  readonly most: number;
}

/** Something that a programme has to keep: a rule of the level, or what the teacher asked. */
export type Obstacle =
  | { readonly kind: 'rule'; readonly ruleId: string }
  | { readonly kind: 'stays'; readonly pieceId: string }
  | { readonly kind: 'left out'; readonly pieceId: string };

export type Conflict =
  /**
   * No programme keeps all of these, and none of them can be left out of saying so: any one taken away ends this
   * conflict, though another may remain. None where the lists alone give no programme. `smallest`: no conflict has fewer.
   */
  | { readonly kind: 'conflict'; readonly obstacles: readonly Obstacle[]; readonly smallest: boolean }
  | { readonly kind: 'none' }
  /** The places allowed were looked at before it was certain. */
  | { readonly kind: 'unknown' };

/** In the order in which they are given up. */
const keptBy = (problem: ProgrammeProblem): Obstacle[] => [
  ...problem.banned.map((pieceId): Obstacle => ({ kind: 'left out', pieceId })),
  ...problem.locked.map((pieceId): Obstacle => ({ kind: 'stays', pieceId })),
  ...compiledOf(problem).rules.map(({ rule }): Obstacle => ({ kind: 'rule', ruleId: rule.id })),
];
/** The problem in which only these are kept. */
const keeping = (problem: ProgrammeProblem, obstacles: readonly Obstacle[]): ProgrammeProblem => {
  const ids = (kind: Exclude<Obstacle['kind'], 'rule'>) =>
    obstacles.flatMap((each) => (each.kind === kind ? [each.pieceId] : []));
  const rules = new Set(obstacles.flatMap((each) => (each.kind === 'rule' ? [each.ruleId] : [])));
  return {
    ...problem,
    level: { ...problem.level, rules: problem.level.rules.filter(({ id }) => rules.has(id)) },
    locked: ids('stays'),
    banned: ids('left out'),
  };
};
const compiledOf = ({ set, level, pieces, own }: ProgrammeProblem): CompiledLevel =>
  compileLevel(set, level, pieces, own);

/** Whether any programme keeps them; undefined when that was not certain in the places allowed. */
function canKeep(problem: ProgrammeProblem, obstacles: readonly Obstacle[]): boolean | undefined {
  const kept = keeping(problem, obstacles);
  const banned = new Set(kept.banned);
  const { programmes, whole } = bestProgrammes(
    compiledOf(kept),
    {
      worth: ({ piece }) => (banned.has(piece.id) ? null : { points: 0, skills: [] }),
      skillCosts: [],
      contrasts: [],
      count: 1,
      anyWillDo: true,
      locked: kept.locked,
    },
    kept.facts,
    (tried) => tried < kept.most,
  );
  return programmes.length > 0 ? true : whole ? false : undefined;
}

/**
 * A smallest set of rules and wishes that no programme keeps together, or one of which none can be left out where the
 * search for a smaller one did not end. Wishes are given up first, so that what is named is the rules wherever they
 * conflict alone.
 * @param asked - a piece that stays whatever is given up; it is not named
 */
export function conflictOf(problem: ProgrammeProblem, asked?: string): Conflict {
  const fixed: readonly Obstacle[] = asked === undefined ? [] : [{ kind: 'stays', pieceId: asked }];
  const all = keptBy(problem).filter((each) => !fixed.some((other) => same(each, other)));
  const can = canKeep(problem, [...all, ...fixed]);
  if (can !== false) return { kind: can ? 'none' : 'unknown' };
  const groups = (['left out', 'stays', 'rule'] as const).map((kind) =>
    all.filter((each) => each.kind === kind),
  );
  const found = smallestConflict(groups, (parts) => canKeep(problem, [...parts, ...fixed]));
  return found ? { kind: 'conflict', obstacles: found.parts, smallest: found.smallest } : { kind: 'unknown' };
}

/** What pieces are worth and how many programmes are wanted, as plain data. */
export interface ProgrammeQuestion extends Pick<
  BestQuestion,
  'skillCosts' | 'contrasts' | 'time' | 'count' | 'locked'
> {
  readonly entry: Entry;
  readonly own: readonly Piece[];
  /** By piece id; a piece that is missing here is in no programme. */
  readonly worths: ReadonlyMap<string, PieceWorth>;
  readonly banned: readonly string[];
  /** Places looked at in each search at most. */
  readonly most: number;
}

const problemOf = ({ entry, own, locked, banned, most }: ProgrammeQuestion): ProgrammeProblem => ({
  set: entry.set,
  level: {
    ...entry.level,
    rules: entry.level.rules.filter(({ id }) => entry.waivers.every(({ ruleId }) => ruleId !== id)),
  },
  pieces: entry.pieces,
  own,
  facts: searchFacts(entry),
  locked,
  banned,
  most,
});

type Hear = (tried: number, soFar: () => RankedProgramme[]) => void;

function searched(
  problem: ProgrammeProblem,
  { worths, skillCosts, contrasts, time }: ProgrammeQuestion,
  count: number,
  hear: Hear,
): BestAnswer {
  const banned = new Set(problem.banned);
  return bestProgrammes(
    compiledOf(problem),
    {
      worth: ({ piece }) => (banned.has(piece.id) ? null : (worths.get(piece.id) ?? null)),
      skillCosts,
      contrasts,
      ...(time && { time }),
      count,
      locked: problem.locked,
    },
    problem.facts,
    (tried, soFar) => {
      hear(tried, soFar);
      return tried < problem.most;
    },
  );
}

/** A programme that keeps all but one of what conflicts. */
export interface Nearest {
  readonly without: Obstacle;
  readonly programme: RankedProgramme;
}
export interface ProgrammeAdvice extends BestAnswer {
  /** Asked only where no programme was found and every one was tried. */
  readonly conflict: Conflict | null;
  /** The best programme without each part of the conflict, best first. */
  readonly nearest: readonly Nearest[];
  /** Parts of the conflict without which there is still no programme, since another conflict remains. */
  readonly remaining: readonly Obstacle[];
}

/**
 * The best programmes; where there is none, what conflicts and what comes nearest.
 * @param hear - told now and then how many places were looked at, and where to have the best so far
 */
export function adviseProgrammes(question: ProgrammeQuestion, hear: Hear = () => undefined): ProgrammeAdvice {
  const problem = problemOf(question);
  const best = searched(problem, question, question.count, hear);
  if (best.programmes.length > 0 || !best.whole)
    return { ...best, conflict: null, nearest: [], remaining: [] };
  const conflict = conflictOf({ ...problem, banned: [...problem.banned, ...leftOut(problem, question)] });
  const named = conflict.kind === 'conflict' ? conflict.obstacles : [];
  const remaining: Obstacle[] = [];
  const nearest = named.flatMap((without): Nearest[] => {
    const rest = keptBy(problem).filter((each) => !same(each, without));
    // What is found here gives something up: it is not told of as the best so far.
    const quietly: Hear = (tried) => hear(tried, () => []);
    const { programmes, whole } = searched(keeping(problem, rest), question, 1, quietly);
    const [programme] = programmes;
    // A piece without a worth is not freed by a search that must know it.
    if (!programme && whole && rest.length < keptBy(problem).length) remaining.push(without);
    return programme ? [{ without, programme }] : [];
  });
  nearest.sort((a, b) => b.programme.points - a.programme.points);
  return { ...best, conflict, nearest, remaining };
}

/** Candidates whose worth is not known: they are left out like those the teacher leaves out. */
const leftOut = (problem: ProgrammeProblem, { worths }: ProgrammeQuestion): string[] => [
  ...new Set(
    compiledOf(problem).slots.flatMap(({ candidates }) =>
      candidates.flatMap(({ piece }) =>
        worths.has(piece.id) || problem.banned.includes(piece.id) ? [] : [piece.id],
      ),
    ),
  ),
];

const same = (a: Obstacle, b: Obstacle) =>
  a.kind === 'rule'
    ? b.kind === 'rule' && a.ruleId === b.ruleId
    : a.kind === b.kind && a.pieceId === b.pieceId;

export type WhyNot =
  /** It is in the best programme. */
  | { readonly kind: 'in'; readonly best: RankedProgramme }
  /** It has no worth, as its bars are not counted. */
  | { readonly kind: 'no worth' }
  | (Extract<Conflict, { kind: 'conflict' }> & {
      /** The answer were every chosen piece free to change; left out where none stands in the way. */
      readonly freed?: WhyNot;
    })
  /** The best programme that has it falls behind the best one. */
  | { readonly kind: 'sum'; readonly best: RankedProgramme; readonly withIt: RankedProgramme }
  | { readonly kind: 'unknown' };

/** Why a piece is not in the best programme: the rules or wishes against it, or the sum it falls behind by. */
export function whyNot(question: ProgrammeQuestion, pieceId: string, hear: Hear = () => undefined): WhyNot {
  if (question.banned.includes(pieceId))
    return { kind: 'conflict', obstacles: [{ kind: 'left out', pieceId }], smallest: true };
  if (!question.worths.has(pieceId)) return { kind: 'no worth' };
  const problem = problemOf(question);
  const {
    programmes: [best],
    whole,
  } = searched(problem, question, 1, hear);
  if (!whole) return { kind: 'unknown' };
  if (best?.places.some(({ piece }) => piece.id === pieceId)) return { kind: 'in', best };
  const asked = { ...problem, locked: [...problem.locked.filter((id) => id !== pieceId), pieceId] };
  const found = searched(asked, question, 1, hear);
  const [withIt] = found.programmes;
  if (!found.whole) return { kind: 'unknown' };
  // Where there is a programme with it there is a best one.
  if (best && withIt) return { kind: 'sum', best, withIt };
  const conflict = conflictOf(
    { ...problem, banned: [...problem.banned, ...leftOut(problem, question)] },
    pieceId,
  );
  if (conflict.kind !== 'conflict') return { kind: 'unknown' };
  return conflict.obstacles.some(({ kind }) => kind === 'stays')
    ? { ...conflict, freed: whyNot({ ...question, locked: [] }, pieceId, hear) }
    : conflict;
}
