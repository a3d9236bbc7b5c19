import type { EffortSettings } from '../effort';
import { learnedRate, rateObservations, wholeWork, type LearnedRate } from '../plan';
import type { Student } from '../students';
import { periodsBetween, slotOn, type CalendarDay } from '../time';
import { goalsOfStudent, practiceOfStudent, type Studio } from '../files';
import { goalNames } from './goal-names';
import { goalToPlan } from './goal-to-plan';

const known = new WeakMap<
  Student,
  { readonly inputs: readonly unknown[]; readonly rate: LearnedRate | null }
>();

/** How many times the assumed minutes a student needs, from every gate passed and what was reported; null while nothing says so. */
export function learnedRateOf(studio: Studio, student: Student, today: CalendarDay): LearnedRate | null {
  const goals = goalsOfStudent(studio, student.id);
  const practice = practiceOfStudent(studio, student.id);
  const { sets, pieces, settings } = studio;
  const inputs = [today, goals, practice, sets, pieces, settings];
  const before = known.get(student);
  if (before?.inputs.every((each, at) => each === inputs[at])) return before.rate;
  const slot = slotOn(student, today);
  const weekday = slot.kind === 'none' ? 0 : slot.weekday;
  const observations = goals.flatMap((goal) => {
    const names = goalNames(studio, goal);
    if (!names || practice.length === 0) return [];
    const weeks = periodsBetween(goal.plan.startedOn, goal.closedOn ?? today, weekday);
    return wholeWork(goalToPlan(studio, names), weeks.length, pieces, settings.effort).flatMap((item) =>
      rateObservations(item, practice, weeks),
    );
  });
  const rate = learnedRate(observations);
  known.set(student, { inputs, rate });
  return rate;
}

/** The studio's figures as they hold for a student: with the learned rate where the teacher has agreed to it. */
export function effortOf(studio: Studio, student: Student, today: CalendarDay): EffortSettings {
  const { effort } = studio.settings;
  const rate = student.usesRate === true ? learnedRateOf(studio, student, today)?.rate : undefined;
  return rate === undefined ? effort : { ...effort, minutesPerBar: effort.minutesPerBar * rate };
}
