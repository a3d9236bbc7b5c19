import type { Piece } from '../../repertoire';
import type { EntryOf, Slot } from '../entry';
import type { LevelOf, SetOf } from '../requirement-set';
import type { AnyRule, CompiledParts, FactOf, Place } from '../search-parts';
import type { AnswerOf, VerdictOf } from '../verdict';
import type { FieldsOf } from './fields';

/** Says what is wrong and where, as a path within the rule ("" for the rule itself). */
export type Say = (path: string, message: string) => void;

/** What a rule may ask of rules within it. */
export interface Ask {
  verdict(rule: AnyRule): VerdictOf<unknown>;
  /** Whether some way of filling the open slots keeps the rule; undefined where that is not certain. */
  canBeKept(rule: AnyRule): boolean | undefined;
}

/** How rules on pieces are searched with; `F` is what the rule asks of one piece, looked up once. */
export interface RuleSearch<R, F = unknown> {
  /** Left out where a programme's places alone decide. */
  fact?(rule: R, piece: Piece, place: Place, set: SetOf): F;
  /** What the rule needs of the entry besides the pieces; entry null: nothing is known of it. */
  known?(rule: R, entry: EntryOf | null): unknown;
  /** Grades that tell pieces nobody knows yet apart. */
  ranks?(rule: R): readonly number[];
  /** The fact of a piece of the student's own that nobody knows yet, graded `rank` if at all. */
  unknown?(rule: R, slot: Slot, set: SetOf, rank: number | null): F;
  /** What tells pieces of the same fact apart once the entry is known. */
  tells?(rule: R, piece: Piece, known: (rule: AnyRule) => unknown): unknown;
  /** Whether it stays open only where something is not known of a piece. */
  openByPieces?(rule: R): boolean;
  /** @param slotOf - place of a component's slot among the level's */
  compile(rule: R, fact: FactOf, slotOf: ReadonlyMap<string, number>): CompiledParts;
}

/** All there is to say of one kind of rule. `E` is the evidence its answers rest on. */
export interface RuleModule<R extends AnyRule, E = unknown, F = unknown> {
  /** The words a teacher picks it by. */
  readonly name: string;
  /**
   * What it looks at: the chosen pieces and what may still be chosen; who may enter and when; what is settled with the
   * entry itself; or other rules.
   */
  readonly about: 'pieces' | 'student' | 'entry' | 'rules';
  /** The rule as the syllabus would print it. */
  title(rule: R, level: LevelOf): string;
  /** How the entry stands; what is not known is undecided. `slots` are empty where it is not about pieces. */
  check(rule: R, entry: EntryOf, slots: readonly Slot[], ask: Ask): AnswerOf<E>;
  /** The evidence, and what would meet the rule where it is not met. */
  sentence(rule: R, answer: AnswerOf<E>, level: LevelOf): string;
  /** Its data: by field the form it is kept in, and the blanks it is typed in. */
  readonly fields: FieldsOf<R>;
  /** What fields read one by one have wrong together; null when nothing is. */
  wrong?(rule: R): string | null;
  /** What well-formed data still has wrong within its level. */
  problems?(rule: R, level: LevelOf, say: Say): void;
  /** For kinds that look at pieces. */
  readonly search?: RuleSearch<R, F>;
}

export const ruleModule =
  <R extends AnyRule>() =>
  <E, F = unknown>(module: RuleModule<R, E, F>): RuleModule<R, E, F> =>
    module;

/** Says where a rule names a component its level does not have. */
export function missing(level: LevelOf, componentId: string, say: Say): boolean {
  const isMissing = !level.components.some(({ id }) => id === componentId);
  if (isMissing) say('', `the level has no component "${componentId}"`);
  return isMissing;
}

interface Bounds {
  readonly min: number | null;
  readonly max: number | null;
}
const unordered = ({ min, max }: Bounds) => (min ?? 0) > (max ?? Infinity);
export const sayUnordered = (rule: Bounds, say: Say): void => {
  if (unordered(rule)) say('.max', 'the most is below the least');
};
export const leastFirst = (rule: Bounds): string | null =>
  unordered(rule) ? 'Put the smaller number first.' : null;
/** The same where one of the two at least must be given. */
export const someBound =
  (none: string) =>
  (rule: Bounds): string | null =>
    rule.min === null && rule.max === null ? none : leastFirst(rule);
