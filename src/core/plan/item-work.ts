import { effortFigure, pieceMinutes, stageMinutes, type EffortSettings, type Stage } from '../effort';
import type { BarRange, Tempo } from '../music';
import { pieceOfGoal, type Goal, type RowResult } from '../programme';
import { barsToLearn, excerptToLearn, type Piece } from '../repertoire';
import {
  isPrepared,
  type Component,
  type Level,
  type RequirementSet,
  type ScaleRow,
  type Session,
} from '../requirements';
import type { CalendarDay } from '../time';
import { valueAt } from '../value-at';
import type { RhythmGate } from './rhythm-gate';

/** Weeks in which the whole is only performed, where the teacher set no others for the goal. */
export const criteriaWeeksOf = (
  effort: EffortSettings,
  { kind }: Pick<RequirementSet, 'kind'>,
  { recordingDue }: Pick<Session, 'recordingDue'>,
): number =>
  effortFigure(effort, recordingDue !== null || kind === 'recital' ? 'shortPerformWeeks' : 'performWeeks');

/** A goal with what its plan needs of the requirement. */
export interface GoalToPlan {
  readonly goal: Goal;
  /** What its level and its pieces ask for and the student has not learned yet; left out where that is nothing. */
  readonly skills?: readonly SkillToLearn[];
  /** Levels above what the student holds (`stretchOf`). */
  readonly stretch: number;
  readonly level: Level;
  readonly session: Session;
  /** Weeks before the eve in which the whole is only performed. */
  readonly criteriaWeeks: number;
}

export interface SkillToLearn {
  readonly id: string;
  readonly name: string;
  readonly minutes: number;
}

/** Work that no goal dates: a piece of the own repertoire that is begun, or a skill that is being learned. */
export type OwnWork = { readonly startedOn: CalendarDay } & (
  | {
      readonly kind: 'piece';
      readonly piece: Piece;
      /** Levels above what the student holds. */
      readonly stretch: number;
      /** Worked on over a long time, to its tempo; any other comes to a first target. */
      readonly isLong: boolean;
      /** Bars the teacher puts first, in order. */
      readonly first?: readonly BarRange[] | undefined;
    }
  | { readonly kind: 'skill'; readonly skill: SkillToLearn }
);

/** Two schools: its rhythm is sure before the score is given, or the score is given at once with questions on its page. */
export type Reading = 'rhythm' | 'questions';

/**
 * A piece, an excerpt, a prepared component or a skill, with the minutes of all its stages. Own work is of no goal; a skill
 * is of no component.
 */
export interface ItemWork {
  readonly goalId: string | null;
  readonly componentId: string | null;
  readonly skillId: string | null;
  /** Of its component where that has several pieces; null otherwise, and then the gates name the component alone. */
  readonly pieceId: string | null;
  readonly letter: string;
  readonly title: string;
  /** When the work on it began: with the preparation, or when the piece was chosen. */
  readonly startedOn: CalendarDay;
  readonly piece: Piece | null;
  /** Bars the work runs over: the piece's or the excerpt's; null when nobody has counted them. */
  readonly bars: BarRange | null;
  readonly minutes: number;
  /** Whether the minutes stand on a count of bars or on an assumption. */
  readonly basis: 'bars' | 'weekly' | 'set' | 'unknown' | 'skill';
  /** Minutes asked alike in every ordinary week to the last, so that nothing of it is finished early; null for a piece. */
  readonly perWeek: number | null;
  /** A chosen piece, played whole: in two goals it is worked on once. */
  readonly isWhole: boolean;
  readonly stages: readonly StageWork[];
  /** Bars the teacher puts first, in order. */
  readonly first: readonly BarRange[];
  /** Of a scale table: its rows, ids of those heard secure, and how rows went. Empty otherwise. */
  readonly rows: readonly ScaleRow[];
  readonly rowsHeard: readonly string[];
  readonly rowResults: readonly RowResult[];
  /** What a prepared component names. */
  readonly tests: readonly string[];
  /** How the piece is first met; left out where no school is followed, and for what is no piece. */
  readonly reading?: Reading;
  /** The gate of its rhythms that is not passed; left out where there is none. */
  readonly rhythm?: RhythmGate;
  readonly tempo: Tempo | null;
  /** Tempo of the ladder's first rung, in the unit of `tempo`. */
  readonly secure: number | null;
}

