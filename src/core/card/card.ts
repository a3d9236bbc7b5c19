import type { Stage } from '../effort';
import type { BarRange } from '../music';
import type { Plan, PlanItem } from '../plan';
import { lastRowResults } from '../programme';
import { daysBetween, type CalendarDay } from '../time';
import { notJudged } from './features';
import { ladder, rungAt, rungReported } from './ladder';
import { mannerOf, placeWords, rhythmDue, whyOf } from './manner';
import { reaches } from './places';
import { ROWS_MANNER, rowsIn, SKILL_WAYS, testFor } from './prepared';
import { drawOrder, rowWords } from './scale-rows';
import { visitsOf, wholeMinutes } from './visits';
import { Walk, type Chosen } from './walk';

/** One place of one item on one day. */
export interface CardBlock {
  /** Its number on the card, from 1, in the order in which it is to be practised. */
  readonly line: number;
  readonly day: CalendarDay;
  readonly minutes: number;
  readonly stage: Stage;
  /** Null: the whole piece, or work without bars. */
  readonly bars: BarRange | null;
  /** "bars 9–10", "join 8 to 9", "D major scale, 2 octaves"; empty for the whole. */
  readonly what: string;
  readonly how: string;
  readonly why: string;
  readonly listenFor: string;
  /** Played on the open strings of its notes; left out otherwise. */
  readonly onOpenStrings?: boolean;
  /** What cannot be judged at this tempo yet; empty where everything can. */
  readonly notYet: readonly string[];
  /** Tempo to practise at, in the item's unit; null without one. */
  readonly tempo: number | null;
  /** The rung of the ladder it stands on, from 1, and how many there are; null without a tempo. */
  readonly rung: { readonly at: number; readonly of: number } | null;
}
export interface CardRow {
  readonly item: PlanItem;
  readonly blocks: readonly CardBlock[];
  readonly minutes: number;
}
export interface CardDay {
  readonly day: CalendarDay;
  readonly asked: number;
  readonly available: number;
}
export interface PracticeCard {
  readonly days: readonly CardDay[];
  readonly rows: readonly CardRow[];
  readonly minutes: number;
  readonly available: number;
  /** What the plan asks of the week beyond the minutes there are. */
  readonly leftOut: readonly { readonly item: PlanItem; readonly minutes: number }[];
}

/**
 * The week's minutes as blocks on days, each with the place it is for, how it is practised and why it stands there.
 * The blocks of a day add up to what the day has at most; what a week asks beyond its minutes is left out and named.
 * @param week - index into `plan.weeks`
 * @throws RangeError for a week the plan does not have
 */
export function practiceCard(plan: Plan, week: number): PracticeCard {
  const cards = known.get(plan) ?? new Map<number, PracticeCard>();
  known.set(plan, cards);
  const card = cards.get(week) ?? cardOf(plan, week);
  cards.set(week, card);
  return card;
}
/** A plan is never changed: each of its cards is worked out once. */
const known = new WeakMap<Plan, Map<number, PracticeCard>>();

function cardOf(plan: Plan, week: number): PracticeCard {
  const planned = plan.weeks[week];
  if (!planned) throw new RangeError(`week ${week} of ${plan.weeks.length}`);
  const asked = wholeMinutes(plan.items.map((item) => item.weeks[week] ?? 0));
  const length = visitLength(plan, planned.days);
  // A skill, and what has no date, are worked on seldom and longer, so that they take few lines.
  const least = plan.items.map(({ goalId, skillId }) =>
    goalId === null || skillId !== null ? Math.max(length, plan.habits.placeMinutes) : length,
  );
  const visits = visitsOf(asked, planned.days, length, least);
  const unnumbered = plan.items.map((item, at) => blocksOf(plan, item, visits[at]?.visits ?? [], week));
  const minutesOf = (blocks: readonly Unnumbered[]) => blocks.reduce((sum, { minutes }) => sum + minutes, 0);
  const all = unnumbered.map(minutesOf);
  // Day by day; within a day the most work first, and an item's own blocks together.
  const order = unnumbered
    .flatMap((blocks, item) => blocks.map((block, at) => ({ block, item, at })))
    .sort(
      (a, b) =>
        (a.block.day < b.block.day ? -1 : a.block.day > b.block.day ? 1 : 0) ||
        (all[b.item] ?? 0) - (all[a.item] ?? 0) ||
        a.item - b.item ||
        a.at - b.at,
    );
  const lineOf = new Map(order.map(({ block }, at) => [block, at + 1]));
  const rows = plan.items.map((item, at): CardRow => ({
    item,
    blocks: (unnumbered[at] ?? []).map((block) => ({ ...block, line: lineOf.get(block) ?? 0 })),
    minutes: all[at] ?? 0,
  }));
  const askedOn = (day: CalendarDay) => minutesOf(unnumbered.flat().filter((block) => block.day === day));
  return {
    days: planned.days.map(({ day, minutes }) => ({ day, asked: askedOn(day), available: minutes })),
    rows,
    minutes: all.reduce((sum, minutes) => sum + minutes, 0),
    available: planned.minutes,
    leftOut: plan.items.flatMap((item, at) => {
      const minutes = visits[at]?.leftOut ?? 0;
      return minutes > 0 ? [{ item, minutes }] : [];
    }),
  };
}

