import { latestStart, mendings, type Exchange, type Mending, type PlanInput } from '../plan';
import { withSwap, type Goal } from '../programme';
import { barsToLearn } from '../repertoire';
import { checkProgramme, laterSession, listedPieces } from '../requirements';
import type { CalendarDay } from '../time';
import { openGoalsOf } from './decisions';
import type { GoalContext } from './goal-context';
import { goalSkills } from './goal-to-plan';
import { planInput } from './preparation';
import type { Studio } from '../files';

export interface WaysToMend {
  /** What is planned, so that each way can be tried. */
  readonly input: PlanInput;
  readonly ways: readonly Mending[];
  /** When all of it would have had to begin; null when even two years were too few. */
  readonly latestStart: CalendarDay | null;
}

/**
 * What would mend the preparation of a student that does not fit, each way tried by planning again.
 * @param contexts - of the open goals of the student
 */
export function waysToMend(
  studio: Studio,
  studentId: string,
  contexts: readonly GoalContext[],
  today: CalendarDay,
): WaysToMend | null {
  const student = studio.students.get(studentId);
  if (!student) return null;
  const input = planInput(studio, student, openGoalsOf(studio, studentId), today);
  const later = contexts.flatMap(({ goal, set, session }) => {
    const found = laterSession(set, session.day, today);
    return found.kind === 'session' ? [[goal.id, found.session] as const] : [];
  });
  const exchanges = contexts.flatMap((context) => exchangesOf(context, studio));
  return {
    input,
    ways: mendings(input, { later: new Map(later), exchanges }),
    latestStart: latestStart(input),
  };
}

/** Whether a programme breaks no rule that the goal's own keeps. */
export function keepsRules({ entry, verdicts }: GoalContext, programme: Goal['programme']): boolean {
  const broken = new Set(verdicts.flatMap(({ ruleId, status }) => (status === 'unmet' ? [ruleId] : [])));
  return checkProgramme({ ...entry, programme }).every(
    ({ ruleId, status }) => status !== 'unmet' || broken.has(ruleId),
  );
}

/** Listed pieces with fewer bars to learn that break no rule the programme keeps now, those nearest first. */
export function exchangesOf(context: GoalContext, studio: Studio): Exchange[] {
  const { goal, level, set } = context;
  const { pieces } = studio;
  const chosen = new Set(
    Object.values(goal.programme).flatMap((choices) =>
      choices.flatMap((choice) => (choice.kind === 'piece' ? [choice.pieceId] : [])),
    ),
  );
  const found = level.components.flatMap((component) =>
    (goal.programme[component.id] ?? []).flatMap((choice): Exchange[] => {
      const out = choice.kind === 'piece' ? pieces.get(choice.pieceId) : undefined;
      const bars = out && barsToLearn(out);
      if (!out || bars === null || bars === undefined) return [];
      return (listedPieces(component, set) ?? []).flatMap((id): Exchange[] => {
        const piece = pieces.get(id);
        const own = piece && barsToLearn(piece);
        if (!piece || own === null || own === undefined || own >= bars || chosen.has(id)) return [];
        const programme = withSwap(goal.programme, { componentId: component.id, outId: out.id, inId: id });
        return keepsRules(context, programme)
          ? [
              {
                kind: 'piece',
                goalId: goal.id,
                componentId: component.id,
                outId: out.id,
                inId: id,
                fewer: bars - own,
                skills: goalSkills(studio, context, programme),
              },
            ]
          : [];
      });
    }),
  );
  return found.sort((a, b) => a.fewer - b.fewer || (a.inId < b.inId ? -1 : 1));
}
