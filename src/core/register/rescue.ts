import type { StudioFit, PastCandidacy } from '../forecast';
import type { BarRange } from '../music';
import { playingTime, type Goal } from '../programme';
import { laterSession, type Level } from '../requirements';
import {
  easierScore,
  waysToEase,
  type Cut,
  type DifficultyFigures,
  type PlayedAs,
  type Thinning,
} from '../score';
import type { CalendarDay } from '../time';
import { valueAt } from '../value-at';
import { withRecords, type Studio } from '../files';
import { goalForecast, type Spread } from './forecasts';
import { goalContext, type GoalContext } from './goal-context';
import { excludes, rescued, rescueId, type RescueChange } from './rescue-change';
import {
  bestCuts,
  chosenPieces,
  easierPieces,
  learnedPieces,
  minutesMore,
  MOST_CUTS,
  worstBars,
} from './rescue-options';

/** What an event says of playing a piece otherwise than printed. */
export type Allowed = 'yes' | 'no' | 'not said';
export interface Allows {
  readonly simplified: Allowed;
  readonly cut: Allowed;
}

/** By the level's own conditions about modifications; all of them must allow it. */
export function allowsOf({ rules }: Level): Allows {
  const said = rules.flatMap((rule) =>
    rule.kind === 'condition' && rule.topic.trim().toLocaleLowerCase('en') === 'modifications'
      ? [rule.allows]
      : [],
  );
  const answer = (words: readonly string[]): Allowed => {
    if (said.length === 0 || said.some((allows) => allows === null)) return 'not said';
    const isIn = (allows: readonly string[] | null) =>
      allows?.some((each) => words.includes(each.trim().toLocaleLowerCase('en'))) === true;
    return said.every(isIn) ? 'yes' : 'no';
  };
  return {
    simplified: answer(['simplified', 'simplification', 'simplifications']),
    cut: answer(['cut', 'cuts']),
  };
}

/** Where a goal stands with some changes made. */
export interface RescueEffect {
  /** The fullest stretch of the student's plan: work over minutes; null where nothing is planned. */
  readonly peak: number | null;
  readonly fits: boolean;
  /** Minutes the goal still asks for, and the minutes of practice there are to its eve. */
  readonly toDo: number;
  readonly minutes: number;
  /** Playing time of the programme; null where a piece is not timed. */
  readonly seconds: number | null;
  /** Of the aim and of the total on the day; null where it moves only with new marks. */
  readonly forecast: {
    readonly chance: number | null;
    readonly total: Spread | null;
    readonly marks: number;
  } | null;
  /** Rules that are broken then and were not before, by their ids. */
  readonly breaks: readonly string[];
}

export interface RescueOption {
  readonly id: string;
  readonly change: RescueChange;
  readonly effect: RescueEffect;
  /** Of a cut: where it is and how one goes on over it. */
  readonly cut?: Cut;
}

export interface Rescue {
  readonly now: RescueEffect;
  /** In the order in which they are tried: what changes least first. */
  readonly options: readonly RescueOption[];
  readonly allows: Allows;
  /** Chosen pieces without a score, so that nothing of them can be thinned or cut. */
  readonly withoutScore: readonly string[];
  /** Why there is no later session; null where there is one. */
  readonly noLater: Exclude<ReturnType<typeof laterSession>, { kind: 'session' }> | null;
}

/** What several options lead to together. */
export interface Together {
  readonly changes: readonly RescueChange[];
  readonly effect: RescueEffect;
}

/** What a rescue is computed from. */
export interface RescueQuestion {
  readonly studio: Studio;
  readonly goalId: string;
  readonly today: CalendarDay;
  readonly fit: StudioFit;
  readonly past: readonly PastCandidacy[];
  /** MusicXML of the pieces that have a score, by the piece's id. */
  readonly texts: ReadonlyMap<string, string>;
}