/** Things to practise on one day, at most. Our choice, because a child keeps no more of them in mind. */
const MOST_A_DAY = 5;

/** Minutes of one visit: those of the studio, and more where days are long. */
function visitLength({ blockMinutes }: Plan, days: Plan['weeks'][number]['days']): number {
  const open = days.filter(({ minutes }) => minutes > 0);
  const mean = open.reduce((sum, { minutes }) => sum + minutes, 0) / Math.max(1, open.length);
  return Math.max(blockMinutes, Math.ceil(mean / MOST_A_DAY));
}

type Unnumbered = Omit<CardBlock, 'line'>;

/** The visits of an item cut into blocks of one place each. */
function blocksOf(
  plan: Plan,
  item: PlanItem,
  visits: readonly (readonly [CalendarDay, number])[],
  week: number,
): Unnumbered[] {
  if (item.perWeek !== null) return preparedBlocks(plan, item, visits, week);
  if (item.skillId !== null) return skillBlocks(item, visits);
  const { placeMinutes, clean, rungs: count } = plan.habits;
  const rungs = item.tempo && item.secure !== null ? ladder(item.secure, item.tempo.perMinute, count) : [];
  const from = (week === 0 ? undefined : item.tempos[week - 1]) ?? item.secure ?? undefined;
  const to = item.tempos[week];
  const walk = new Walk(item, plan.habits, rungs.length > 0 ? (to ?? null) : null);
  for (let before = 0; before < week; before += 1)
    walk.replay(practiceCard(plan, before).rows.find((row) => row.item === item)?.blocks ?? []);
  let done = item.weeks.slice(0, week).reduce((sum, minutes) => sum + minutes, 0);
  const parts = visits.flatMap(([day, minutes]) =>
    inParts(minutes, placeMinutes).map((part) => ({ day, part })),
  );
  return parts.map(({ day, part }, at): Unnumbered => {
    const now = stageAt(item, done);
    // Questions on the page stand beside the learning.
    const isBeside = item.reading === 'questions' && now === 'prepare' && (week + at) % 2 === 1;
    const stage = isBeside ? 'learn' : now;
    done += part;
    const due = item.rhythm && stage === 'prepare' ? rhythmDue(item.rhythm, week + at) : null;
    if (due) return rhythmBlock(day, part, due);
    const chosen = walk.choose(day, stage);
    const { place, before, reason } = chosen;
    const share = (at + 1) / parts.length;
    const planned = from === undefined || to === undefined ? null : from * (to / from) ** share;
    const rung =
      rungs.length === 0 || planned === null ? null : rungOf(item, chosen, rungs, planned, stage, clean);
    // One school has no metronome before the notes are sure.
    const isSilent = plan.habits.metronomeFrom === 'secure' && (stage === 'prepare' || stage === 'learn');
    const tempo = rung === null || isSilent ? null : (rungs[rung] ?? null);
    return {
      day,
      minutes: part,
      stage,
      bars: place?.bars ?? item.bars,
      what: place ? placeWords(place) : '',
      ...mannerOf(stage, place, before, plan.habits.family, item.reading),
      why: whyOf(reason, place),
      notYet:
        tempo === null || !item.tempo
          ? []
          : notJudged(item.piece?.demands ?? [], tempo, item.tempo.perMinute, plan.habits.judgedFrom),
      tempo,
      rung: tempo === null || rung === null ? null : { at: rung + 1, of: rungs.length },
    };
  });
}

