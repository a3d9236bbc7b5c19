import { daysBetween, type CalendarDay } from '../time';
import type { Skill, SkillMap } from './skill';

/** What was heard of a skill: shown alone, shown with the teacher's help, or not there yet. */
export const HEARD_HOW = ['alone', 'with teacher', 'not yet'] as const;
export interface Evidence {
  readonly skillId: string;
  readonly day: CalendarDay;
  readonly how: (typeof HEARD_HOW)[number];
}

/** What is recorded of one student's skills. `id` is the student's. */
export interface SkillBook {
  readonly id: string;
  /** Pathways followed; empty: the map's own order. */
  readonly pathwayIds: readonly string[];
  readonly evidence: readonly Evidence[];
  /** Skills this student does without, each with the reason. */
  readonly exceptions: readonly { readonly skillId: string; readonly why: string }[];
}
export const emptyBook = (id: string): SkillBook => ({ id, pathwayIds: [], evidence: [], exceptions: [] });

/** Presumed: nobody heard it, but a level held usually asks for it. */
export type SkillState = 'held' | 'presumed' | 'excepted' | 'with teacher' | 'not held';
const COUNTS: readonly SkillState[] = ['held', 'presumed', 'excepted'];
export const countsAsHeld = (state: SkillState): boolean => COUNTS.includes(state);

/** A year without hearing a skill is worth a question, never a verdict. Our choice. */
export const ASK_AFTER_DAYS = 365;

/** What was heard of each skill last. */
export function currentEvidence(book: SkillBook): Evidence[] {
  const latest = new Map<string, Evidence>();
  for (const each of book.evidence) {
    const before = latest.get(each.skillId);
    if (!before || each.day >= before.day) latest.set(each.skillId, each);
  }
  return [...latest.values()];
}

const latestOf = (book: SkillBook, skillId: string): Evidence | undefined =>
  book.evidence.reduce<Evidence | undefined>(
    (best, each) => (each.skillId === skillId && (!best || each.day >= best.day) ? each : best),
    undefined,
  );

/**
 * How a student stands to every skill: the latest evidence says; without any, a stage up to the one presumed.
 * @param presumedStage - the common level of the highest level held, 0 for none
 */
export function skillStates(map: SkillMap, book: SkillBook, presumedStage: number): Map<string, SkillState> {
  const latest = new Map(currentEvidence(book).map((each) => [each.skillId, each]));
  const excepted = new Set(book.exceptions.map((each) => each.skillId));
  const of = (skill: Skill): SkillState => {
    if (excepted.has(skill.id)) return 'excepted';
    const how = latest.get(skill.id)?.how;
    if (how === 'alone') return 'held';
    if (how !== undefined) return how === 'with teacher' ? how : 'not held';
    return skill.stage <= presumedStage ? 'presumed' : 'not held';
  };
  return new Map([...map].map(([id, skill]) => [id, of(skill)]));
}

export const heldIn = (states: ReadonlyMap<string, SkillState>): Set<string> =>
  new Set([...states].flatMap(([id, state]) => (countsAsHeld(state) ? [id] : [])));

/** Skills held long ago and not heard since, oldest first: to be asked about. */
export const toAskAbout = (book: SkillBook, today: CalendarDay, after = ASK_AFTER_DAYS): Evidence[] =>
  [...new Set(book.evidence.map((each) => each.skillId))]
    .flatMap((id) => latestOf(book, id) ?? [])
    .filter(({ how, day }) => how === 'alone' && daysBetween(day, today) > after)
    .sort((a, b) => (a.day < b.day ? -1 : 1));
