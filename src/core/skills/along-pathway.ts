import { heldIn, skillStates, type SkillBook, type SkillState } from './evidence';
import { followed } from './map';
import { inPathway } from './pathway';
import type { SkillMap } from './skill';

/** One student's skills, seen along the pathways of the student's book. */
export interface StudentSkills {
  readonly map: SkillMap;
  readonly states: ReadonlyMap<string, SkillState>;
  readonly held: ReadonlySet<string>;
}

/** @param presumedStage - the level held on the common scale: what belongs below it is presumed */
export function studentSkills(whole: SkillMap, book: SkillBook, presumedStage: number): StudentSkills {
  const map = followed(book.pathwayIds).reduce(inPathway, whole);
  const states = skillStates(map, book, presumedStage);
  return { map, states, held: heldIn(states) };
}
