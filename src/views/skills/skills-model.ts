import { countsAsHeld, readyToLearn, type Skill, type SkillMap, type SkillState } from '@/core/skills';

/** Where a skill stands in the picture: held, to be learned next, or beyond. */
export type SkillPlace = 'held' | 'next' | 'beyond';
export interface SkillLine {
  readonly skill: Skill;
  readonly state: SkillState;
  readonly place: SkillPlace;
}
export interface SkillStage {
  readonly stage: number;
  readonly lines: readonly SkillLine[];
}

/** The map of one instrument with the general skills, stage by stage. */
export function stagesOf(
  map: SkillMap,
  states: ReadonlyMap<string, SkillState>,
  held: ReadonlySet<string>,
  family: string | null,
): SkillStage[] {
  const next = new Set(readyToLearn(map, held).map((skill) => skill.id));
  const own = [...map.values()].filter((skill) => skill.family === family || skill.family === 'general');
  return [...new Set(own.map((skill) => skill.stage))]
    .sort((a, b) => a - b)
    .map((stage) => ({
      stage,
      lines: own
        .filter((skill) => skill.stage === stage)
        .map((skill) => {
          const state = states.get(skill.id) ?? 'not held';
          return {
            skill,
            state,
            place: countsAsHeld(state) ? 'held' : next.has(skill.id) ? 'next' : 'beyond',
          };
        }),
    }));
}

/** What a skill needs, in words: all of, any of. */
export const needsWords = (map: SkillMap, { needs }: Skill): string =>
  needs.length === 0
    ? 'nothing before it'
    : needs.map((ways) => ways.map((way) => map.get(way)?.name ?? way).join(' or ')).join('; ');

export const STATE_WORDS: Readonly<Record<SkillState, string>> = {
  held: 'held, heard without help',
  presumed: 'presumed from a level held',
  excepted: 'skipped, with a reason',
  'with teacher': 'shown with the teacher',
  'not held': 'not shown yet',
};
