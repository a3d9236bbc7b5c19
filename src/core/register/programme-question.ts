import { demandWords } from '../skills';
import { inTerms } from '../terms';
import { minutesForBars } from '../effort';
import { NO_OWN_CHOICE, ownChoices, type ProgrammeQuestion, type RankedProgramme } from '../programme';
import { barsToLearn, isLearned, type Piece } from '../repertoire';
import {
  commonLevel,
  CONTRASTS,
  contrastValue,
  listedPieces,
  type Component,
  type RequirementSet,
} from '../requirements';
import { newDemands } from '../shelf';
import type { Student } from '../students';
import { addDays, minutesOn } from '../time';
import type { GoalContext } from './goal-context';
import { demandsFor, repertoireOf } from './own-repertoire';
import type { Studio } from '../files';

/** What a programme is judged by, with the points of each where the teacher has set none. Our choice. */
export const WEIGHTS = {
  minute: { label: 'a minute of work takes away', points: 1 },
  'new demand': { label: 'a demand the student has not takes away', points: 15 },
  'next demand': { label: 'one that comes next in the student’s skills takes away', points: 5 },
  learned: { label: 'a piece learned already brings', points: 40 },
  backup: { label: 'a piece with a learned one of its list in reserve brings', points: 10 },
  taste: { label: 'a piece to the student’s taste brings', points: 15 },
  reach: { label: 'a piece wider than the hand takes away', points: 60 },
  late: { label: 'a minute more than there is takes away', points: 2 },
  character: { label: 'each further character brings', points: 20 },
  key: { label: 'each further key brings', points: 10 },
  tempo: { label: 'each further tempo brings', points: 0 },
  period: { label: 'each further period brings', points: 0 },
  metre: { label: inTerms('each further metre brings'), points: 0 },
} as const;
export type WeightName = keyof typeof WEIGHTS;

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
  /** Those of them whose skill comes next for the student. */
  readonly next: ReadonlySet<string>;
  /** Minutes of work by piece id; a piece whose bars nobody counted is missing. */
  readonly minutes: ReadonlyMap<string, number>;
  readonly learned: ReadonlySet<string>;
  /** Ids of pieces with a learned piece of their list in reserve, whatever else is chosen. */
  readonly backed: ReadonlySet<string>;
  /** Words of the student's taste that a piece answers, by its id; pieces that answer none are missing. */
  readonly liked: ReadonlyMap<string, readonly string[]>;
  /** Semitones that a piece is wider than the student's hand; pieces that fit or were not measured are missing. */
  readonly tooWide: ReadonlyMap<string, number>;
  /** Minutes of practice from today to the day before the session, other goals not taken off. */
  readonly available: number;
  /** Candidates left out because their bars are not counted. */
  readonly uncounted: number;
  /**
   * Pieces for the instrument that an own choice was not looked for among, those that may be for it or not, and listed
   * ones that the studio has not.
   */
  readonly cut: number;
  readonly unsaid: number;
  readonly gone: number;
}

