import { effortFigure } from '../effort';
import type { GoalToPlan } from '../plan';
import { stretchOf } from '../requirements';
import { addDays, type CalendarDay } from '../time';
import type { Studio } from '../files';
import type { GoalNames } from './goal-names';

/** What the plan needs of a goal. */
export function goalToPlan(studio: Studio, { goal, student, set, level, session }: GoalNames): GoalToPlan {
  const { effort, commonLevels } = studio.settings;
  const isShort = session.recordingDue !== null || set.kind === 'recital';
  return {
    goal,
    level,
    session,
    stretch: stretchOf(student, set, level, { common: commonLevels, sets: studio.sets.values() }),
    criteriaWeeks:
      goal.plan.criteriaWeeks ?? effortFigure(effort, isShort ? 'shortPerformWeeks' : 'performWeeks'),
  };
}

/** The day on which it is decided whether to go: the teacher's own, else so many weeks before the recording or the session. */
export function goNoGoOf({ settings }: Studio, { goal, session }: GoalNames): CalendarDay {
  const { recordingDue: due } = session;
  const date = due !== null && due < session.day ? due : session.day;
  return goal.plan.goNoGo ?? addDays(date, -7 * effortFigure(settings.effort, 'goNoGoWeeks'));
}
