import type { Studio } from '../files';

export const FIRST_STEPS = ['students', 'requirement', 'goal', 'pieces', 'card'] as const;
export type FirstStepName = (typeof FIRST_STEPS)[number];

export interface FirstStep {
  readonly name: FirstStepName;
  readonly state: 'done' | 'skipped' | 'open';
  /** The goal it is about, for pieces and the card; null as long as there is none. */
  readonly goalId: string | null;
}

/**
 * The way from an empty studio to the first printed card, in order. What there is in the studio is done, however it came
 * there; a card counts as printed once it was, and where marks are kept already.
 */
export function firstSteps(studio: Studio): readonly FirstStep[] {
  const { settings, goals } = studio;
  const [goal] = goals.values();
  const chosen = [...goals.values()].find(({ programme }) => Object.keys(programme).length > 0);
  const isDone: Readonly<Record<FirstStepName, boolean>> = {
    students: studio.students.size > 0,
    requirement: studio.sets.size > 0,
    goal: goals.size > 0,
    pieces: chosen !== undefined,
    card: settings.cardPrinted === true || studio.sheets.size > 0,
  };
  const skipped = new Set<string>(settings.skippedSteps ?? []);
  return FIRST_STEPS.map((name) => ({
    name,
    state: isDone[name] ? 'done' : skipped.has(name) ? 'skipped' : 'open',
    goalId: name === 'pieces' || name === 'card' ? ((chosen ?? goal)?.id ?? null) : null,
  }));
}
