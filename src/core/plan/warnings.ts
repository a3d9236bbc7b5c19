import { addDays, daysBetween, type CalendarDay } from '../time';
import { eveOf } from './student-plan';
import type { Plan } from './plan';

/** Something that is worth a word and never bends the plan. */
export type PlanWarning =
  /** From one whole week to the next by more than the steep share. */
  | { readonly kind: 'steep'; readonly week: CalendarDay; readonly from: number; readonly to: number }
  | { readonly kind: 'no break'; readonly day: CalendarDay; readonly minutes: number }
  | { readonly kind: 'heavy day'; readonly day: CalendarDay; readonly minutes: number; readonly mean: number }
  | { readonly kind: 'heavy end'; readonly day: CalendarDay }
  | { readonly kind: 'strain'; readonly day: CalendarDay; readonly words: string }
  | { readonly kind: 'go or no-go'; readonly day: CalendarDay; readonly goalId: string };

/** Minutes up from week to week by more than this are steep; minutes in one go, and days heavier than so many means. */
const STEEP = 1.15;
const IN_ONE_GO = 25;
const HEAVY = 2;
/** Days that a note of strain is looked back for. */
const STRAIN_DAYS = 28;
const STRAIN =
  /\b(pain|painful|hurts?|sore|strain(?:ed)?|aches?|aching|numb|tingl\w+|cramps?|locked wrist|raised shoulder)\b/i;

export interface WarningsInput {
  /** Of the student over all goals. */
  readonly plan: Pick<Plan, 'weeks'>;
  /** What each day of the coming card asks. */
  readonly days: readonly { readonly day: CalendarDay; readonly asked: number }[];
  readonly goals: readonly {
    readonly goalId: string;
    readonly session: CalendarDay;
    readonly due: CalendarDay | null;
    readonly goNoGo: CalendarDay;
    /** Whether it was decided. */
    readonly isDecided: boolean;
  }[];
  /** Notes of lessons that were. */
  readonly lessons: readonly { readonly day: CalendarDay; readonly note: string }[];
  readonly today: CalendarDay;
}

/** Warnings of a plan and its coming card, those that cannot wait first. */
export function warningsOf({ plan, days, goals, lessons, today }: WarningsInput): PlanWarning[] {
  const strain = lessons
    .filter(({ day, note }) => day <= today && daysBetween(day, today) <= STRAIN_DAYS && STRAIN.test(note))
    .sort((a, b) => (a.day < b.day ? 1 : -1))
    .slice(0, 1)
    .map(({ day, note }): PlanWarning => ({ kind: 'strain', day, words: note }));
  const decide = goals.flatMap(({ goalId, goNoGo, session, isDecided }): PlanWarning[] =>
    !isDecided && goNoGo <= today && session > today ? [{ kind: 'go or no-go', day: goNoGo, goalId }] : [],
  );
  const open = days.filter(({ asked }) => asked > 0);
  const mean = open.reduce((sum, { asked }) => sum + asked, 0) / Math.max(1, open.length);
  const heavy = days.flatMap(({ day, asked }): PlanWarning[] => {
    if (mean > 0 && asked > HEAVY * mean) return [{ kind: 'heavy day', day, minutes: asked, mean }];
    return [];
  });
  const longest = days.reduce<(typeof days)[number] | null>(
    (a, b) => (b.asked > IN_ONE_GO && b.asked > (a?.asked ?? 0) ? b : a),
    null,
  );
  const breaks: PlanWarning[] = longest
    ? [{ kind: 'no break', day: longest.day, minutes: longest.asked }]
    : [];
  const ends = goals.flatMap((goal): PlanWarning[] => {
    const eve = eveOf(goal);
    const last = days.filter(({ day }) => day === eve || day === addDays(eve, -1));
    return mean > 0 && last.some(({ asked }) => asked >= mean) ? [{ kind: 'heavy end', day: eve }] : [];
  });
  const whole = plan.weeks.filter(({ from, to, minutes }) => daysBetween(from, to) === 6 && minutes > 0);
  const steep = whole.slice(1).flatMap((week, at): PlanWarning[] => {
    const before = whole[at];
    return before && before.load > 0 && week.load > STEEP * before.load + 1e-6
      ? [{ kind: 'steep', week: week.from, from: before.load, to: week.load }]
      : [];
  });
  return [...strain, ...decide, ...ends, ...heavy, ...breaks, ...steep.slice(0, 1)];
}
