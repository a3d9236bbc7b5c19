import { formatBars } from '@/core/music';
import {
  componentMax,
  PLAIN_SUM,
  schemeComponent,
  type MarkScheme,
  type Rounding,
  type SchemeComponent,
} from '@/core/marks';
import {
  BARE_SESSION,
  schemeOf,
  type Component,
  type ComponentSource,
  type Level,
  type RequirementSet,
} from '@/core/requirements';
import { draftOfRule, type DraftRule } from './rule-form';
import { scaleRowText } from './scale-rows';
import type { ListColumn } from '@/core/files';
import type { Piece } from '@/core/repertoire';
import { valueAt } from '@/core/value-at';

/** A requirement as it is typed: every field text, so that half-typed is no error yet. */
export interface Draft {
  /** The set being changed, or the copy being made of another; null for a new one. */
  readonly before: RequirementSet | null;
  /** The label of the requirement it is a copy of, until it is saved: with another instrument a copy begins a family of its own. */
  readonly copyOf: string | null;
  readonly name: string;
  readonly kind: RequirementSet['kind'];
  readonly instrument: string;
  readonly edition: string;
  readonly from: string;
  readonly to: string;
  readonly overlapTo: string;
  /** Beats a minute, as typed; empty for what is assumed. */
  readonly slowBelow: string;
  readonly fastFrom: string;
  readonly levels: readonly DraftLevel[];
  readonly marks: DraftMarks;
  readonly sessions: readonly DraftSession[];
  /** Pieces that were typed or pasted here and are new to the library, or changed, by id. */
  readonly pieces: Readonly<Record<string, DraftPiece>>;
}

export interface DraftPiece {
  readonly piece: Piece;
  /** As the library had it; null for a new one. */
  readonly before: Piece | null;
}

/** What is typed of a piece, by column. */
export type DraftRow = Readonly<Partial<Record<ListColumn, string>>>;

export interface DraftLevel {
  /** The id of a level there already; a new one has an id of its own from the start. */
  readonly id: string;
  readonly name: string;
  readonly rank: string;
  readonly instruments: string;
  readonly skills: readonly string[];
  readonly components: readonly DraftComponent[];
  readonly rules: readonly DraftRule[];
}

export interface DraftComponent {
  /** Empty for a new component: its id then comes from its letter. */
  readonly id: string;
  readonly letter: string;
  readonly name: string;
  readonly source: ComponentSource['kind'];
  readonly min: string;
  readonly max: string;
  readonly pieceIds: readonly string[];
  /** Numbers printed in the list, by piece id. */
  readonly numbers: Readonly<Record<string, string>>;
  /** Rows that are being typed: by id that of a piece of the list, and by "" that of the next one. */
  readonly typing: Readonly<Record<string, DraftRow>>;
  readonly pieceId: string;
  readonly bars: string;
  readonly fromBeat: string;
  readonly toBeat: string;
  readonly tempo: Extract<ComponentSource, { kind: 'excerpt' }>['tempo'];
  readonly fromRank: string;
  readonly toRank: string;
  /** The scale table, a row a line. */
  readonly rows: string;
  readonly drawn: string;
  /** Prepared work, an item a line. */
  readonly items: string;
  readonly criteria: string;
  readonly maxMark: string;
  /** Marks are given in whole or in half steps. */
  readonly steps: 'whole' | 'half';
  readonly weight: string;
  /** The first mark of each band, and the teacher's words by criterion name, a word a band. */
  readonly bands: string;
  readonly descriptors: Readonly<Record<string, readonly string[]>>;
}

export interface DraftAward {
  readonly name: string;
  readonly total: string;
  readonly each: string;
  /** Pass marks of single components, as A 12, T 10. */
  readonly passes: string;
}

export interface DraftMarks {
  readonly totalling: 'sum' | 'weighted';
  readonly outOf: string;
  readonly way: Rounding['way'];
  readonly places: string;
  readonly judges: string;
  readonly by: 'mean' | 'median' | 'trimmed mean';
  readonly drop: string;
  readonly outcome: 'awards' | 'ratings' | 'seats';
  readonly seats: string;
  readonly ties: 'all in' | 'none in';
  /** A panel a line: its ratings, then = and the result. */
  readonly table: string;
  readonly awards: readonly DraftAward[];
}

