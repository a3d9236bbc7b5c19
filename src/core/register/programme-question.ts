import { minutesForBars } from '../effort';
import type { ProgrammeQuestion, RankedProgramme } from '../programme';
import { barsToLearn, isLearned, type Piece } from '../repertoire';
import { CONTRASTS, contrastValue, listedPieces } from '../requirements';
import { newDemands } from '../shelf';
import { heldRank } from '../students';
import type { GoalContext } from './goal-context';
import { demandsHad, repertoireOf } from './own-repertoire';
import type { Studio } from './studio';

/** What a programme is judged by, with the points of each where the teacher has set none. Our choice. */
export const WEIGHTS = {
  minute: { label: 'a minute of work takes away', points: 1 },
  'new demand': { label: 'a demand the student has not takes away', points: 15 },
  learned: { label: 'a piece learned already brings', points: 40 },
  character: { label: 'each further character brings', points: 20 },
  key: { label: 'each further key brings', points: 10 },
  tempo: { label: 'each further tempo brings', points: 0 },
  period: { label: 'each further period brings', points: 0 },
  metre: { label: 'each further metre brings', points: 0 },
} as const;
export type WeightName = keyof typeof WEIGHTS;

/** Pieces an own choice is taken from, least work first. */
const OWN_CHOICES = 40;
/** Programmes asked for. */
const COUNT = 3;
/** Places looked at: some seconds. What ends there is said to be the best so far. */
const MOST = 3_000_000;

export const weightOf = ({ settings }: Pick<Studio, 'settings'>, name: WeightName): number =>
  settings.weights?.[name] ?? WEIGHTS[name].points;

/** What is known of the pieces and the student, that the sum of a programme is made of. */
export interface ProgrammeSums {
  readonly question: ProgrammeQuestion;
  /** Names of the demands that cost, in the order of `question.skillCosts`. */
  readonly demands: readonly string[];
  /** Minutes of work by piece id; a piece whose bars nobody counted is missing. */
  readonly minutes: ReadonlyMap<string, number>;
  readonly learned: ReadonlySet<string>;
  /** Candidates left out because their bars are not counted. */
  readonly uncounted: number;
}

/** The question for the best programmes of a goal: work, demands that are new, what is learned already, contrast. */
export function programmeQuestion(
  studio: Studio,
  { entry, level, set, goal, student }: GoalContext,
): ProgrammeSums {
  const weight = (name: WeightName) => weightOf(studio, name);
  const work = minutesForBars(level.rank, heldRank(student, set.family), studio.settings.effort);
  const minutesOf = (piece: Piece) => {
    const bars = barsToLearn(piece);
    return bars === null ? null : work(bars);
  };
  const listed = level.components.flatMap((component) => listedPieces(component, set) ?? []);
  const own = level.components.some(({ source }) => source.kind === 'own choice')
    ? [...studio.pieces.values()]
        .flatMap((piece) => {
          const minutes = minutesOf(piece);
          return minutes === null ? [] : [{ piece, minutes }];
        })
        .sort((a, b) => a.minutes - b.minutes || (a.piece.id < b.piece.id ? -1 : 1))
        .slice(0, OWN_CHOICES)
        .map(({ piece }) => piece)
    : [];
  const chosen = Object.values(goal.programme)
    .flat()
    .flatMap((choice) => (choice.kind === 'piece' ? [choice.pieceId] : []));
  const pieces = new Map(
    [...listed, ...own.map(({ id }) => id), ...chosen].flatMap((id) => {
      const piece = studio.pieces.get(id);
      return piece ? [[id, piece] as const] : [];
    }),
  );
  const had = demandsHad(
    studio,
    student,
    [...pieces.values()].flatMap((piece) => piece.demands),
  );
  const learned = new Set(
    repertoireOf(studio, student.id)
      .filter(isLearned)
      .map(({ pieceId }) => pieceId),
  );
  const demands = [
    ...new Set(
      [...pieces.values()].flatMap((piece) => newDemands(piece, had).map((name) => name.toLowerCase())),
    ),
  ];
  const minutes = new Map<string, number>();
  const worths: [string, { points: number; skills: number[] }][] = [];
  for (const piece of pieces.values()) {
    const own = minutesOf(piece);
    if (own === null) continue;
    minutes.set(piece.id, own);
    const skills = new Set(newDemands(piece, had).map((name) => demands.indexOf(name.toLowerCase())));
    const points = (learned.has(piece.id) ? weight('learned') : 0) - weight('minute') * own;
    worths.push([piece.id, { points, skills: [...skills] }]);
  }
  return {
    question: {
      entry: { ...entry, pieces },
      own,
      worths: new Map(worths),
      skillCosts: demands.map(() => weight('new demand')),
      contrasts: CONTRASTS.flatMap((aspect) =>
        weight(aspect) > 0 ? [{ in: aspect, points: weight(aspect) }] : [],
      ),
      count: COUNT,
      locked: chosen.filter((id) => !goal.loose?.includes(id)),
      banned: goal.leftOut ?? [],
      most: MOST,
    },
    demands,
    minutes,
    learned,
    uncounted: new Set(listed.filter((id) => pieces.has(id) && !minutes.has(id))).size,
  };
}

/** One part of a programme's sum. */
export interface Reason {
  readonly words: string;
  readonly points: number;
}

const MANY: Readonly<Record<(typeof CONTRASTS)[number], string>> = {
  tempo: 'tempos',
  period: 'periods',
  character: 'characters',
  metre: 'metres',
  key: 'keys',
};

/** The sum of a programme part by part; the parts add up to its points. */
export function reasonsOf(
  { places, skills }: Pick<RankedProgramme, 'places' | 'skills'>,
  { question, demands, minutes, learned }: ProgrammeSums,
  studio: Pick<Studio, 'settings'>,
): Reason[] {
  const work = places.reduce((sum, { piece }) => sum + (minutes.get(piece.id) ?? 0), 0);
  const known = places.filter(({ piece }) => learned.has(piece.id));
  const fresh = skills.map((skill) => demands[skill] ?? '');
  return [
    { words: `${work} minutes of work`, points: -work * weightOf(studio, 'minute') },
    ...(fresh.length > 0
      ? [
          {
            words: `${fresh.length} new ${fresh.length === 1 ? 'demand' : 'demands'}: ${fresh.join(', ')}`,
            points: -fresh.length * weightOf(studio, 'new demand'),
          },
        ]
      : []),
    ...(known.length > 0
      ? [
          {
            words: `learned already: ${known.map(({ piece }) => piece.title).join(', ')}`,
            points: known.length * weightOf(studio, 'learned'),
          },
        ]
      : []),
    ...question.contrasts.flatMap(({ in: aspect, points }) => {
      const values = new Set(places.flatMap(({ piece }) => contrastValue(piece, aspect) ?? []));
      return values.size > 1
        ? [{ words: `${values.size} ${MANY[aspect]}`, points: points * (values.size - 1) }]
        : [];
    }),
  ];
}
