import { ASSESSOR_GLYPH } from '../shell/MarkLine';
import type { Plan, PlanItem } from '@/core/plan';
import type { GoalContext } from '@/core/register';
import type { Student } from '@/core/students';
import { daysBetween, lessonDays, type CalendarDay, type Closure } from '@/core/time';
import type { GlyphName } from '@/ui';

/** A goal as it is drawn: a system of lines that ends at its session; own work is one without an end. */
export interface StaveSystem {
  readonly id: string;
  readonly context: GoalContext | null;
  readonly plan: Plan;
  readonly items: readonly PlanItem[];
  /** Titles of pieces that are worked on once, for an earlier goal. */
  readonly shared: readonly string[];
}

/** The goals of a plan in the order of their dates, and own work below them. */
export function systemsOf(
  whole: Plan,
  contexts: readonly GoalContext[],
  planOf: (context: GoalContext) => Plan | null,
): StaveSystem[] {
  const ofGoals = contexts
    .flatMap((context): StaveSystem[] => {
      const plan = planOf(context);
      if (!plan) return [];
      const items = whole.items.filter(({ goalId }) => goalId === context.goal.id);
      const own = new Set(items.map(({ id }) => id));
      return [
        {
          id: context.goal.id,
          context,
          plan,
          items,
          shared: plan.items.flatMap(({ id, title }) => (own.has(id) ? [] : [title])),
        },
      ];
    })
    .sort((a, b) => a.plan.weeks.length - b.plan.weeks.length);
  const items = whole.items.filter(({ goalId }) => goalId === null);
  return items.length === 0
    ? ofGoals
    : [...ofGoals, { id: 'own', context: null, plan: whole, items, shared: [] }];
}

/** Where things stand in the drawing, in px. */
export interface Geometry {
  readonly width: number;
  readonly height: number;
  /** Left edge of the past, of today, of the last session. */
  readonly past: number;
  readonly today: number;
  readonly end: number;
  readonly weekWidth: number;
  readonly systems: readonly {
    readonly system: StaveSystem;
    /** Base of its heading; null where there is only one. */
    readonly heading: number | null;
    /** Its lines from top to bottom, and the barline at its end. */
    readonly lines: readonly number[];
    readonly end: number;
  }[];
  readonly lineY: (itemId: string) => number;
  readonly bottom: number;
  readonly loadBase: number;
  /** x of a place on the grid of weeks; places before the drawn past stand at its edge. */
  readonly x: (week: number) => number;
}

const NAMES = 186;
const PAST_WEEK = 26;
const RIGHT = 56;
const LEAST_WEEK = 46;
const FIRST_LINE = 92;
const HEADING = 44;
const LOAD = 62;

/** Weeks of the past that are drawn. */
export const drawnPast = (plan: Plan): number => Math.min(plan.now, 8);

/**
 * The drawing fits its content: up to eight past weeks, coming weeks as wide as the room allows (a long plan
 * scrolls), lines closer together when there are many; several goals stand below each other, each under its heading.
 */
export function geometryOf(plan: Plan, systems: readonly StaveSystem[], room: number): Geometry {
  const coming = plan.weeks.length;
  const past = NAMES + 18;
  const today = past + drawnPast(plan) * PAST_WEEK;
  const weekWidth = Math.max(LEAST_WEEK, Math.min(150, (room - today - RIGHT) / coming));
  const count = plan.items.length;
  const pitch = count > 5 ? 46 : 52;
  const end = today + coming * weekWidth;
  const many = systems.length > 1;
  const lineOf = new Map<string, number>();
  let y = FIRST_LINE - pitch;
  const placed = systems.map((system) => {
    if (many) y += HEADING;
    const heading = many ? y + pitch - 36 : null;
    const lines = system.items.map(({ id }) => {
      y += pitch;
      lineOf.set(id, y);
      return y;
    });
    return { system, heading, lines, end: today + system.plan.weeks.length * weekWidth };
  });
  const bottom = y + 26;
  return {
    width: end + RIGHT,
    height: bottom + LOAD + 8,
    past,
    today,
    end,
    weekWidth,
    systems: placed,
    lineY: (itemId) => lineOf.get(itemId) ?? FIRST_LINE,
    bottom,
    loadBase: bottom + LOAD,
    x: (week) =>
      week >= plan.now
        ? today + (week - plan.now) * weekWidth
        : Math.max(past, today - (plan.now - week) * PAST_WEEK),
  };
}

export interface StaveMark {
  readonly x: number;
  readonly glyph: Extract<GlyphName, 'teacher' | 'own' | 'peer' | 'mock' | 'judge' | 'official'>;
  readonly mark: number;
  readonly say: string;
}

/** Place of a day on the grid, weeks and parts of a week. */
export function weekOf(plan: Plan, day: CalendarDay): number {
  const index = plan.grid.findIndex((week) => day <= week.to);
  const week = plan.grid[index];
  if (!week) return plan.grid.length;
  return index + Math.min(0.9, Math.max(0, daysBetween(week.from, day) / 7));
}

export interface HeardMark {
  readonly day: CalendarDay;
  readonly glyph: StaveMark['glyph'];
  readonly mark: number;
  readonly say: string;
}

/** Marks heard of a component so far, in the order of their days. */
export const marksHeard = (
  context: GoalContext | null,
  { componentId }: Pick<PlanItem, 'componentId'>,
): HeardMark[] =>
  (context?.readSheets ?? [])
    .flatMap(({ sheet, mark, current }) =>
      current && sheet.componentId === componentId && mark.kind === 'complete'
        ? [{ sheet, mark: mark.mark }]
        : [],
    )
    .sort(({ sheet: a }, { sheet: b }) =>
      a.day < b.day ? -1 : a.day > b.day ? 1 : a.assessor < b.assessor ? -1 : 1,
    )
    .map(({ sheet, mark }) => ({
      day: sheet.day,
      glyph: ASSESSOR_GLYPH[sheet.assessor],
      mark,
      say: `${mark} by ${SAYS[sheet.assessor]}`,
    }));
const SAYS = {
  student: 'the student',
  peer: 'a peer',
  teacher: 'the teacher',
  mock: 'the mock examiner',
  judge: 'a judge',
  official: 'the examiner',
} as const;

/** Marks heard so far on one line; marks that would touch are set apart, the earlier to the left. */
export function marksOf(
  context: GoalContext | null,
  plan: Plan,
  item: PlanItem,
  geometry: Geometry,
): StaveMark[] {
  const marks = marksHeard(context, item)
    .map(({ day, glyph, mark, say }): StaveMark => ({
      x: geometry.x(weekOf(plan, day)) + 8,
      glyph,
      mark,
      say,
    }))
    .filter((mark) => mark.x > geometry.past);
  let after = geometry.today + 9;
  return marks
    .reverse()
    .map((mark) => {
      after = Math.min(mark.x, after - 19);
      return { ...mark, x: after };
    })
    .reverse();
}

export interface LessonMark {
  readonly x: number;
  readonly lesson: boolean;
}

/** Every drawn week with its lesson, or the rest that stands for none. */
export function lessonsOf(
  student: Student,
  plan: Plan,
  closures: readonly Closure[],
  geometry: Geometry,
): LessonMark[] {
  return plan.grid.flatMap((week, at) => {
    const from = geometry.x(at);
    const to = at + 1 === plan.grid.length ? geometry.end : geometry.x(at + 1);
    if (to - from < 4) return [];
    const lesson = lessonDays(student, week.from, week.to, closures).length > 0;
    return [{ x: (from + to) / 2, lesson }];
  });
}