export interface DraftSession {
  readonly id: string;
  readonly name: string;
  readonly day: string;
  readonly opens: string;
  readonly closes: string;
  readonly lateUntil: string;
  readonly lateFee: string;
  readonly fee: string;
  readonly recordingDue: string;
  readonly venue: string;
}

export const blankComponent = (letter: string): DraftComponent => ({
  id: '',
  letter,
  name: `List ${letter}`,
  source: 'list',
  min: '1',
  max: '1',
  pieceIds: [],
  numbers: {},
  typing: {},
  pieceId: '',
  bars: '',
  fromBeat: '',
  toBeat: '',
  tempo: null,
  fromRank: '1',
  toRank: '1',
  rows: '',
  drawn: '1',
  items: '',
  criteria: 'Notes and rhythm, Tone, Phrasing, Pulse',
  maxMark: '6',
  steps: 'whole',
  weight: '1',
  bands: '',
  descriptors: {},
});

export const blankLevel = (id: string, place: number): DraftLevel => ({
  id,
  name: `Level ${place}`,
  rank: String(place),
  instruments: '',
  skills: [],
  components: [blankComponent('A')],
  rules: [],
});

export const blankAward: DraftAward = { name: '', total: '', each: '', passes: '' };

export const blankSession = (id: string): DraftSession => ({
  id,
  name: '',
  day: '',
  opens: '',
  closes: '',
  lateUntil: '',
  lateFee: '',
  fee: '',
  recordingDue: '',
  venue: '',
});

const BLANK_MARKS: DraftMarks = {
  totalling: 'sum',
  outOf: '100',
  way: 'half up',
  places: '0',
  judges: '1',
  by: 'mean',
  drop: '1',
  outcome: 'awards',
  seats: '1',
  ties: 'all in',
  table: '',
  awards: [{ ...blankAward, name: 'pass' }],
};

export const blankDraft = (today: string): Draft => ({
  before: null,
  copyOf: null,
  name: '',
  kind: 'recital',
  instrument: '',
  edition: today.slice(0, 4),
  from: `${today.slice(0, 4)}-01-01`,
  to: `${Number(today.slice(0, 4)) + 2}-12-31`,
  overlapTo: '',
  slowBelow: '',
  fastFrom: '',
  levels: [blankLevel('level-1', 1)],
  marks: BLANK_MARKS,
  sessions: [blankSession('session-1')],
  pieces: {},
});

/** What earlier versions of the program did not know of. */
type Later = 'pieces' | 'copyOf' | 'slowBelow' | 'fastFrom';

/** A draft as an earlier version of the program kept it, with what it did not know of yet. */
export const wholeDraft = (kept: Omit<Draft, Later> & Partial<Pick<Draft, Later>>): Draft => ({
  ...kept,
  copyOf: kept.copyOf ?? null,
  slowBelow: kept.slowBelow ?? '',
  fastFrom: kept.fastFrom ?? '',
  pieces: kept.pieces ?? {},
  levels: kept.levels.map((level) => ({
    ...level,
    components: level.components.map((component) => ({ ...blankComponent(component.letter), ...component })),
  })),
});

/** A set there already, as it would have been typed. */
export function draftOf(set: RequirementSet, copyOf: string | null = null): Draft {
  const first = set.levels[0];
  return {
    before: set,
    copyOf,
    name: set.name,
    kind: set.kind,
    instrument: set.instrument,
    edition: set.edition.name,
    from: set.edition.from,
    to: set.edition.to,
    overlapTo: set.edition.overlapTo ?? '',
    slowBelow: String(set.tempoBands?.slowBelow ?? ''),
    fastFrom: String(set.tempoBands?.fastFrom ?? ''),
    levels: set.levels.map((level) => draftOfLevel(level, schemeOf(set, level))),
    marks: first ? draftOfMarks(schemeOf(set, first), first) : BLANK_MARKS,
    sessions: set.sessions.map((session) => ({
      id: session.id,
      name: session.name,
      day: session.day,
      opens: session.entryOpens ?? '',
      closes: session.entryCloses ?? '',
      lateUntil: session.late?.until ?? '',
      lateFee: session.late?.fee ?? '',
      fee: session.fee,
      recordingDue: session.recordingDue ?? BARE_SESSION.recordingDue ?? '',
      venue: session.venue,
    })),
    pieces: {},
  };
}

