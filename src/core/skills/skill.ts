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

export const FAMILIES = [
  'general',
  'flute',
  'oboe',
  'guitar',
  'harp',
  'voice',
  'strings',
  'keyboard',
  'brass',
  'percussion',
] as const;
export type SkillFamily = (typeof FAMILIES)[number];

export const skillOf = ([id, name, needs, stage]: SkillRow): Skill => ({
  id,
  name,
  family: id.split('.')[0] ?? '',
  needs: needs.map((each) => each.split('/')),
  stage,
});

/** Minutes a new skill is assumed to take: our choice, since later skills rest on finer control. */
export const minutesForSkill = ({ stage }: Skill): number => 40 + 10 * stage;

const STRINGS = ['violin', 'viola', 'cello', 'violoncello', 'double bass'];
const KEYBOARD = ['piano', 'organ', 'harpsichord', 'keyboard'];
const BRASS = ['trumpet', 'cornet', 'horn', 'trombone', 'tuba', 'euphonium'];
const PERCUSSION = ['percussion', 'drum kit', 'timpani', 'marimba'];

/** The family an instrument or voice belongs to; null for one the shipped map has nothing on. */
export function familyOf(instrument: string): SkillFamily | null {
  const name = instrument.trim().toLowerCase();
  const words = (all: readonly string[]) => all.some((each) => name.includes(each));
  if (words(STRINGS)) return 'strings';
  if (words(KEYBOARD)) return 'keyboard';
  if (words(BRASS)) return 'brass';
  if (words(PERCUSSION)) return 'percussion';
  return FAMILIES.find((family) => family !== 'general' && name.includes(family)) ?? null;
}
