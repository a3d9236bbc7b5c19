import { refuse, type Result } from '../result';
import { SKILL_MAP } from './map';
import { problemsOfMap, type MapProblem } from './map-problems';
import type { Skill, SkillMap } from './skill';

/** The shipped map with the teacher's own skills; one of the same id takes the place of the shipped one. */
export const mapWith = (own: readonly Skill[]): SkillMap =>
  own.length === 0 ? SKILL_MAP : new Map([...SKILL_MAP, ...own.map((skill) => [skill.id, skill] as const)]);

/**
 * The teacher's skills with one more, or one changed.
 * @returns refused where the whole map would have a circle, a need that leads nowhere or comes at a later stage
 */
export function withSkill(own: readonly Skill[], skill: Skill): Result<Skill[], readonly MapProblem[]> {
  const isOld = own.some((each) => each.id === skill.id);
  const next = isOld ? own.map((each) => (each.id === skill.id ? skill : each)) : [...own, skill];
  const problems = problemsOfMap(mapWith(next)).filter(({ kind }) => kind !== 'orphan');
  return problems.length > 0 ? refuse(problems) : { ok: true, value: next };
}

/** The teacher's skills without one; refused while another own skill needs it. */
export function withoutSkill(own: readonly Skill[], id: string): Result<Skill[], readonly MapProblem[]> {
  const next = own.filter((each) => each.id !== id);
  const problems = problemsOfMap(mapWith(next)).filter(({ kind }) => kind === 'unknown need');
  return problems.length > 0 ? refuse(problems) : { ok: true, value: next };
}

/** What is wrong, with the names of the skills it runs through. */
export function explainMapProblem({ skillId, kind, through }: MapProblem, map: SkillMap): string {
  const named = (id: string) => map.get(id)?.name ?? id;
  switch (kind) {
    case 'cycle':
      return `A circle: ${[...through, skillId].map(named).join(' needs ')}.`;
    case 'unknown need':
      return `${named(skillId)} needs ${through.map(named).join(', ')}, which is not on the map.`;
    case 'stage':
      return `${named(skillId)} needs ${through.map(named).join(', ')}, which is met at a later stage.`;
    case 'orphan':
      return `${named(skillId)} needs nothing and nothing needs it.`;
  }
}
