import type { Assessor, MarkSheet, Occasion } from '../marks';
import type { Fault, HandedCard, PracticeEntry, RhythmGate } from '../plan';
import type { Goal } from '../programme';
import type { RunThrough } from '../runs';
import type { Piece, RepertoireEntry } from '../repertoire';
import type { ShapingPlan } from '../shaping';
import { problemsOfSet, type RequirementSet } from '../requirements';
import type { KeptScore } from '../score';
import type { SkillBook } from '../skills';
import type { LessonRecord, Student } from '../students';
import type { Closure } from '../time';
import { goalTo2, scoreTo2, setTo2, settingsTo2, settingsTo3, studentTo2, type Step } from './migrations';
import type { StudioSettings } from './settings';
import { setShape } from './set-shape';
import type { Shape } from '../shape';
import { faultShape, occasionShape, runShape, sheetShape } from './mark-shapes';
import {
  cardShape,
  closureShape,
  goalShape,
  lessonShape,
  pieceShape,
  practiceShape,
  repertoireShape,
  rhythmGateShape,
  scoreShape,
  settingsShape,
  shapingShape,
  skillBookShape,
  studentShape,
} from './shapes';
import { pointerOf, type Problem } from './validate';

export interface Identified {
  readonly id: string;
}

/** Where a record stands: with the record it belongs to, and erased with it, or in a binder of that name. */
export type Home<T> =
  { readonly owner: string; ownerId(data: T): string } | { readonly owner?: never; binder(data: T): string };

/** All there is to say of one kind of record. Everything that holds for every kind is derived from these entries. */
export interface Kind<T extends Identified = Identified, Plural extends string = string> {
  /** Name of the studio's map of these records by id. */
  readonly plural: Plural;
  /** The id of the one record there is of a kind that is no map; the studio has it under `plural` itself. */
  readonly only?: string;
  readonly shape: Shape;
  readonly home: Home<T>;
  /** Kinds whose ids stand in these records beside their owner's. */
  readonly names: readonly string[];
  /** What data of the right shape still has wrong by itself, whatever the other records say. */
  problems?(data: T): readonly Problem[];
  /** `steps[n]` turns data of version n + 1 into version n + 2. */
  readonly steps?: readonly Step[];
  /** Ids of what stands apart from the record: texts and recordings, too long for a binder. */
  attached?(data: T): readonly string[];
}
export type KindTable = Readonly<Record<string, Kind>>;

const kind =
  <T extends Identified>() =>
  <const Plural extends string>(entry: Kind<T, Plural>): Kind<T, Plural> =>
    entry;

/** Binders of the shelf of pieces; our choice: with 10,000 pieces each holds 250, so that one piece rewrites no more. */
const SHELVES = 40;
/** Always the same shelf for the same piece. */
function shelfOf(id: string): number {
  let sum = 0;
  for (let at = 0; at < id.length; at += 1) sum = (sum * 31 + id.charCodeAt(at)) >>> 0;
  return sum % SHELVES;
}

/** By what records are looked up in groups. */
export const ofStudent = ({ studentId }: { readonly studentId: string }): string => studentId;
export const ofGoal = ({ goalId }: { readonly goalId: string }): string => goalId;
/** The day a lesson was moved to; "" where it stands in its slot. */
export const ofDayMovedTo = ({ movedTo }: LessonRecord): string => movedTo?.day ?? '';
/** What a goal still asks for: to be prepared, its result, the office to be told of the withdrawal, or nothing. */
export const standOfGoal = ({
  closedOn,
  ended,
  result,
}: Goal): 'open' | 'no result' | 'withdrawn' | 'settled' => {
  if (closedOn === null) return 'open';
  if (ended === 'taken') return result === undefined ? 'no result' : 'settled';
  return ended === 'withdrawn' ? 'withdrawn' : 'settled';
};
/** The score a piece was read from; "" where there is none. */
export const ofScore = ({ scoreId }: Piece): string => scoreId ?? '';
export const ofSet = ({ setId }: { readonly setId: string }): string => setId;

const withStudent: Home<{ readonly studentId: string }> = { owner: 'student', ownerId: ofStudent };

/** Of whom there can be several. */
const NAMED: ReadonlySet<Assessor> = new Set(['peer', 'mock', 'judge']);