/** What can still be done for a goal; null where it is gone, or its day is past. */
export function rescueOf(question: RescueQuestion): Rescue | null {
  const { studio, goalId, today } = question;
  const goal = studio.goals.get(goalId);
  const context = goal && goalContext(studio, goal, today);
  if (!context || context.session.day <= today) return null;
  const allows = allowsOf(context.level);
  const now = effectOf(question, context, []);
  const pieces = chosenPieces(context, studio.pieces);
  const later = laterSession(context.set, context.session.day, today);
  const option = (change: RescueChange, cut?: Cut): RescueOption => ({
    id: rescueId(change),
    change,
    effect: effectOf(question, context, [change]),
    ...(cut && { cut }),
  });
  const scored = pieces.flatMap(({ componentId, piece }) => {
    const text = question.texts.get(piece.id);
    return text === undefined ? [] : [{ componentId, piece, text, before: playedNow(goal, piece.id) }];
  });
  const ways = scored.map((each) => ({
    ...each,
    ways: waysToEase(each.text, each.piece.wellKnown ?? [], difficultyOf(studio)),
  }));
  const options = [
    ...(allows.simplified === 'yes'
      ? ways.flatMap(({ componentId, piece, text, before, ways: { thinnings } }) =>
          thinnings
            .filter(({ kind }) => !before?.thin.includes(kind))
            .map(({ kind }) => {
              const as = playedWith(text, before, [kind], null);
              return option({ kind: 'simplify', componentId, pieceId: piece.id, thin: [kind], as });
            }),
        )
      : []),
    ...(allows.cut === 'yes'
      ? ways.flatMap(({ componentId, piece, text, before, ways: { cuts } }) =>
          leastFirst(
            bestCuts(
              cuts.filter(({ bars }) => !isSame(bars, before?.cut)),
              piece,
            ).map((cut) => {
              const as = playedWith(text, before, [], cut.bars);
              return option({ kind: 'cut', componentId, pieceId: piece.id, bars: cut.bars, as }, cut);
            }),
          ).slice(0, MOST_CUTS),
        )
      : []),
    ...pieces.flatMap(({ componentId, piece }) => {
      const bars = worstBars(studio, context, piece);
      if (bars.length === 0) return [];
      const support = { kind: 'support', componentId, pieceId: piece.id, bars } as const;
      return [option({ ...support, more: minutesMore(support, context, studio, today) })];
    }),
    ...learnedPieces(context, studio).map((change) => option(change)),
    ...easierPieces(context, studio, today, now.peak).map((change) => option(change)),
    ...(later.kind === 'session' ? [option({ kind: 'later', session: later.session })] : []),
    option({ kind: 'withdraw' }),
    option({ kind: 'let it be' }),
  ];
  return {
    now,
    options,
    allows,
    withoutScore: pieces.filter(({ piece }) => !question.texts.has(piece.id)).map(({ piece }) => piece.title),
    noLater: later.kind === 'session' ? null : later,
  };
}

/** Cuts with which the plan fits, the shortest first; then the others, those that come nearest first. */
function leastFirst(cuts: readonly RescueOption[]): RescueOption[] {
  const length = ({ cut }: RescueOption) => (cut ? cut.bars.to - cut.bars.from : 0);
  const peak = ({ effect }: RescueOption) => effect.peak ?? Infinity;
  return [...cuts].sort(
    (a, b) =>
      Number(b.effect.fits) - Number(a.effect.fits) ||
      (a.effect.fits ? length(a) - length(b) : peak(a) - peak(b)),
  );
}

/** What is chosen of the options, as changes that can be made one after the other, with what they lead to. */
export function rescuedTogether(question: RescueQuestion, chosen: readonly RescueOption[]): Together | null {
  const { studio, goalId, today } = question;
  const goal = studio.goals.get(goalId);
  const context = goal && goalContext(studio, goal, today);
  if (!context || chosen.length === 0) return null;
  const changes = joined(
    chosen.map(({ change }) => change),
    goal,
    question.texts,
  );
  return { changes, effect: effectOf(question, context, changes) };
}

/** An option more; what cannot be taken with it is let go. */
export const withOption = (
  options: readonly RescueOption[],
  taken: readonly string[],
  id: string,
): string[] => {
  if (taken.includes(id)) return taken.filter((each) => each !== id);
  const added = options.find((option) => option.id === id);
  const others = options.filter((option) => taken.includes(option.id));
  return added
    ? [...others.filter((other) => !excludes(other.change, added.change)).map((other) => other.id), id]
    : [...taken];
};

