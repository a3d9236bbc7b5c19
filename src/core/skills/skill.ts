/**
 * One row of a shipped map: id, name, what must be held first, and the stage it is usually met at (1..9).
 * Every entry of the needs must be held; ids joined by "/" are ways of which one will do.
 */
export type SkillRow = readonly [id: string, name: string, needs: readonly string[], stage: number];

export interface Skill {
  readonly id: string;
  readonly name: string;
  /** The instrument family, or "general". */
  readonly family: string;
  /** All of the lists, any of the ids in each. */
  readonly needs: readonly (readonly string[])[];
  /** Where it is usually met, 1..9; what a level held lets one presume. */
  readonly stage: number;
}

/** Skills by id, in the order of the map. */
export type SkillMap = ReadonlyMap<string, Skill>;

export const skillOf = ([id, name, needs, stage]: SkillRow): Skill => ({
  id,
  name,
  family: id.split('.')[0] ?? '',
  needs: needs.map((each) => each.split('/')),
  stage,
});

/**
 * Minutes a new skill is assumed to take.
 * @param first - whatever its stage
 * @param perStage - and for each stage of the map it stands on
 */
export const minutesForSkill = ({ stage }: Skill, first: number, perStage: number): number =>
  first + perStage * stage;
