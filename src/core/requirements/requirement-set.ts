import type { MarkScheme } from '../marks';
import type { BarRange, Tempo } from '../music';
import type { CalendarDay } from '../time';

/** The dates an edition is valid; `overlapTo` is the last day it counts beside the next edition. */
export interface Edition {
  readonly name: string;
  readonly from: CalendarDay;
  readonly to: CalendarDay;
  readonly overlapTo: CalendarDay | null;
}

/** Beats of the metre a minute: below the first a tempo is slow, from the second it is fast, moderate between. */
export interface TempoBands {
  readonly slowBelow: number;
  readonly fastFrom: number;
}

export interface Session {
  readonly id: string;
  readonly name: string;
  /** The day of the visit, class or audition. */
  readonly day: CalendarDay;
  readonly entryOpens: CalendarDay | null;
  readonly entryCloses: CalendarDay | null;
  /** Last day a late entry is taken, and what it costs as printed; null where none is taken. */
  readonly late: { readonly until: CalendarDay; readonly fee: string } | null;
  /** The entry fee as printed; empty when none is stated. */
  readonly fee: string;
  /** Last day for a recorded submission; null when the session is live. */
  readonly recordingDue: CalendarDay | null;
  readonly venue: string;
}

/** One row of a scale table, as the requirement prints it. */
export interface ScaleRow {
  readonly id: string;
  /** "D major", "chromatic on G". */
  readonly key: string;
  /** "scale", "arpeggio", "dominant seventh". */
  readonly form: string;
  readonly octaves: number;
  readonly tempo: Tempo | null;
  readonly articulation: string;
  /** "together", "right hand"; empty where the instrument has no such choice. */
  readonly hands: string;
}

/** A place inside a bar, in beats of the metre from 1; null: the bar's own edge. */
export interface BeatEdges {
  readonly fromBeat: number | null;
  readonly toBeat: number | null;
}

/** Where a component's content comes from. Counts are included on both ends. */
export type ComponentSource =
  | {
      readonly kind: 'list';
      readonly pieceIds: readonly string[];
      /** Numbers printed in the list, by piece id; a piece left out has none but its place. */
      readonly numbers?: Readonly<Record<string, string>>;
      readonly min: number;
      readonly max: number;
    }
  | { readonly kind: 'own choice'; readonly min: number; readonly max: number }
  /** Pieces of the set's catalogue, graded `fromRank` to `toRank`, both included. */
  | {
      readonly kind: 'catalogue';
      readonly fromRank: number;
      readonly toRank: number;
      readonly min: number;
      readonly max: number;
    }
  | ({
      readonly kind: 'excerpt';
      readonly pieceId: string;
      readonly bars: BarRange;
      readonly tempo: Tempo | null;
    } & BeatEdges)
  /** A table the examiner draws `drawn` rows from. */
  | { readonly kind: 'scales'; readonly rows: readonly ScaleRow[]; readonly drawn: number }
  | { readonly kind: 'prepared'; readonly items: readonly string[] };

/** A marked part of a level. `letter` is the short name on staves and cards: A, B, C, T, M. */
export interface Component {
  readonly id: string;
  readonly letter: string;
  readonly name: string;
  readonly source: ComponentSource;
}

/** A level; `R` are its rules, unknown to what does not look at them. */
export interface LevelOf<R = unknown> {
  readonly id: string;
  readonly name: string;
  /** Place in the family, 1 lowest; what effort and prerequisites count with. */
  readonly rank: number;
  readonly schemeId: string;
  readonly components: readonly Component[];
  readonly rules: readonly R[];
  /** Instruments and voices it is open to; empty: those of the set. */
  readonly instruments: readonly string[];
  /** Ids of skills the level asks for besides what its pieces ask. */
  readonly skills: readonly string[];
}

/** A piece with the grade one catalogue or register gives it. */
export interface Graded {
  readonly pieceId: string;
  readonly rank: number;
}

