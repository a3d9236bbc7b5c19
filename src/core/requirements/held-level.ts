import { distance } from 'fastest-levenshtein';
import { familyLevels } from './crosswalk';
import { opensTo } from './requirement-set';
import type { RequirementSet } from './with-rules';

/** A level that a student can hold. */
export interface NamedLevel {
  readonly family: string;
  readonly rank: number;
  readonly levelName: string;
  /** "Tarrin Board flute, Level 3". */
  readonly label: string;
  /** Whether a set of the family is open to the instrument asked about. */
  readonly own: boolean;
}

/** Every level that can be held, those open to the instrument first. */
export function levelsToHold(sets: Iterable<RequirementSet>, instrument: string): NamedLevel[] {
  const all = [...sets];
  const families = new Set(
    all
      .filter((set) => set.levels.some((level) => opensTo(set, level, instrument)))
      .map(({ family }) => family),
  );
  return familyLevels(all)
    .flatMap(({ family, levels }) =>
      levels.map(({ rank, name }) => ({
        family,
        rank,
        levelName: name,
        label: `${family}, ${name}`,
        own: families.has(family),
      })),
    )
    .sort((a, b) => Number(b.own) - Number(a.own));
}

/** How many names are offered in place of an unknown one. */
const NEAREST = 3;

/**
 * The level somebody means by a name: "Tarrin Board flute, Level 3", "level 3", "tarrin 3". Words may be left out as long
 * as one level alone has them all; of several those of the student's own instrument.
 * @returns the level, or the labels nearest to the name, nearest first
 */
export function levelNamed(
  name: string,
  levels: readonly NamedLevel[],
):
  | { readonly ok: true; readonly level: NamedLevel }
  | { readonly ok: false; readonly nearest: readonly string[] } {
  const asked = wordsOf(name);
  const whole = asked.join(' ');
  const exact = levels.filter(({ label }) => wordsOf(label).join(' ') === whole);
  const having = levels.filter((level) => {
    const words = wordsOf(`${level.label} ${level.rank}`);
    return asked.length > 0 && asked.every((word) => words.includes(word));
  });
  const own = having.filter((level) => level.own);
  for (const found of [exact, having, own])
    if (found.length === 1 && found[0]) return { ok: true, level: found[0] };
  const pool = own.length > 0 ? own : having.length > 0 ? having : levels;
  const nearest = pool
    .map(({ label }) => ({ label, far: distance(wordsOf(label).join(' '), whole) }))
    .sort((a, b) => a.far - b.far)
    .slice(0, NEAREST)
    .map(({ label }) => label);
  return { ok: false, nearest };
}

const wordsOf = (text: string): string[] => text.toLocaleLowerCase('en').match(/[\p{L}\p{N}]+/gu) ?? [];
