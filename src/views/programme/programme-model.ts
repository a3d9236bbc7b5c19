import { pieceMinutes, type EffortSettings } from '@/core/effort';
import type { GoalContext } from '@/core/register';
import { barsToLearn, type Piece } from '@/core/repertoire';
import {
  checkProgramme,
  listedPieces,
  checkRule,
  choiceCount,
  explainRule,
  placesOf,
  type Component,
  type Entry,
  type Programme,
  type RequirementSet,
} from '@/core/requirements';
import { withChoice } from '@/core/programme';
import { valueAt } from '@/core/value-at';

export { checkRule };

/** The programme with the piece set in the component, as if it were chosen. */
export const choicesOf = (entry: Entry, component: Component, pieceId: string): Programme =>
  withChoice(
    entry.programme,
    component.id,
    { kind: 'piece', pieceId },
    Math.max(1, choiceCount(component).max),
  );

export interface Candidate {
  readonly piece: Piece;
  readonly chosen: boolean;
  /** Minutes to learn; null where nobody has counted the bars. */
  readonly minutes: number | null;
  /** Rules that this piece would break and that are not broken now; the first one's sentence says why. */
  readonly breaks: string | null;
}

/** The pieces a component may take, those that break nothing first, then by minutes to learn. */
export function candidatesOf(
  component: Component,
  context: GoalContext,
  pieces: ReadonlyMap<string, Piece>,
  effort: EffortSettings,
): Candidate[] {
  const { entry, level, goal } = context;
  const listed = listedPieces(component, context.set)?.flatMap((id) => pieces.get(id) ?? []) ?? [
    ...pieces.values(),
  ];
  const before = new Map(checkProgramme(entry).map((verdict) => [verdict.ruleId, verdict.status]));
  const chosen = new Set(
    (valueAt(goal.programme, component.id) ?? []).map((choice) =>
      choice.kind === 'piece' ? choice.pieceId : '',
    ),
  );
  return listed
    .map((piece): Candidate => {
      const trial = { ...entry, programme: choicesOf(entry, component, piece.id) };
      const broken = checkProgramme(trial).find(
        (verdict) => verdict.status === 'unmet' && before.get(verdict.ruleId) !== 'unmet',
      );
      const rule = broken && level.rules.find((each) => each.id === broken.ruleId);
      const bars = barsToLearn(piece);
      return {
        piece,
        chosen: chosen.has(piece.id),
        minutes: bars === null ? null : pieceMinutes(bars, context.stretch, effort),
        breaks: rule ? explainRule(rule, broken, level).sentence : null,
      };
    })
    .sort(
      (a, b) =>
        Number(a.breaks !== null) - Number(b.breaks !== null) ||
        (a.minutes ?? Infinity) - (b.minutes ?? Infinity) ||
        a.piece.title.localeCompare(b.piece.title, 'en'),
    );
}

/** An answer in sentences, and the sums it rests on where it rests on any. */
export interface WhyWords {
  readonly say: readonly string[];
  readonly sums: readonly string[];
}

/** "Level 3 of Tarrin Board, S": where requirements place a piece; empty where none does. */
export const levelWords = (pieceId: string, sets: Iterable<RequirementSet>): string =>
  [
    ...new Set(
      [...sets].flatMap((set) =>
        (placesOf(set).get(pieceId) ?? []).map(({ levelName }) => `${levelName} of ${set.name}`),
      ),
    ),
  ].join(', ');