/** The question for the best programmes of a goal: work, demands that are new, what is learned already, contrast. */
export function programmeQuestion(
  studio: Studio,
  { entry, level, set, goal, student, session, stretch, effort }: GoalContext,
): ProgrammeSums {
  const weight = (name: WeightName) => weightOf(studio, name);
  const work = minutesForBars(stretch, effort);
  const minutesOf = (piece: Piece) => {
    const bars = barsToLearn(piece);
    return bars === null ? null : work(bars);
  };
  const listed = level.components.flatMap((component) => listedPieces(component, set) ?? []);
  const { commonLevels } = studio.settings;
  const choices = level.components.some(({ source }) => source.kind === 'own choice')
    ? ownChoices(
        commonLevel(commonLevels, set.family, level.rank),
        student.instrument,
        studio.pieces,
        studio.sets.values(),
        commonLevels,
      )
    : NO_OWN_CHOICE;
  const own = choices.pieces.filter((piece) => minutesOf(piece) !== null);
  const chosen = Object.values(goal.programme)
    .flat()
    .flatMap((choice) => (choice.kind === 'piece' ? [choice.pieceId] : []));
  const pieces = new Map(
    [...listed, ...own.map(({ id }) => id), ...chosen].flatMap((id) => {
      const piece = studio.pieces.get(id);
      return piece ? [[id, piece] as const] : [];
    }),
  );
  const { had, next } = demandsFor(
    studio,
    student,
    [...pieces.values()].flatMap((piece) => piece.demands),
  );
  const learned = new Set(
    repertoireOf(studio, student.id)
      .filter(isLearned)
      .map(({ pieceId }) => pieceId),
  );
  const backed = backedPieces(level.components, set, learned);
  const demands = [
    ...new Set(
      [...pieces.values()].flatMap((piece) => newDemands(piece, had).map((name) => name.toLowerCase())),
    ),
  ];
  const minutes = new Map<string, number>();
  const liked = new Map<string, readonly string[]>();
  const tooWide = new Map<string, number>();
  const available = minutesOn({ from: entry.today, to: addDays(session.day, -1) }, student, [
    ...studio.closures.values(),
  ]).reduce((sum, { minutes: own }) => sum + own, 0);
  const worths: [string, { points: number; skills: number[]; minutes: number }][] = [];
  for (const piece of pieces.values()) {
    const own = minutesOf(piece);
    if (own === null) continue;
    minutes.set(piece.id, own);
    const skills = new Set(newDemands(piece, had).map((name) => demands.indexOf(name.toLowerCase())));
    const words = likedWords(piece, student);
    if (words.length > 0) liked.set(piece.id, words);
    const wider = (piece.span ?? 0) - (student.reachSemitones ?? Infinity);
    if (wider > 0) tooWide.set(piece.id, wider);
    const points =
      (learned.has(piece.id) ? weight('learned') : 0) +
      (backed.has(piece.id) ? weight('backup') : 0) +
      (words.length > 0 ? weight('taste') : 0) -
      (wider > 0 ? weight('reach') : 0) -
      weight('minute') * own;
    worths.push([piece.id, { points, skills: [...skills], minutes: own }]);
  }
  return {
    question: {
      entry: { ...entry, pieces },
      own,
      worths: new Map(worths),
      skillCosts: demands.map((name) => weight(next.has(name) ? 'next demand' : 'new demand')),
      contrasts: CONTRASTS.flatMap((aspect) =>
        weight(aspect) > 0 ? [{ in: aspect, points: weight(aspect) }] : [],
      ),
      time: { minutes: available, points: weight('late') },
      count: COUNT,
      locked: chosen.filter((id) => !goal.loose?.includes(id)),
      banned: goal.leftOut ?? [],
      most: MOST,
    },
    demands,
    next,
    minutes,
    learned,
    backed,
    liked,
    tooWide,
    available,
    uncounted: new Set(
      [...listed, ...choices.pieces.map(({ id }) => id)].filter(
        (id) => studio.pieces.has(id) && !minutes.has(id),
      ),
    ).size,
    cut: choices.cut,
    unsaid: choices.unsaid,
    gone: new Set(listed.filter((id) => !studio.pieces.has(id))).size,
  };
}

/** Pieces with a learned piece of their list in reserve, whatever else is chosen. */
function backedPieces(
  components: readonly Component[],
  set: RequirementSet,
  learned: ReadonlySet<string>,
): Set<string> {
  const lists = components.flatMap((component) => {
    const { source } = component;
    const listed = listedPieces(component, set);
    return listed && 'max' in source ? [{ listed, max: source.max }] : [];
  });
  return new Set(
    lists.flatMap(({ listed, max }, at) => {
      // One that another list has too may be chosen there.
      const own = listed.filter(
        (id) => learned.has(id) && lists.every((other, index) => index === at || !other.listed.includes(id)),
      );
      // Beside a piece at most `max - 1` others are chosen from its list.
      return listed.filter((id) => own.length - (own.includes(id) ? 1 : 0) >= max);
    }),
  );
}

/** Words of the student's taste that stand in the piece's title, composer, character, period, metre or kind. */
function likedWords(piece: Piece, { likes = [] }: Pick<Student, 'likes'>): string[] {
  const { title, composer, character, period, metre, kind } = piece;
  const said = [title, composer, character, period, metre, kind].join('\n').toLowerCase();
  return likes.filter((word) => said.includes(word.toLowerCase()));
}

/** One part of a programme's sum. */
export interface Reason {
  /** With its figures: "919 minutes of work, 1500 to the session". */
  readonly words: string;
  /** Short, as a teacher would say it: "919 of 1,500 minutes". */
  readonly plain: string;
  readonly about: 'time' | 'pieces' | 'demands' | 'contrast';
  readonly points: number;
}

