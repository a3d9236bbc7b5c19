import { DEFAULT_EFFORT } from '../effort';
import { prepare, type Plan, type PlanInput, type PracticeEntry } from '../plan';
import { NEW_ENTRY, NEW_GOAL_PLAN, type GoalPlan } from '../programme';
import { BARE_PIECE, type Piece } from '../repertoire';
import { BARE_LEVEL, BARE_SESSION, type ComponentSource } from '../requirements';
import type { ScoreWork, WorkDrill } from '../score';
import type { Student } from '../students';
import { addDays, calendarDay } from '../time';
import { practiceCard, type CardBlock } from './card';

export const today = calendarDay('2027-01-20');
export const inDays = (days: number) => addDays(today, days);
export const student: Student = {
  id: 'w',
  name: 'Wren',
  instrument: 'piano',
  birthDate: null,
  slot: { kind: 'weekly', weekday: 2, start: '16:00', minutes: 30 },
  sharesWith: null,
  minutesByWeekday: [20, 20, 20, 20, 20, 0, 0],
  levelsHeld: [],
  reachSemitones: null,
  schoolYear: null,
  archivedOn: null,
};
/** A score of these chunks, each so many bars long and so hard. */
export function workOf(
  chunks: readonly (readonly [bars: number, difficulty: number])[],
  drills: readonly WorkDrill[] = [],
): ScoreWork {
  let bar = 0;
  const ranges = chunks.map(([bars, difficulty]) => {
    const from = bar + 1;
    bar += bars;
    return { bars: { from, to: bar }, difficulty };
  });
  const numbers = Array.from({ length: bar }, (_, at) => at + 1);
  return {
    textId: '',
    difficulty: {},
    same: numbers,
    measures: numbers.map((n) => n - 1),
    chunks: ranges,
    drills,
  };
}
export const pieceOf = (id: string, work: ScoreWork | null, bars = work?.same.length ?? 16): Piece => ({
  ...BARE_PIECE,
  id,
  title: id,
  bars,
  tempo: { unit: 'q', perMinute: 120 },
  ...(work && { work }),
});
export const listOf = (id: string): ComponentSource => ({ kind: 'list', pieceIds: [id], min: 1, max: 1 });
export function planOf(
  parts: readonly (readonly [letter: string, ComponentSource])[],
  pieces: readonly Piece[],
  rest: Partial<
    Pick<PlanInput, 'student' | 'today' | 'evidence' | 'noted' | 'effort' | 'family' | 'metronomeFrom'>
  > & {
    readonly plan?: Partial<GoalPlan>;
    readonly weeks?: number;
    readonly rowResults?: PlanInput['goals'][number]['goal']['rowResults'];
  } = {},
): Plan {
  const { plan = {}, weeks = 12, rowResults, ...given } = rest;
  const components = parts.map(([letter, source]) => ({ id: letter, letter, name: letter, source }));
  const level = { id: 'l', name: 'Level 5', rank: 5, schemeId: 'm', rules: [], ...BARE_LEVEL, components };
  const { whole } = prepare({
    student,
    goals: [
      {
        level,
        stretch: 0,
        criteriaWeeks: 2,
        session: { ...BARE_SESSION, id: 'v', name: 'visit', day: inDays(7 * weeks) },
        goal: {
          ...NEW_ENTRY,
          id: 'g',
          studentId: 'w',
          setId: 'x',
          levelId: 'l',
          sessionId: 'v',
          aimAwardId: 'pass',
          ...(rowResults && { rowResults }),
          programme: Object.fromEntries(
            parts.flatMap(([letter, source]) =>
              source.kind === 'list'
                ? [[letter, source.pieceIds.map((pieceId) => ({ kind: 'piece' as const, pieceId }))]]
                : [],
            ),
          ),
          plan: { ...NEW_GOAL_PLAN, startedOn: today, minutes: { p: 1500, e: 1500 }, ...plan },
        },
      },
    ],
    pieces: new Map(pieces.map((each) => [each.id, each])),
    closures: [],
    effort: DEFAULT_EFFORT,
    evidence: { practice: [], cards: [] },
    noted: [],
    family: 'keyboard',
    metronomeFrom: 'learn',
    today,
    ...given,
  });
  if (!whole) throw new Error('no plan');
  return whole;
}
export const entry = (change: Partial<PracticeEntry>): PracticeEntry => ({
  id: '',
  studentId: 'w',
  goalId: 'g',
  componentId: 'p',
  pieceId: 'p',
  day: inDays(-1),
  minutes: 10,
  source: 'card',
  ...change,
});
export const barsText = ({ bars }: CardBlock) => (bars ? `${bars.from}-${bars.to}` : 'whole');
export const blocksOf = (plan: Plan, week = 0, id = 'p') =>
  practiceCard(plan, week).rows.find(({ item }) => item.piece?.id === id)?.blocks ?? [];
