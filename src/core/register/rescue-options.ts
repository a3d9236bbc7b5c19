import type { BarRange } from '../music';
import { changed, faultState, verdictOf } from '../plan';
import { piecesFor, usedPieces, withSwap } from '../programme';
import { isLearned, stateOf, type Piece } from '../repertoire';
import { listedPieces } from '../requirements';
import type { Cut } from '../score';
import type { CalendarDay } from '../time';
import { valueAt } from '../value-at';
import { entriesOfStudent, faultsOfStudent, goalsOfStudent, runsOfStudent, type Studio } from '../files';
import { openGoalsOf } from './decisions';
import type { GoalContext } from './goal-context';
import { planInput } from './preparation';
import { rescued, type RescueChange } from './rescue-change';
import { exchangesOf, keepsRules } from './ways-to-mend';

/** Cuts of a piece, pieces of each kind that are offered, and places of the worst bars; our choice, so that they can be weighed. */
export const MOST_CUTS = 3;
const MOST_PIECES = 2;
const MOST_TRIED = 12;
const WORST = 3;

/** Pieces played whole, by component. */
export function chosenPieces({ goal, level }: GoalContext, pieces: ReadonlyMap<string, Piece>) {
  return level.components.flatMap((component) =>
    (valueAt(goal.programme, component.id) ?? []).flatMap((choice) => {
      const piece = choice.kind === 'piece' ? pieces.get(choice.pieceId) : undefined;
      return piece ? [{ componentId: component.id, piece }] : [];
    }),
  );
}

/** Cuts that are worth trying and do not lie in one another's place: those that join best first, then those that save most. */
export function bestCuts(cuts: readonly Cut[], { work }: Piece): Cut[] {
  const saves = ({ bars }: Cut) => {
    const left = new Set((work?.same ?? []).filter((_, at) => at + 1 < bars.from || at + 1 > bars.to));
    return new Set(
      (work?.same ?? []).slice(bars.from - 1, bars.to).filter((first) => first > 0 && !left.has(first)),
    ).size;
  };
  const found: Cut[] = [];
  const rank = ({ atEdges, how }: Cut) => Number(!atEdges) + Number(how !== 'same');
  for (const cut of [...cuts].sort((a, b) => rank(a) - rank(b) || saves(b) - saves(a))) {
    if (found.length === MOST_TRIED) break;
    if (
      saves(cut) > 0 &&
      !found.some(
        (other) => Math.abs(other.bars.from - cut.bars.from) < 4 && Math.abs(other.bars.to - cut.bars.to) < 4,
      )
    )
      found.push(cut);
  }
  return found;
}

/** Where it went wrong last: bars of faults that are open, of slips and stops of the last run-through; else the hardest. */
export function worstBars(studio: Studio, { student }: GoalContext, piece: Piece): BarRange[] {
  const faults = faultsOfStudent(studio, student.id)
    .filter((fault) => fault.pieceId === piece.id && faultState(fault) !== 'mended')
    .sort((a, b) => b.events.length - a.events.length)
    .map(({ bars }) => bars);
  const runs = runsOfStudent(studio, student.id).filter(({ pieceId }) => pieceId === piece.id);
  const last = [...runs].sort((a, b) => (a.day < b.day ? 1 : a.day > b.day ? -1 : b.place - a.place))[0];
  const heard = [...(last?.stops ?? []), ...(last?.slips ?? [])].flatMap(({ bar }) =>
    bar === undefined ? [] : [{ from: bar, to: bar }],
  );
  const hardest = [...(piece.work?.chunks ?? [])]
    .sort((a, b) => b.difficulty - a.difficulty)
    .map(({ bars }) => bars);
  const known = [...faults, ...heard];
  const found: BarRange[] = [];
  for (const bars of known.length > 0 ? known : hardest)
    if (found.length < WORST && !found.some((other) => other.from <= bars.to && bars.from <= other.to))
      found.push(bars);
  return found.sort((a, b) => a.from - b.from);
}