/** One rhythm of a gate, in the step that is due. */
const rhythmBlock = (
  day: CalendarDay,
  minutes: number,
  { extract, how, listenFor }: NonNullable<ReturnType<typeof rhythmDue>>,
): Unnumbered => {
  const [bar] = extract.bars;
  return {
    day,
    minutes,
    stage: 'prepare',
    bars: bar === undefined ? null : { from: bar, to: bar },
    what: extract.words,
    how,
    listenFor,
    why: 'rhythm before the score',
    notYet: [],
    tempo: null,
    rung: null,
  };
};

/** A visit of so many minutes as whole parts of about the length of one place. */
function inParts(minutes: number, placeMinutes: number): number[] {
  const count = Math.max(1, Math.round(minutes / placeMinutes));
  return Array.from(
    { length: count },
    (_, at) => Math.floor((minutes * (at + 1)) / count) - Math.floor((minutes * at) / count),
  );
}

/** The stage that is on when so many of the coming minutes are done. */
function stageAt(item: PlanItem, done: number): Stage {
  let end = 0;
  for (const { stage, left, passed } of item.stages) {
    if (passed) continue;
    end += left;
    if (done < end - 1e-6) return stage;
  }
  return item.stages.at(-1)?.stage ?? 'perform';
}

/**
 * The rung of a block: where the place was reported to stand, else where the plan is by then, and the hottest chunk one
 * below that; on the last while the whole is performed.
 */
function rungOf(
  item: PlanItem,
  { place, isHottest }: Chosen,
  rungs: readonly number[],
  planned: number,
  stage: Stage,
  clean: number,
): number {
  if (stage === 'perform') return rungs.length - 1;
  const said = place
    ? item.practised.filter(({ bars }) => bars !== undefined && reaches(bars, place))
    : item.practised;
  const reported = rungReported(rungs, said, clean);
  if (reported !== null) return reported;
  const due = rungAt(rungs, planned);
  return isHottest ? Math.max(0, due - 1) : due;
}

/** A skill by itself: another way each day. */
const skillBlocks = (
  { startedOn, practised }: PlanItem,
  visits: readonly (readonly [CalendarDay, number])[],
): Unnumbered[] => {
  const before = new Set(practised.map(({ day }) => day)).size;
  return visits.map(([day, minutes], at) => ({
    day,
    minutes,
    stage: 'learn',
    bars: null,
    what: '',
    ...(SKILL_WAYS[(before + at) % SKILL_WAYS.length] ?? { how: '', listenFor: '' }),
    why: daysBetween(startedOn, day) < 7 ? 'new' : '',
    notYet: [],
    tempo: null,
    rung: null,
  }));
};

/** Scales are drawn from their table; tests take turns. */
function preparedBlocks(
  plan: Plan,
  item: PlanItem,
  visits: readonly (readonly [CalendarDay, number])[],
  week: number,
): Unnumbered[] {
  const weeksBefore = Math.max(0, plan.now + week);
  const perWeek = visits.reduce((sum, [, minutes]) => sum + rowsIn(minutes), 0);
  const rows = drawOrder(item.rows, item.rowsHeard, item.rowResults, weeksBefore * perWeek);
  let next = 0;
  const first = plan.grid[0]?.from ?? visits[0]?.[0];
  return visits.map(([day, minutes]): Unnumbered => {
    const bare = { day, minutes, stage: stageAt(item, 0), bars: null, notYet: [], rung: null };
    if (rows.length > 0) {
      const drawn = Array.from(
        { length: Math.min(rowsIn(minutes), rows.length) },
        (_, at) => rows[(next + at) % rows.length],
      );
      next += drawn.length;
      const [row] = drawn;
      const last = row && lastRowResults(item.rowResults).get(row.id);
      const isHeard = last !== undefined || (row !== undefined && item.rowsHeard.includes(row.id));
      return {
        ...bare,
        what: drawn.flatMap((each) => (each ? [rowWords(each)] : [])).join('; '),
        ...ROWS_MANNER,
        why: last && last.how !== 'clean' ? 'the weakest' : isHeard ? 'longest not heard' : 'not heard yet',
        tempo: row?.tempo?.perMinute ?? null,
      };
    }
    const turn = first === undefined ? 0 : Math.max(0, daysBetween(first, day));
    const { what, manner } = testFor(item.title, item.tests, turn);
    return { ...bare, what: what ?? '', ...manner, why: '', tempo: null };
  });
}