export interface SetOf<R = unknown> {
  readonly id: string;
  readonly kind: 'graded exam' | 'festival' | 'audition' | 'ensemble contest' | 'recital';
  readonly name: string;
  /** Joins the editions of one syllabus: levels held in one count in the other. */
  readonly family: string;
  readonly instrument: string;
  readonly edition: Edition;
  /** The set's own graded register; empty when it has lists only. */
  readonly catalogue: readonly Graded[];
  readonly schemes: readonly MarkScheme[];
  /** Versions of its schemes that sheets may have been marked under before; left out when there are none. */
  readonly earlierSchemes?: readonly MarkScheme[];
  /** What counts as slow and as fast where pieces must contrast in tempo; left out as long as it is assumed. */
  readonly tempoBands?: TempoBands;
  readonly levels: readonly LevelOf<R>[];
  readonly sessions: readonly Session[];
}

/** What a session says of entry and recording when nothing is stated. */
export const BARE_SESSION = {
  entryOpens: null,
  entryCloses: null,
  late: null,
  fee: '',
  recordingDue: null,
  venue: '',
} as const satisfies Partial<Session>;
/** What a level says of instruments and skills when it leaves them to its set and its pieces. */
export const BARE_LEVEL = { instruments: [], skills: [] } as const satisfies Partial<LevelOf>;
/** A set with lists only. */
export const BARE_SET = { catalogue: [] } as const satisfies Partial<SetOf>;

/** Ids of every piece the set names: lists, excerpts, then the catalogue; each once. */
export const namedPieces = (set: SetOf): string[] => [
  ...new Set([
    ...set.levels.flatMap((level) =>
      level.components.flatMap(({ source }) =>
        source.kind === 'list' ? source.pieceIds : source.kind === 'excerpt' ? [source.pieceId] : [],
      ),
    ),
    ...set.catalogue.map(({ pieceId }) => pieceId),
  ]),
];

export const findLevel = <R>(set: SetOf<R>, levelId: string): LevelOf<R> | undefined =>
  set.levels.find((level) => level.id === levelId);
export const findSession = (set: SetOf, sessionId: string): Session | undefined =>
  set.sessions.find((session) => session.id === sessionId);
export const componentOf = (level: LevelOf, componentId: string): Component | undefined =>
  level.components.find((component) => component.id === componentId);

/** @throws Error when the set was not checked with `problemsOfSet` (a bug in the caller) */
export function schemeOf(set: SetOf, level: LevelOf): MarkScheme {
  const scheme = set.schemes.find((each) => each.id === level.schemeId);
  if (!scheme) throw new Error(`level ${level.id} names no scheme of its set`);
  return scheme;
}

/** Whether a piece is chosen for the component (excerpts are given, prepared work has none). */
export const choosesPieces = (component: Component): boolean =>
  component.source.kind === 'list' ||
  component.source.kind === 'own choice' ||
  component.source.kind === 'catalogue';

/** Ids of the pieces a component may be chosen from; null where the choice is the student's own or nothing is chosen. */
export function listedPieces({ source }: Component, set: Pick<SetOf, 'catalogue'>): readonly string[] | null {
  if (source.kind === 'list') return source.pieceIds;
  if (source.kind !== 'catalogue') return null;
  return set.catalogue
    .filter(({ rank }) => source.fromRank <= rank && rank <= source.toRank)
    .map(({ pieceId }) => pieceId);
}

/** Instruments or voices named with commas between them, in lower case. */
export const namesOf = (text: string): string[] =>
  text
    .toLocaleLowerCase('en')
    .split(',')
    .map((name) => name.trim());
/** Whether the level is open to an instrument or voice; "any" in the set opens it to all. */
export function opensTo(set: SetOf, level: LevelOf, instrument: string): boolean {
  const open = level.instruments.length > 0 ? level.instruments.flatMap(namesOf) : namesOf(set.instrument);
  return open.includes('any') || namesOf(instrument).some((name) => open.includes(name));
}

/** Work that is no piece: tests, technique, a table of scales. */
export const isPrepared = ({ kind }: ComponentSource): boolean => kind === 'prepared' || kind === 'scales';

/** How many choices the component may take. */
export const choiceCount = ({ source }: Component): { readonly min: number; readonly max: number } => {
  switch (source.kind) {
    case 'list':
    case 'catalogue':
    case 'own choice':
      return { min: source.min, max: source.max };
    case 'excerpt':
      return { min: 1, max: 1 };
    case 'scales':
    case 'prepared':
      return { min: 0, max: 0 };
  }
};
export const setLabel = (set: SetOf): string => `${set.name}, ${set.instrument} ${set.edition.name}`;