const MANY: Readonly<Record<(typeof CONTRASTS)[number], string>> = {
  tempo: 'tempos',
  period: 'periods',
  character: 'characters',
  metre: inTerms('metres'),
  key: 'keys',
};

const COUNTS: Readonly<Record<number, string>> = { 2: 'two', 3: 'three', 4: 'four', 5: 'five', 6: 'six' };

/** The sum of a programme part by part; the parts add up to its points. */
export function reasonsOf(
  { places, skills }: Pick<RankedProgramme, 'places' | 'skills'>,
  { question, demands, next, minutes, learned, backed, liked, tooWide, available }: ProgrammeSums,
  studio: Pick<Studio, 'settings'>,
): Reason[] {
  const work = places.reduce((sum, { piece }) => sum + (minutes.get(piece.id) ?? 0), 0);
  const known = places.filter(({ piece }) => learned.has(piece.id));
  const late = work - available;
  const wide = places.filter(({ piece }) => tooWide.has(piece.id));
  const tasted = places.filter(({ piece }) => liked.has(piece.id));
  const titles = (some: typeof places) => some.map(({ piece }) => piece.title).join(', ');
  const stands = places.filter(({ piece }) => backed.has(piece.id));
  const fresh = skills.map((skill) => demands[skill] ?? '');
  const [coming, beyond] = [fresh.filter((name) => next.has(name)), fresh.filter((name) => !next.has(name))];
  return [
    {
      words: `${work} minutes of work, ${available} to the session`,
      plain: `${work.toLocaleString('en')} of ${available.toLocaleString('en')} minutes`,
      about: 'time',
      points: -work * weightOf(studio, 'minute'),
    },
    ...(late > 0
      ? [
          {
            words: `${late} minutes more than there are`,
            plain: `${late.toLocaleString('en')} minutes too many`,
            about: 'time' as const,
            points: -late * weightOf(studio, 'late'),
          },
        ]
      : []),
    ...(wide.length > 0
      ? [
          {
            words: `wider than the hand: ${titles(wide)}`,
            plain: `${titles(wide)} wider than the hand`,
            about: 'pieces' as const,
            points: -wide.length * weightOf(studio, 'reach'),
          },
        ]
      : []),
    ...(tasted.length > 0
      ? [
          {
            words: `to the taste: ${titles(tasted)}`,
            plain: `${titles(tasted)} to the taste`,
            about: 'pieces' as const,
            points: tasted.length * weightOf(studio, 'taste'),
          },
        ]
      : []),
    ...(beyond.length > 0
      ? [
          {
            words: `${beyond.length} new ${beyond.length === 1 ? 'demand' : 'demands'}: ${beyond.map(demandWords).join(', ')}`,
            plain: `new: ${beyond.map(demandWords).join(', ')}`,
            about: 'demands' as const,
            points: -beyond.length * weightOf(studio, 'new demand'),
          },
        ]
      : []),
    ...(coming.length > 0
      ? [
          {
            words: `next to learn: ${coming.join(', ')}`,
            plain: `next to learn: ${coming.join(', ')}`,
            about: 'demands' as const,
            points: -coming.length * weightOf(studio, 'next demand'),
          },
        ]
      : []),
    ...(known.length > 0
      ? [
          {
            words: `learned already: ${titles(known)}`,
            plain: `${titles(known)} already learned`,
            about: 'pieces' as const,
            points: known.length * weightOf(studio, 'learned'),
          },
        ]
      : []),
    ...(stands.length > 0
      ? [
          {
            words: `a learned piece of the list in reserve: ${titles(stands)}`,
            plain: `a learned piece in reserve for ${titles(stands)}`,
            about: 'pieces' as const,
            points: stands.length * weightOf(studio, 'backup'),
          },
        ]
      : []),
    ...question.contrasts.flatMap(({ in: aspect, points }) => {
      const values = new Set(
        places.flatMap(({ piece }) => contrastValue(piece, aspect, question.entry.set.tempoBands) ?? []),
      );
      return values.size > 1
        ? [
            {
              words: `${values.size} ${MANY[aspect]}`,
              plain: `${COUNTS[values.size] ?? values.size} ${MANY[aspect]}`,
              about: 'contrast' as const,
              points: points * (values.size - 1),
            },
          ]
        : [];
    }),
  ];
}