export interface StageWork {
  readonly stage: Stage;
  readonly minutes: number;
  /** The day the teacher has set for its gate: it ends before. */
  readonly by: CalendarDay | null;
  /** It begins on that day or later; left out for one that may begin at once. */
  readonly notBefore?: CalendarDay;
  /** Its own gate, or one after it, is passed. */
  readonly passedOn: CalendarDay | null;
}

const NO_ROWS = { rows: [], rowsHeard: [], rowResults: [] } as const;

/**
 * What each goal asks for, stage by stage, whatever of it is done: an item for each piece, excerpt and prepared component.
 * @param weeks - of the whole preparation, from its start to the last week
 */
export function itemsOf(
  { goal, level, stretch, skills = [] }: GoalToPlan,
  weeks: number,
  pieces: ReadonlyMap<string, Piece>,
  effort: EffortSettings,
): ItemWork[] {
  const ofComponents = level.components.flatMap((component) => {
    const { source } = component;
    const prepared = isPrepared(source);
    const choices = valueAt(goal.programme, component.id) ?? [];
    const chosen =
      source.kind === 'excerpt'
        ? [pieces.get(source.pieceId) ?? null]
        : choices.map((choice) => {
            const piece = choice.kind === 'piece' ? pieces.get(choice.pieceId) : undefined;
            return piece ? pieceOfGoal(goal, piece, effort) : null;
          });
    if (prepared) return [itemOf({ component, piece: null, share: 1, several: false })];
    if (source.kind === 'excerpt')
      return [itemOf({ component, piece: chosen[0] ?? null, share: 1, several: false })];
    const minutes = chosen.map((piece) => (piece ? (barsToLearn(piece) ?? 0) : 0));
    const all = minutes.reduce((sum, each) => sum + each, 0);
    return chosen.map((piece, at) =>
      itemOf({
        component,
        piece,
        share: all > 0 ? (minutes[at] ?? 0) / all : 1 / chosen.length,
        several: chosen.length > 1,
      }),
    );
  });

  return [...ofComponents, ...skills.map((skill) => skillItem(skill, goal.id, goal.plan.startedOn))];

  function itemOf({
    component,
    piece,
    share,
    several,
  }: {
    readonly component: Component;
    readonly piece: Piece | null;
    /** Of the minutes that are set for the component. */
    readonly share: number;
    readonly several: boolean;
  }): ItemWork {
    const { source } = component;
    const bars =
      source.kind === 'excerpt'
        ? excerptToLearn(piece ?? {}, source.bars)
        : piece
          ? barsToLearn(piece)
          : null;
    const set = valueAt(goal.plan.minutes, component.id);
    const prepared = isPrepared(source);
    const basis = set !== undefined ? 'set' : prepared ? 'weekly' : bars === null ? 'unknown' : 'bars';
    const minutes =
      set !== undefined
        ? Math.round(set * share)
        : bars === null
          ? Math.round(effort.preparedMinutesPerWeek * weeks)
          : pieceMinutes(bars, stretch, effort);
    const memorised = goal.plan.memorised.includes(component.id);
    const without: Stage[] = prepared ? ['prepare', 'memorise'] : memorised ? [] : ['memorise'];
    const states = goal.plan.gates.filter(
      (gate) =>
        gate.componentId === component.id &&
        (!several || gate.pieceId === undefined || gate.pieceId === piece?.id),
    );
    const parts = stageMinutes(minutes, without, effort);
    const stateOf = (stage: Stage) => states.find((state) => state.stage === stage) ?? null;
    const tempo = (source.kind === 'excerpt' ? source.tempo : null) ?? piece?.tempo ?? null;
    return {
      goalId: goal.id,
      componentId: component.id,
      skillId: null,
      pieceId: several ? (piece?.id ?? null) : null,
      letter: component.letter,
      title: piece?.title ?? component.name,
      startedOn: (piece && valueAt(goal.plan.chosenOn ?? {}, piece.id)) ?? goal.plan.startedOn,
      piece,
      bars: source.kind === 'excerpt' ? source.bars : piece?.bars ? { from: 1, to: piece.bars } : null,
      minutes,
      basis,
      perWeek: prepared ? minutes / Math.max(1, weeks) : null,
      isWhole: source.kind !== 'excerpt' && piece !== null,
      first: valueAt(goal.plan.first ?? {}, piece?.id ?? component.id) ?? [],
      ...(source.kind === 'scales'
        ? { rows: source.rows, rowsHeard: goal.scalesHeard, rowResults: goal.rowResults ?? [] }
        : NO_ROWS),
      tests: source.kind === 'prepared' ? source.items : [],
      // The last stage has no gate: it ends with the session.
      stages: parts.map(({ stage, minutes: own }, at) => ({
        stage,
        minutes: own,
        by: at === parts.length - 1 ? null : (stateOf(stage)?.movedTo ?? null),
        // A stage whose successor was passed is passed too, on that day at the latest.
        passedOn:
          parts
            .slice(at, -1)
            .map((each) => stateOf(each.stage)?.passedOn ?? null)
            .find((day) => day !== null) ?? null,
      })),
      tempo,
      secure:
        tempo &&
        (valueAt(goal.plan.secureTempo, component.id) ??
          Math.round((tempo.perMinute * effortFigure(effort, 'securePercent')) / 100)),
    };
  }
}