export const KINDS = {
  student: kind<Student>()({
    plural: 'students',
    shape: studentShape,
    home: { binder: ({ id }) => `student/${id}` },
    names: ['student'],
    steps: [studentTo2],
  }),
  set: kind<RequirementSet>()({
    plural: 'sets',
    shape: setShape,
    home: { binder: ({ id }) => `set/${id}` },
    names: ['piece'],
    steps: [setTo2],
    // Pieces are records of their own: a set whose piece was deleted still opens.
    problems: (set) =>
      problemsOfSet(set, null).map(({ path, message }) => ({ pointer: pointerOf(path), message })),
  }),
  piece: kind<Piece>()({
    plural: 'pieces',
    shape: pieceShape,
    home: { binder: ({ id }) => `shelf/${shelfOf(id)}` },
    names: ['score'],
    problems: ({ parts = [] }) => {
      const names = parts.map(({ name }) => name);
      return names.flatMap((name, at) =>
        names.indexOf(name) < at
          ? [{ pointer: `/parts/${at}/name`, message: `"${name}" appears twice` }]
          : [],
      );
    },
  }),
  goal: kind<Goal>()({
    plural: 'goals',
    shape: goalShape,
    home: withStudent,
    names: ['set', 'piece'],
    steps: [goalTo2],
  }),
  sheet: kind<MarkSheet>()({
    plural: 'sheets',
    shape: sheetShape,
    home: { owner: 'goal', ownerId: ofGoal },
    names: ['piece', 'sheet'],
    problems: ({ id, supersedes, marks, assessor, by }) => [
      ...(supersedes === id ? [{ pointer: '/supersedes', message: 'is the sheet itself' }] : []),
      ...Object.entries(marks).flatMap(([criterion, mark]) =>
        Number.isInteger(mark * 2)
          ? []
          : [
              {
                pointer: pointerOf(`marks[${JSON.stringify(criterion)}]`),
                message: 'is neither a whole nor a half mark',
              },
            ],
      ),
      ...(by !== undefined && !NAMED.has(assessor)
        ? [{ pointer: '/by', message: 'stands with a peer, a mock examiner or a judge' }]
        : []),
    ],
  }),
  lesson: kind<LessonRecord>()({
    plural: 'lessons',
    shape: lessonShape,
    home: withStudent,
    names: [],
  }),
  closure: kind<Closure>()({
    plural: 'closures',
    shape: closureShape,
    home: { binder: () => 'studio' },
    names: [],
    problems: ({ from, to }) => (from > to ? [{ pointer: '/to', message: 'is before it begins' }] : []),
  }),
  skillbook: kind<SkillBook>()({
    plural: 'skillBooks',
    shape: skillBookShape,
    // It has its student's id.
    home: { owner: 'student', ownerId: ({ id }) => id },
    names: [],
  }),
  score: kind<KeptScore>()({
    plural: 'scores',
    shape: scoreShape,
    home: { binder: () => 'scores' },
    names: [],
    steps: [scoreTo2],
    attached: ({ textId }) => [textId],
  }),
  repertoire: kind<RepertoireEntry>()({
    plural: 'repertoire',
    shape: repertoireShape,
    home: withStudent,
    names: ['piece'],
  }),
  practice: kind<PracticeEntry>()({
    plural: 'practice',
    shape: practiceShape,
    home: withStudent,
    names: ['goal', 'piece', 'card'],
    problems: ({ goalId, componentId }) =>
      (goalId === null) === (componentId === null)
        ? []
        : [{ pointer: '/componentId', message: 'stands with a goal, and a goal with its component' }],
  }),
  fault: kind<Fault>()({
    plural: 'faults',
    shape: faultShape,
    home: withStudent,
    names: ['piece'],
    problems: ({ bars }) =>
      bars.from > bars.to ? [{ pointer: '/bars/to', message: 'is before it begins' }] : [],
  }),
  run: kind<RunThrough>()({
    plural: 'runs',
    shape: runShape,
    home: withStudent,
    names: ['piece'],
    problems: ({ start }) =>
      start.kind !== 'beginning' && start.section.from > start.section.to
        ? [{ pointer: '/start/section/to', message: 'is before it begins' }]
        : [],
  }),
  occasion: kind<Occasion>()({
    plural: 'occasions',
    shape: occasionShape,
    home: { binder: () => 'occasions' },
    names: ['goal'],
    problems: ({ judges }) =>
      judges.flatMap((judge, at) =>
        judges.indexOf(judge) < at ? [{ pointer: `/judges/${at}`, message: `"${judge}" appears twice` }] : [],
      ),
  }),
  rhythmgate: kind<RhythmGate>()({
    plural: 'rhythmGates',
    shape: rhythmGateShape,
    home: withStudent,
    names: ['piece'],
  }),
  shaping: kind<ShapingPlan>()({
    plural: 'shapings',
    shape: shapingShape,
    home: withStudent,
    names: ['piece'],
    problems: ({ marks }) =>
      marks.flatMap(({ shape, bars, again, backTo }, at) => [
        ...(bars.from > bars.to ? [{ pointer: `/marks/${at}/bars/to`, message: 'is before it begins' }] : []),
        ...((shape === 'comes again') === (again !== undefined)
          ? []
          : [{ pointer: `/marks/${at}/again`, message: 'stands with "comes again", and only there' }]),
        ...(again && again.of.from > again.of.to
          ? [{ pointer: `/marks/${at}/again/of/to`, message: 'is before it begins' }]
          : []),
        ...(backTo !== undefined && shape !== 'tempo'
          ? [{ pointer: `/marks/${at}/backTo`, message: 'stands with "tempo" only' }]
          : []),
      ]),
  }),
  card: kind<HandedCard>()({
    plural: 'cards',
    shape: cardShape,
    home: withStudent,
    names: ['goal', 'piece'],
    problems: ({ from, to, lines }) => [
      ...(from > to ? [{ pointer: '/to', message: 'is before it begins' }] : []),
      ...lines.flatMap(({ goalId, componentId }, at) =>
        (goalId === null) === (componentId === null)
          ? []
          : [
              {
                pointer: `/lines/${at}/componentId`,
                message: 'stands with a goal, and a goal with its component',
              },
            ],
      ),
    ],
  }),
  settings: kind<StudioSettings>()({
    plural: 'settings',
    only: 'studio',
    shape: settingsShape,
    home: { binder: () => 'studio' },
    names: [],
    steps: [settingsTo2, settingsTo3],
  }),
};

type Table = typeof KINDS;
export type RecordKind = keyof Table;
export type DataOf<K extends RecordKind> = Table[K] extends Kind<infer T> ? T : never;
export const RECORD_KINDS = Object.keys(KINDS) as readonly RecordKind[];

/** Every fact the studio keeps, by id: one map for each kind, and the settings. */
export type Studio = {
  readonly [K in Exclude<RecordKind, 'settings'> as Table[K]['plural']]: ReadonlyMap<string, DataOf<K>>;
} & { readonly settings: StudioSettings };
