import {
  entryOfLine,
  prepare,
  verdictOf,
  type HandedCard,
  type Plan,
  type PlanInput,
  type PracticeEntry,
} from '../plan';
import { addDays, type CalendarDay } from '../time';

/** What became of a plan in a week. */
export interface SinceLastWeek {
  /** Minutes reported in these seven days; null where nobody said anything. */
  readonly reported: number | null;
  /** What the plan asked of these days a week ago. */
  readonly asked: number;
  /** The fullest stretch then and now: work over minutes. */
  readonly peak: readonly [then: number, now: number];
  /** Gates that come on another day than was planned then. */
  readonly moved: readonly {
    readonly title: string;
    readonly stage: Plan['items'][number]['gates'][number]['stage'];
    readonly from: CalendarDay;
    readonly to: CalendarDay;
  }[];
  readonly passed: number;
  /** Goals whose preparation has begun since: they make the plan fuller by themselves. */
  readonly begun: number;
}

/** The plan as it would have been planned seven days ago, from what was known then, beside the one of today. */
export function sinceLastWeek(input: PlanInput, now: Plan): SinceLastWeek | null {
  const then = addDays(input.today, -7);
  const known = (day: CalendarDay | null) => (day !== null && day >= then ? null : day);
  const goals = input.goals
    .filter(({ goal }) => goal.plan.startedOn < then)
    .map((each) => ({
      ...each,
      goal: {
        ...each.goal,
        plan: {
          ...each.goal.plan,
          gates: each.goal.plan.gates.map((gate) => ({ ...gate, passedOn: known(gate.passedOn) })),
        },
      },
    }));
  if (goals.length === 0) return null;
  const practice = input.evidence.practice.filter(({ day }) => day < then);
  const cards = input.evidence.cards.filter(({ handedOn }) => handedOn < then);
  const before = prepare({ ...input, goals, today: then, evidence: { practice, cards } }).whole;
  if (!before) return null;
  const week = input.evidence.practice.filter(({ day }) => then <= day && day < input.today);
  const asked = before.weeks
    .filter(({ from }) => from < input.today)
    .reduce(
      (sum, { load, to, from }) =>
        sum + (to < input.today ? load : load * shareBefore(from, to, input.today)),
      0,
    );
  const gatesNow = new Map(
    now.items.flatMap(({ id, gates }) => gates.map((gate) => [`${id} ${gate.stage}`, gate] as const)),
  );
  let passed = 0;
  const moved = before.items.flatMap(({ id, title, gates }) =>
    gates.flatMap(({ stage, day, passedOn }) => {
      const gate = gatesNow.get(`${id} ${stage}`);
      if (!gate || passedOn !== null) return [];
      if (gate.passedOn !== null) passed += 1;
      return gate.passedOn === null && gate.day !== day ? [{ title, stage, from: day, to: gate.day }] : [];
    }),
  );
  return {
    reported: week.length === 0 ? null : week.reduce((sum, { minutes }) => sum + minutes, 0),
    asked: Math.round(asked),
    peak: [before.peak, now.peak],
    moved: moved.sort((a, b) => (a.to < b.to ? -1 : a.to > b.to ? 1 : 0)),
    passed,
    begun: input.goals.length - goals.length,
  };
}

const shareBefore = (from: CalendarDay, to: CalendarDay, day: CalendarDay): number => {
  const length = (a: CalendarDay, b: CalendarDay) => Date.parse(b) - Date.parse(a);
  return Math.min(1, length(from, day) / Math.max(1, length(from, addDays(to, 1))));
};

/** How much fuller the rest may get before a card that was handed out should change. */
const WORTH_CHANGING = 1.02;

/**
 * Whether the card a student has still serves: played as it stands, what is left fits, or is nearly as well spread as a free
 * choice would have it.
 */
export function cardStillServes(
  input: PlanInput,
  card: HandedCard,
): { readonly serves: boolean; readonly peak: number; readonly free: number } {
  const free = verdictOf(input).peak;
  const after = addDays(card.to, 1);
  const goals = input.goals.filter(({ session }) => session.day > after);
  if (card.to < input.today || goals.length === 0) return { serves: true, peak: free, free };
  const rest = card.lines
    .filter(({ day }) => day >= input.today)
    .map((line, at): PracticeEntry => ({
      ...entryOfLine(card, line, { minutes: line.minutes }),
      id: `card ${at}`,
    }));
  const played = [...input.evidence.practice, ...rest];
  const { peak } = verdictOf({
    ...input,
    goals,
    today: after,
    evidence: { ...input.evidence, practice: played },
  });
  return { serves: peak <= 1 + 1e-9 || peak <= WORTH_CHANGING * free + 1e-9, peak, free };
}
