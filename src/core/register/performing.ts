import { runsOfStudent, type Studio } from '../files';
import { performingOf, type PerformingItem } from '../readiness';
import { sectionsOf } from '../repertoire';
import { STEADY_SLIPS, STREAK } from '../runs';
import type { GoalContext } from './goal-context';

/** The checklist of performing for a goal's programme, from the run-throughs since the work on it began. */
export function performingOfGoal(studio: Studio, { goal, student }: GoalContext): PerformingItem[] {
  const { settings } = studio;
  const runs = runsOfStudent(studio, student.id).filter(({ day }) => day >= goal.plan.startedOn);
  const chosen = Object.entries(goal.programme).flatMap(([componentId, choices]) =>
    choices.flatMap((choice) => ('pieceId' in choice ? [{ componentId, pieceId: choice.pieceId }] : [])),
  );
  return performingOf(
    [...new Set(chosen.map(({ pieceId }) => pieceId))].flatMap((pieceId) => {
      const piece = studio.pieces.get(pieceId);
      if (!piece) return [];
      const byHeart = chosen.some(
        (choice) => choice.pieceId === pieceId && goal.plan.memorised.includes(choice.componentId),
      );
      return [
        {
          pieceId,
          sections: sectionsOf(piece),
          byHeart,
          runs: runs.filter((run) => run.pieceId === pieceId),
        },
      ];
    }),
    { mostSlips: settings.steadySlips ?? STEADY_SLIPS, streak: settings.streakRuns ?? STREAK },
  );
}
