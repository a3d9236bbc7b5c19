import type { SkillMap } from './skill';

export interface MapProblem {
  readonly skillId: string;
  readonly kind: 'unknown need' | 'cycle' | 'orphan' | 'stage';
  /** The need that leads nowhere, the skills of the circle in order, or the need met at a later stage. */
  readonly through: readonly string[];
}

/** What makes a map unusable or misleading. Empty when it is sound; a map with a cycle is not saved. */
export function problemsOfMap(map: SkillMap): MapProblem[] {
  const problems: MapProblem[] = [];
  const needed = new Set([...map.values()].flatMap((skill) => skill.needs.flat()));
  for (const skill of map.values()) {
    const ways = skill.needs.flat();
    for (const way of ways)
      if (!map.has(way)) problems.push({ skillId: skill.id, kind: 'unknown need', through: [way] });
    if (ways.length === 0 && !needed.has(skill.id))
      problems.push({ skillId: skill.id, kind: 'orphan', through: [] });
    for (const way of ways)
      if ((map.get(way)?.stage ?? 0) > skill.stage)
        problems.push({ skillId: skill.id, kind: 'stage', through: [way] });
  }
  return [...problems, ...cycles(map)];
}

/** Every circle once, found along any way of any need. */
function cycles(map: SkillMap): MapProblem[] {
  const found: MapProblem[] = [];
  const done = new Set<string>();
  const path: string[] = [];
  const visit = (id: string): void => {
    const at = path.indexOf(id);
    if (at >= 0) {
      found.push({ skillId: id, kind: 'cycle', through: path.slice(at) });
      return;
    }
    if (done.has(id)) return;
    path.push(id);
    for (const way of map.get(id)?.needs.flat() ?? []) visit(way);
    path.pop();
    done.add(id);
  };
  for (const id of map.keys()) visit(id);
  return found;
}