/** What is thinned and what is cut of one piece is one way of playing it. */
function joined(
  changes: readonly RescueChange[],
  goal: Goal,
  texts: ReadonlyMap<string, string>,
): RescueChange[] {
  const isPlayed = (change: RescueChange) => change.kind === 'simplify' || change.kind === 'cut';
  const ids = new Set(
    changes.flatMap((change) => (isPlayed(change) && 'pieceId' in change ? [change.pieceId] : [])),
  );
  const played = [...ids].flatMap((pieceId): RescueChange[] => {
    const own = changes.filter(
      (change) => isPlayed(change) && 'pieceId' in change && change.pieceId === pieceId,
    );
    const [first] = own;
    const text = texts.get(pieceId);
    if (own.length < 2 || text === undefined || !first || !('componentId' in first)) return own;
    const thin = own.flatMap((change) => (change.kind === 'simplify' ? change.thin : []));
    const cut = own.flatMap((change) => (change.kind === 'cut' ? [change.bars] : []))[0] ?? null;
    const as = playedWith(text, playedNow(goal, pieceId), thin, cut);
    const { componentId } = first;
    return [
      cut ? { kind: 'both', componentId, pieceId, as } : { kind: 'simplify', componentId, pieceId, thin, as },
    ];
  });
  return [...played, ...changes.filter((change) => !isPlayed(change))];
}

const playedNow = ({ plan }: Goal, pieceId: string): PlayedAs | undefined =>
  valueAt(plan.playedAs ?? {}, pieceId);
const isSame = (a: BarRange, b: BarRange | undefined) => a.from === b?.from && a.to === b.to;

/** How a piece is played with more left out than now; another cut takes the place of the one there is, and so do other chords. */
function playedWith(
  text: string,
  before: PlayedAs | undefined,
  thin: readonly Thinning[],
  cut: BarRange | null,
): PlayedAs {
  const ofChords = (kind: Thinning) => kind.startsWith('chords');
  const kept = (before?.thin ?? []).filter(
    (kind) => !thin.includes(kind) && !(ofChords(kind) && thin.some(ofChords)),
  );
  return easierScore(text, { thin: [...kept, ...thin], cut: cut ?? before?.cut ?? null }).as;
}

/** Where the goal stands when the changes are made, all of it computed again. */
export function effectOf(
  { studio, goalId, today, fit, past }: Omit<RescueQuestion, 'texts'>,
  before: GoalContext,
  changes: readonly RescueChange[],
): RescueEffect {
  const after = rescued(studio, goalId, changes, today);
  const changedStudio = after
    ? withRecords(studio, [
        { kind: 'goal', id: goalId, data: after.goal },
        { kind: 'student', id: after.student.id, data: after.student },
      ])
    : studio;
  const goal = changedStudio.goals.get(goalId);
  const context = goal && goal.closedOn === null ? goalContext(changedStudio, goal, today) : undefined;
  if (!context)
    return { peak: null, fits: true, toDo: 0, minutes: 0, seconds: null, forecast: null, breaks: [] };
  const wasUnmet = new Set(
    before.verdicts.filter(({ status }) => status === 'unmet').map(({ ruleId }) => ruleId),
  );
  const time = playingTime(context.entry);
  const movesForecast =
    changes.length === 0 || changes.some((change) => 'outId' in change || change.kind === 'later');
  const told = movesForecast ? goalForecast(changedStudio, context, fit, past, today) : null;
  const { plan } = context;
  return {
    peak: plan ? plan.peak : null,
    fits: plan?.feasible ?? false,
    toDo: Math.round((plan?.items ?? []).reduce((sum, { toDo }) => sum + toDo, 0)),
    minutes: Math.round((plan?.weeks ?? []).reduce((sum, { minutes }) => sum + minutes, 0)),
    seconds: time.untimed > 0 || time.parts.length === 0 ? null : time.seconds,
    forecast: told && {
      chance: told.awards.find(({ id }) => id === goal?.aimAwardId)?.chance ?? null,
      total: told.total,
      marks: told.evidence.marks,
    },
    breaks: context.verdicts
      .filter(({ ruleId, status }) => status === 'unmet' && !wasUnmet.has(ruleId))
      .map(({ ruleId }) => ruleId),
  };
}

const difficultyOf = ({ settings }: Studio): Partial<DifficultyFigures> => settings.difficulty ?? {};