/** Stages in which a piece comes to its first target, and to its tempo. */
const FIRST_TARGET: readonly Stage[] = ['prepare', 'learn', 'secure'];
const LONG: readonly Stage[] = [...FIRST_TARGET, 'up to tempo'];

/** Own work as an item: of a piece the stages that bring it to its target. */
export function ownItem(work: OwnWork, effort: EffortSettings): ItemWork {
  if (work.kind === 'skill') return skillItem(work.skill, null, work.startedOn);
  const { piece, stretch, isLong, startedOn, first = [] } = work;
  const bars = barsToLearn(piece);
  const most = pieceMinutes(bars ?? effort.preparedMinutesPerWeek, stretch, effort);
  const wanted = isLong ? LONG : FIRST_TARGET;
  const stages = stageMinutes(most, ['memorise'], effort).filter(({ stage }) => wanted.includes(stage));
  const tempo = piece.tempo;
  return {
    ...BARE,
    startedOn,
    piece,
    first,
    title: piece.title,
    bars: piece.bars ? { from: 1, to: piece.bars } : null,
    minutes: stages.reduce((sum, { minutes }) => sum + minutes, 0),
    basis: bars === null ? 'unknown' : 'bars',
    isWhole: true,
    stages: stages.map((stage) => ({ ...stage, by: null, passedOn: null })),
    tempo,
    secure: tempo && Math.round((tempo.perMinute * effortFigure(effort, 'securePercent')) / 100),
  };
}

const BARE = {
  goalId: null,
  componentId: null,
  skillId: null,
  pieceId: null,
  letter: '',
  piece: null,
  bars: null,
  perWeek: null,
  isWhole: false,
  first: [],
  ...NO_ROWS,
  tests: [],
  tempo: null,
  secure: null,
} as const;

const skillItem = (
  { id, name, minutes }: SkillToLearn,
  goalId: string | null,
  startedOn: CalendarDay,
): ItemWork => ({
  ...BARE,
  goalId,
  skillId: id,
  title: name.charAt(0).toLocaleUpperCase('en') + name.slice(1),
  startedOn,
  minutes,
  basis: 'skill',
  stages: [{ stage: 'learn', minutes, by: null, passedOn: null }],
});

/** Stages that are not passed, with what of them is still to do: work done is taken off in their order. */
export function leftOf({ stages }: ItemWork, done: number): StageWork[] {
  let over = done;
  return stages
    .filter(({ passedOn }) => passedOn === null)
    .map((stage) => {
      const taken = Math.min(stage.minutes, over);
      over -= taken;
      return { ...stage, minutes: stage.minutes - taken };
    });
}