const letterIn = (level: Level) => (id: string) =>
  level.components.find((component) => component.id === id)?.letter ?? id;

function draftOfLevel(level: Level, scheme: MarkScheme): DraftLevel {
  return {
    id: level.id,
    name: level.name,
    rank: String(level.rank),
    instruments: level.instruments.join(', '),
    skills: level.skills,
    components: level.components.map((component) =>
      draftOfComponent(component, schemeComponent(scheme, component.id), scheme),
    ),
    rules: level.rules.map((rule) => draftOfRule(rule, letterIn(level))),
  };
}

function draftOfComponent(
  { id, letter, name, source }: Component,
  marked: SchemeComponent | undefined,
  { totalling }: MarkScheme,
): DraftComponent {
  const blank = blankComponent(letter);
  const criteria = marked?.criteria ?? [];
  const bands = [...(criteria[0]?.bands ?? [])].sort((a, b) => a.from - b.from);
  return {
    ...blank,
    id,
    name,
    source: source.kind,
    ...(source.kind === 'list' && {
      pieceIds: source.pieceIds,
      numbers: source.numbers ?? {},
    }),
    ...((source.kind === 'list' || source.kind === 'own choice' || source.kind === 'catalogue') && {
      min: String(source.min),
      max: String(source.max),
    }),
    ...(source.kind === 'catalogue' && { fromRank: String(source.fromRank), toRank: String(source.toRank) }),
    ...(source.kind === 'excerpt' && {
      pieceId: source.pieceId,
      bars: formatBars(source.bars),
      fromBeat: String(source.fromBeat ?? ''),
      toBeat: String(source.toBeat ?? ''),
      tempo: source.tempo,
    }),
    ...(source.kind === 'scales' && {
      rows: source.rows.map(scaleRowText).join('\n'),
      drawn: String(source.drawn),
    }),
    ...(source.kind === 'prepared' && { items: source.items.join('\n') }),
    criteria: criteria.map((criterion) => criterion.name).join(', '),
    maxMark: String(criteria[0]?.maxMark ?? (marked ? componentMax(marked) : 6)),
    steps: marked?.halves ? 'half' : 'whole',
    weight: totalling.kind === 'weighted' ? String(valueAt(totalling.weights, id) ?? 1) : '1',
    bands: bands.map((band) => band.from).join(', '),
    descriptors: Object.fromEntries(
      criteria.map((criterion) => [
        criterion.name,
        [...criterion.bands].sort((a, b) => a.from - b.from).map((band) => band.descriptor),
      ]),
    ),
  };
}

function draftOfMarks({ totalling, panel, outcome, awards }: MarkScheme, level: Level): DraftMarks {
  const nameOf = (id: string) => awards.find((award) => award.id === id)?.name ?? id;
  return {
    ...BLANK_MARKS,
    totalling: totalling.kind,
    ...(totalling.kind === 'weighted' && {
      outOf: String(totalling.outOf),
      way: totalling.rounding.way,
      places: String(totalling.rounding.places),
    }),
    ...(panel && { judges: String(panel.judges), by: panel.by, drop: String(panel.drop) }),
    ...(panel &&
      totalling.kind === PLAIN_SUM.totalling.kind && {
        way: panel.rounding.way,
        places: String(panel.rounding.places),
      }),
    outcome: outcome.kind,
    ...(outcome.kind === 'seats' && { seats: String(outcome.seats), ties: outcome.ties }),
    ...(outcome.kind === 'ratings' && {
      table: outcome.table
        .map((row) => `${row.panel.map(nameOf).join(', ')} = ${nameOf(row.final)}`)
        .join('\n'),
    }),
    awards: awards.map((award) => ({
      name: award.name,
      total: award.total === 0 ? '' : String(award.total),
      each: award.eachAtLeast === null ? '' : String(award.eachAtLeast),
      passes: Object.entries(award.passes)
        .map(([id, mark]) => `${letterIn(level)(id)} ${mark}`)
        .join(', '),
    })),
  };
}
