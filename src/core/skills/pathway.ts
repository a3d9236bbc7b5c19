import type { SkillMap } from './skill';
import { valueAt } from '../value-at';

/** A school's own order: what some skills need instead, and the usual orders it gives up. */
export interface Pathway {
  readonly id: string;
  /** The question it answers: of one question only one answer is followed. */
  readonly school: 'new positions' | 'first reading';
  readonly name: string;
  readonly why: string;
  /** The needs of these skills, in place of the map's. */
  readonly needs: Readonly<Record<string, readonly (readonly string[])[]>>;
  readonly exceptions: readonly (readonly [before: string, after: string])[];
}

/** The map as the pathway orders it; the skills are the same. */
export const inPathway = (map: SkillMap, pathway: Pathway | null): SkillMap =>
  pathway === null
    ? map
    : new Map(
        [...map].map(([id, skill]) => {
          const needs = valueAt(pathway.needs, id);
          return [id, needs ? { ...skill, needs } : skill] as const;
        }),
      );

/**
 * Every skill that must be held before one, whichever ways are taken: of the ways of a need, what all share.
 * The skill itself is not among them. The map must have no cycle.
 */
export function mustComeBefore(map: SkillMap, id: string): ReadonlySet<string> {
  const known = new Map<string, ReadonlySet<string>>();
  const of = (skillId: string): ReadonlySet<string> => {
    const done = known.get(skillId);
    if (done) return done;
    const all = new Set<string>();
    for (const ways of map.get(skillId)?.needs ?? []) {
      const sets = ways.map((way) => new Set([way, ...of(way)]));
      for (const each of sets[0] ?? []) if (sets.every((set) => set.has(each))) all.add(each);
    }
    known.set(skillId, all);
    return all;
  };
  return of(id);
}
