import type { LevelHeld } from '../students';
import { valueAt } from '../value-at';
import { opensTo } from './requirement-set';
import type { Level, RequirementSet } from './with-rules';

/**
 * Where the levels of each family stand on one scale, by rank: stated by the teacher, never interpolated, and used
 * only to say who fits what. A level that is not stated stands at its own rank.
 */
export type CommonLevels = Readonly<Record<string, Readonly<Record<string, number>>>>;

export const commonLevel = (table: CommonLevels, family: string, rank: number): number =>
  valueAt(valueAt(table, family) ?? {}, String(rank)) ?? rank;

/** What the stretch is counted from: the scale, and the sets whose levels a student may hold. */
export interface LevelTable {
  readonly common: CommonLevels;
  readonly sets: Iterable<RequirementSet>;
}

/** Levels from one place on the common scale up to another; 0 where the second is no higher. */
export const levelsUp = (from: number, to: number): number => Math.max(0, to - from);

/**
 * How far a level lies above what the student holds, in levels of the common scale: the one thing besides its bars that
 * the minutes of a piece depend on, in the fit, the programmes and the plan alike.
 */
export const stretchOf = (
  student: Parameters<typeof heldCommonLevel>[2],
  set: Pick<RequirementSet, 'family'>,
  level: Pick<Level, 'rank'>,
  { common, sets }: LevelTable,
): number => levelsUp(heldCommonLevel(common, sets, student), commonLevel(common, set.family, level.rank));

/** The table with a level's figure set; null puts the level back at its own rank. */
export const withCommonLevel = (
  table: CommonLevels,
  family: string,
  rank: number,
  common: number | null,
): CommonLevels => ({
  ...table,
  [family]: Object.fromEntries([
    ...Object.entries(valueAt(table, family) ?? {}).filter(([each]) => each !== String(rank)),
    ...(common === null ? [] : [[String(rank), common] as const]),
  ]),
});

/** The highest common level a student holds on the instrument: of families a set of which it is open to; 0 for none. */
export function heldCommonLevel(
  table: CommonLevels,
  sets: Iterable<RequirementSet>,
  student: { readonly levelsHeld: readonly LevelHeld[]; readonly instrument: string },
): number {
  const held = new Set(student.levelsHeld.map(({ family }) => family));
  if (held.size === 0) return 0;
  const own = new Set(
    [...sets].flatMap((set) =>
      held.has(set.family) && set.levels.some((level) => opensTo(set, level, student.instrument))
        ? [set.family]
        : [],
    ),
  );
  return Math.max(
    0,
    ...student.levelsHeld
      .filter(({ family }) => own.has(family))
      .map(({ family, rank }) => commonLevel(table, family, rank)),
  );
}
