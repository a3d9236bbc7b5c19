import type { CalendarDay } from '../time';

/** Steps a teacher chooses from; each extract is shown in every step that is set. */
export const RHYTHM_STEPS = [
  'tapped with the beat',
  'each hand or voice apart',
  'both together',
  'on a single pitch',
  'on a scale',
] as const;

/** How a step was shown: played after somebody is with the teacher, not alone. */
export const SHOWN_HOW = ['not yet', 'with teacher', 'alone'] as const;
export type ShownHow = (typeof SHOWN_HOW)[number];

/** A rhythm to be sure of before its piece is begun: a bar of the score, or one that the teacher wrote. */
export interface RhythmExtract {
  readonly id: string;
  readonly words: string;
  /** Bars in which it stands, where a score says so; the first is the extract. */
  readonly bars: readonly number[];
  /** The bars in which the student found it. */
  readonly found?: readonly number[];
}

/** What must be shown before a piece is begun: extracts by steps. */
export interface RhythmGate {
  readonly id: string;
  readonly studentId: string;
  readonly pieceId: string;
  readonly setOn: CalendarDay;
  /** A figure that is met for the first time: it takes longer. */
  readonly isFirst: boolean;
  readonly extracts: readonly RhythmExtract[];
  readonly steps: readonly string[];
  /** How each was shown last, by `cellOf`; what is not there was not shown yet. */
  readonly shown: Readonly<Record<string, { readonly how: ShownHow; readonly day: CalendarDay }>>;
}

/** Names one field of the grid. */
export const cellOf = (extractId: string, step: string): string => `${extractId}|${step}`;

export const shownIn = ({ shown }: Pick<RhythmGate, 'shown'>, extractId: string, step: string): ShownHow =>
  shown[cellOf(extractId, step)]?.how ?? 'not yet';

/** Fields that are shown alone, of all there are. */
export function rhythmDone(gate: Pick<RhythmGate, 'extracts' | 'steps' | 'shown'>): {
  readonly alone: number;
  readonly of: number;
} {
  const all = gate.extracts.flatMap(({ id }) => gate.steps.map((step) => shownIn(gate, id, step)));
  return { alone: all.filter((how) => how === 'alone').length, of: all.length };
}

/** Whether the student found the bars of an extract in the score; null where no score says where it stands. */
export function isFound({ bars, found = [] }: RhythmExtract): boolean | null {
  if (bars.length === 0) return null;
  return found.length > 0 && found.every((bar) => bars.includes(bar)) && found.length === bars.length;
}

/** Passed when every step is shown alone and every extract that a score has was found there. */
export const isRhythmPassed = (gate: Pick<RhythmGate, 'extracts' | 'steps' | 'shown'>): boolean => {
  const { alone, of } = rhythmDone(gate);
  return of > 0 && alone === of && gate.extracts.every((extract) => isFound(extract) !== false);
};

/** The next of the three ways, as one press goes on. */
export const nextShown = (how: ShownHow): ShownHow =>
  SHOWN_HOW[(SHOWN_HOW.indexOf(how) + 1) % SHOWN_HOW.length] ?? 'not yet';

/** What is wrong with the bars a student named: those where it does not stand, and how many are missing. */
export function foundFault({ bars, found = [] }: RhythmExtract): {
  readonly wrong: readonly number[];
  readonly missing: number;
} {
  return {
    wrong: found.filter((bar) => !bars.includes(bar)),
    missing: bars.filter((bar) => !found.includes(bar)).length,
  };
}
