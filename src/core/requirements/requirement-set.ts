import type { MarkScheme } from '../marks';
import type { BarRange, Tempo } from '../music';
import type { CalendarDay } from '../time';
import type { Rule } from './rule';

/** The dates an edition is valid; `overlapTo` is the last day it counts beside the next edition. */
export interface Edition {
  readonly name: string;
  readonly from: CalendarDay;
  readonly to: CalendarDay;
  readonly overlapTo: CalendarDay | null;
}

export interface Session {
  readonly id: string;
  readonly name: string;
  /** The day of the visit, class or audition. */
  readonly day: CalendarDay;
  readonly entryCloses: CalendarDay | null;
  readonly venue: string;
}

/** Where a component's content comes from. Counts are included on both ends. */
export type ComponentSource =
  | {
      readonly kind: 'list';
      readonly pieceIds: readonly string[];
      readonly min: number;
      readonly max: number;
    }
  | { readonly kind: 'own choice'; readonly min: number; readonly max: number }
  | {
      readonly kind: 'excerpt';
      readonly pieceId: string;
      readonly bars: BarRange;
      readonly tempo: Tempo | null;
    }
  | { readonly kind: 'prepared'; readonly items: readonly string[] };

/** A marked part of a level. `letter` is the short name on staves and cards: A, B, C, T, M. */
export interface Component {
  readonly id: string;
  readonly letter: string;
  readonly name: string;
  readonly source: ComponentSource;
}

export interface Level {
  readonly id: string;
  readonly name: string;
  /** Place in the family, 1 lowest; what effort and prerequisites count with. */
  readonly rank: number;
  readonly schemeId: string;
  readonly components: readonly Component[];
  readonly rules: readonly Rule[];
}

export interface RequirementSet {
  readonly id: string;
  readonly kind: 'graded exam' | 'festival' | 'audition' | 'ensemble contest' | 'recital';
  readonly name: string;
  /** Joins the editions of one syllabus: levels held in one count in the other. */
  readonly family: string;
  readonly instrument: string;
  readonly edition: Edition;
  readonly schemes: readonly MarkScheme[];
  readonly levels: readonly Level[];
  readonly sessions: readonly Session[];
}

export const findLevel = (set: RequirementSet, levelId: string): Level | undefined =>
  set.levels.find((level) => level.id === levelId);
export const findSession = (set: RequirementSet, sessionId: string): Session | undefined =>
  set.sessions.find((session) => session.id === sessionId);
export const componentOf = (level: Level, componentId: string): Component | undefined =>
  level.components.find((component) => component.id === componentId);

/** @throws Error when the set was not checked with `problemsOfSet` (a bug in the caller) */
export function schemeOf(set: RequirementSet, level: Level): MarkScheme {
  const scheme = set.schemes.find((each) => each.id === level.schemeId);
  if (!scheme) throw new Error(`level ${level.id} names no scheme of its set`);
  return scheme;
}

/** Whether a piece is chosen for the component (excerpts are given, prepared work has none). */
export const choosesPieces = (component: Component): boolean =>
  component.source.kind === 'list' || component.source.kind === 'own choice';

/** How many choices the component may take. */
export const choiceCount = ({ source }: Component): { readonly min: number; readonly max: number } => {
  switch (source.kind) {
    case 'list':
    case 'own choice':
      return { min: source.min, max: source.max };
    case 'excerpt':
      return { min: 1, max: 1 };
    case 'prepared':
      return { min: 0, max: 0 };
  }
};
export const setLabel = (set: RequirementSet): string => `${set.name}, ${set.instrument} ${set.edition.name}`;
