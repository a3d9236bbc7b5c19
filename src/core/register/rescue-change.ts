import { inSession, withdrawn, withProgramme, withSwap, type Goal, type GateState } from '../programme';
import type { Stage } from '../effort';
import type { BarRange } from '../music';
import { findLevel, type Session } from '../requirements';
import type { PlayedAs, Thinning } from '../score';
import type { Student } from '../students';
import { daysFrom, minutesOfDay, type CalendarDay } from '../time';
import type { Studio } from '../files';

/** What is left out of a piece, or how it is played instead. */
interface OfPiece {
  readonly componentId: string;
  readonly pieceId: string;
}

/** What can still be done when it will not be ready in time. */
export type RescueChange =
  | (OfPiece & { readonly kind: 'simplify'; readonly thin: readonly Thinning[]; readonly as: PlayedAs })
  | (OfPiece & { readonly kind: 'cut'; readonly bars: BarRange; readonly as: PlayedAs })
  /** Simplified and cut. */
  | (OfPiece & { readonly kind: 'both'; readonly as: PlayedAs })
  /** The worst bars first, and so many minutes more on each practice day until the day before; 0 where none would do. */
  | (OfPiece & { readonly kind: 'support'; readonly bars: readonly BarRange[]; readonly more: number })
  | {
      readonly kind: 'learned piece' | 'easier piece';
      readonly componentId: string;
      readonly outId: string;
      readonly inId: string;
      /** Stages of it that are behind, and since when; none for one that is new. */
      readonly passed: { readonly stage: Stage; readonly on: CalendarDay } | null;
    }
  | { readonly kind: 'later'; readonly session: Session }
  | { readonly kind: 'withdraw' }
  | { readonly kind: 'let it be' };

/** The same for the same change, whatever was looked at before. */
export function rescueId(change: RescueChange): string {
  switch (change.kind) {
    case 'simplify':
      return `simplify ${change.pieceId} ${change.thin.join(', ')}`;
    case 'cut':
      return `cut ${change.pieceId} ${change.bars.from}-${change.bars.to}`;
    case 'both':
      return `both ${change.pieceId}`;
    case 'support':
      return `support ${change.pieceId}`;
    case 'learned piece':
    case 'easier piece':
      return `swap ${change.componentId} ${change.outId} ${change.inId}`;
    case 'later':
      return `later ${change.session.id}`;
    case 'withdraw':
    case 'let it be':
      return change.kind;
  }
}

/** Whether two changes cannot be taken together. */
export function excludes(a: RescueChange, b: RescueChange): boolean {
  const alone = (change: RescueChange) => change.kind === 'withdraw' || change.kind === 'let it be';
  if (alone(a) || alone(b)) return true;
  if (a.kind === 'later' && b.kind === 'later') return true;
  const [outOfA, outOfB] = [outOf(a), outOf(b)];
  if (outOfA !== null && outOfB !== null) return outOfA === outOfB;
  const [pieceA, pieceB] = [pieceOf(a), pieceOf(b)];
  if ((outOfA !== null && outOfA === pieceB) || (outOfB !== null && outOfB === pieceA)) return true;
  if (pieceA === null || pieceA !== pieceB) return false;
  if (a.kind === 'cut' && b.kind === 'cut') return true;
  const most = (change: RescueChange) =>
    change.kind === 'simplify' && change.thin.some((kind) => kind.startsWith('chords'));
  return most(a) && most(b);
}
const outOf = (change: RescueChange) => ('outId' in change ? `${change.componentId} ${change.outId}` : null);
const pieceOf = (change: RescueChange) =>
  'pieceId' in change ? `${change.componentId} ${change.pieceId}` : null;

/** What the event is told of the way a piece is played. */
const modified = ({ thin, cut }: PlayedAs): string =>
  [...(thin.length > 0 ? ['simplified'] : []), ...(cut ? ['cut'] : [])].join(' and ');

/** The goal and its student with changes made, in their order. */
export function rescued(
  studio: Studio,
  goalId: string,
  changes: readonly RescueChange[],
  today: CalendarDay,
): { readonly goal: Goal; readonly student: Student } | null {
  const goal = studio.goals.get(goalId);
  const student = goal && studio.students.get(goal.studentId);
  if (!student) return null;
  return changes.reduce((so, change) => changedBy(studio, so, change, today), { goal, student });
}

function changedBy(
  studio: Studio,
  { goal, student }: { readonly goal: Goal; readonly student: Student },
  change: RescueChange,
  today: CalendarDay,
): { readonly goal: Goal; readonly student: Student } {
  const set = studio.sets.get(goal.setId);
  switch (change.kind) {
    case 'simplify':
    case 'cut':
    case 'both':
      return {
        student,
        goal: {
          ...goal,
          conditions: { ...goal.conditions, modifications: modified(change.as) },
          plan: { ...goal.plan, playedAs: { ...goal.plan.playedAs, [change.pieceId]: change.as } },
        },
      };
    case 'support': {
      const session = set?.sessions.find(({ id }) => id === goal.sessionId);
      const first = { ...goal.plan.first, [change.pieceId]: change.bars };
      const days = session && change.more > 0 ? daysFrom(today, session.day).slice(0, -1) : [];
      const more = days.flatMap((day) => {
        const minutes = minutesOfDay(student, day);
        return minutes > 0 ? [[day, minutes + change.more] as const] : [];
      });
      return {
        goal: { ...goal, plan: { ...goal.plan, first } },
        student:
          more.length === 0
            ? student
            : { ...student, minutesOfDays: { ...student.minutesOfDays, ...Object.fromEntries(more) } },
      };
    }
    case 'learned piece':
    case 'easier piece': {
      const { componentId, inId, passed } = change;
      const programme = withSwap(goal.programme, change);
      const level = set && findLevel(set, goal.levelId);
      const other = withProgramme(goal, programme, level, studio.pieces, today);
      const gates: GateState[] = passed
        ? [
            {
              componentId,
              ...((programme[componentId]?.length ?? 0) > 1 && { pieceId: inId }),
              stage: passed.stage,
              movedTo: null,
              passedOn: passed.on,
            },
          ]
        : [];
      return {
        student,
        goal: { ...other, plan: { ...other.plan, gates: [...other.plan.gates, ...gates] } },
      };
    }
    case 'later':
      return { student, goal: inSession(goal, change.session.id, today) };
    case 'withdraw':
      return { student, goal: withdrawn(goal, today) };
    case 'let it be':
      return { student, goal };
  }
}
