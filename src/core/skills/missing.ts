import type { Skill, SkillMap } from './skill';

/**
 * The skills to learn so that all wanted ones are held, in learning order: none before what it needs.
 * Of several ways, one that is held costs nothing; else the one that asks for the fewest new skills (ties by id).
 * @param wanted - ids; those the map does not know are left out
 */
export function missingSkills(map: SkillMap, held: ReadonlySet<string>, wanted: Iterable<string>): Skill[] {
  const order = new Map<string, Skill>();
  for (const id of wanted) take(map, held, id, order);
  return [...order.values()];
}

function take(map: SkillMap, held: ReadonlySet<string>, id: string, order: Map<string, Skill>): void {
  const skill = map.get(id);
  if (!skill || held.has(id) || order.has(id)) return;
  for (const ways of skill.needs) {
    if (ways.some((way) => held.has(way) || order.has(way))) continue;
    if (ways.length === 1) {
      take(map, held, ways[0] ?? '', order);
      continue;
    }
    const [first] = [...ways]
      .map((way) => ({ way, count: closureSize(map, held, way, order) }))
      .sort((a, b) => a.count - b.count || (a.way < b.way ? -1 : 1));
    if (first) take(map, held, first.way, order);
  }
  order.set(id, skill);
}

function closureSize(
  map: SkillMap,
  held: ReadonlySet<string>,
  id: string,
  order: ReadonlyMap<string, Skill>,
): number {
  const trial = new Map(order);
  take(map, held, id, trial);
  return trial.size - order.size;
}

/** Not held, and everything it needs is: what can be learned next. */
export const readyToLearn = (map: SkillMap, held: ReadonlySet<string>): Skill[] =>
  [...map.values()].filter(
    (skill) => !held.has(skill.id) && skill.needs.every((ways) => ways.some((way) => held.has(way))),
  );