/** Minutes more than this on each practice day are no help. */
const MOST_MINUTES = 120;

/** Fewest minutes more on each practice day until the goal's day with which the plan fits; 0 where it fits, or where none would do. */
export function minutesMore(
  support: Omit<Extract<RescueChange, { kind: 'support' }>, 'more'>,
  { goal }: GoalContext,
  studio: Studio,
  today: CalendarDay,
): number {
  const fits = (more: number) => {
    const after = rescued(studio, goal.id, [{ ...support, more }], today);
    if (!after) return true;
    const goals = openGoalsOf(studio, goal.studentId).map((open) =>
      open.id === goal.id ? after.goal : open,
    );
    return verdictOf(planInput(studio, after.student, goals, today)).fits;
  };
  if (fits(0) || !fits(MOST_MINUTES)) return 0;
  let [low, high] = [0, MOST_MINUTES];
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (fits(middle)) high = middle;
    else low = middle;
  }
  return high;
}

type Swap = Extract<RescueChange, { kind: 'learned piece' | 'easier piece' }>;

/** Pieces the student has learned that break no rule in the place of one that is chosen; those played last first. */
export function learnedPieces(context: GoalContext, studio: Studio): Swap[] {
  const { goal, level, set, student } = context;
  const known = new Map<string, { readonly stage: 'secure' | 'up to tempo'; readonly on: CalendarDay }>();
  for (const own of entriesOfStudent(studio, student.id)) {
    const on = own.steps.at(-1)?.day;
    if (isLearned(own) && on !== undefined && own.part === null)
      known.set(own.pieceId, { on, stage: stateOf(own) === 'first target' ? 'secure' : 'up to tempo' });
  }
  for (const { pieceId, day } of usedPieces(
    goalsOfStudent(studio, student.id),
    studio.sets,
    student.id,
    goal.id,
  ))
    if (!known.has(pieceId)) known.set(pieceId, { on: day, stage: 'up to tempo' });
  const chosen = chosenPieces(context, studio.pieces);
  // Of an earlier instrument there may be pieces that are not for this one.
  const playable = piecesFor(student.instrument, studio.pieces, studio.sets.values());
  const isChosen = new Set(chosen.map(({ piece }) => piece.id));
  return [...known]
    .filter(([id]) => !isChosen.has(id) && playable.has(id))
    .sort(([a, { on: x }], [b, { on: y }]) => (x < y ? 1 : x > y ? -1 : a < b ? -1 : 1))
    .flatMap(([inId, passed]) =>
      chosen.flatMap(({ componentId, piece }): Swap[] => {
        const component = level.components.find(({ id }) => id === componentId);
        const listed = component ? listedPieces(component, set) : [];
        if (listed && !listed.includes(inId)) return [];
        const swap = { componentId, outId: piece.id, inId };
        return keepsRules(context, withSwap(goal.programme, swap))
          ? [{ kind: 'learned piece', ...swap, passed }]
          : [];
      }),
    )
    .slice(0, MOST_PIECES);
}

/** Listed pieces with fewer bars to learn: those with which the plan fits, nearest first, else those that come nearest. */
export function easierPieces(
  context: GoalContext,
  studio: Studio,
  today: CalendarDay,
  peak: number | null,
): Swap[] {
  const own = studio.students.get(context.goal.studentId);
  if (!own) return [];
  const input = planInput(studio, own, openGoalsOf(studio, own.id), today);
  const tried = exchangesOf(context, studio)
    .slice(0, MOST_TRIED)
    .map((exchange) => ({ exchange, ...verdictOf(changed(input, exchange)) }));
  return tried
    .filter((each) => each.fits || peak === null || each.peak < peak - 1e-6)
    .sort((a, b) => Number(b.fits) - Number(a.fits) || (a.fits ? 0 : a.peak - b.peak))
    .slice(0, MOST_PIECES)
    .map(({ exchange: { componentId, outId, inId } }) => ({
      kind: 'easier piece',
      componentId,
      outId,
      inId,
      passed: null,
    }));
}
