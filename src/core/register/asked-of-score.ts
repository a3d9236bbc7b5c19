import type { BarRange, Tempo } from '../music';
import { explainRule, setLabel } from '../requirements';
import type { CalendarDay } from '../time';
import { goalContext } from './goal-context';
import { goalsOfStudent, piecesOfScore, type Studio } from '../files';

/** What one requirement says of the piece a score belongs to. */
export interface AskedOfScore {
  readonly id: string;
  /** "Fairlead Winds, Call 1: excerpt 1". */
  readonly label: string;
  /** Null for the whole piece. */
  readonly bars: BarRange | null;
  /** Beats of the metre from 1; null for the bar's own edge. */
  readonly fromBeat: number | null;
  readonly toBeat: number | null;
  readonly tempo: Tempo | null;
  /** What is known or open of repeats, endings and changes, one sentence each. */
  readonly said: readonly string[];
}

/** Conditions that change how a score is read. */
const TOPICS: readonly string[] = ['repeats', 'ending', 'modifications'];

/**
 * Excerpts that name the score's piece, and open goals of the student that have it in their programme: nothing is
 * assumed of repeats or endings, what the event says of them is told.
 */
export function askedOfScore(
  studio: Studio,
  scoreId: string,
  studentId: string | null,
  today: CalendarDay,
): AskedOfScore[] {
  const own = new Set(piecesOfScore(studio, scoreId).map(({ id }) => id));
  const contexts = (studentId === null ? [] : goalsOfStudent(studio, studentId))
    .filter((goal) => goal.closedOn === null)
    .flatMap((goal) => goalContext(studio, goal, today) ?? []);
  const saidOf = (context: (typeof contexts)[number] | undefined) =>
    !context
      ? []
      : context.verdicts.flatMap((verdict) => {
          const rule = context.level.rules.find(({ id }) => id === verdict.ruleId);
          if (rule?.kind !== 'condition' || !TOPICS.includes(rule.topic)) return [];
          const { title, sentence } = explainRule(rule, verdict, context.level);
          return [`${title}. ${sentence}`];
        });
  const excerpts = [...studio.sets.values()].flatMap((set) =>
    set.levels.flatMap((level) =>
      level.components.flatMap(({ id, name, source }): AskedOfScore[] =>
        source.kind === 'excerpt' && own.has(source.pieceId)
          ? [
              {
                id: `${set.id} ${level.id} ${id}`,
                label: `${setLabel(set)}, ${level.name}: ${name}`,
                bars: source.bars,
                fromBeat: source.fromBeat,
                toBeat: source.toBeat,
                tempo: source.tempo,
                said: saidOf(contexts.find((each) => each.level === level)),
              },
            ]
          : [],
      ),
    ),
  );
  const goals = contexts
    .filter(({ goal }) =>
      Object.values(goal.programme).some((choices) =>
        choices.some((choice) => choice.kind === 'piece' && own.has(choice.pieceId)),
      ),
    )
    .map((context): AskedOfScore => ({
      id: context.goal.id,
      label: `${setLabel(context.set)}, ${context.level.name}`,
      bars: null,
      fromBeat: null,
      toBeat: null,
      tempo: null,
      said: saidOf(context),
    }));
  return [...goals, ...excerpts];
}
