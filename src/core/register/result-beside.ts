import {
  currentSheets,
  latestSheet,
  readSheet,
  schemeComponent,
  type Assessor,
  type MarkScheme,
  type ReadSheet,
  type SchemeComponent,
} from '../marks';
import { sheetsOfGoal, type Studio } from '../files';
import type { Goal } from '../programme';
import { allSchemes, schemeOf, type Component } from '../requirements';
import { goalNames, type GoalNames } from './goal-names';

/** Whose last marks stand beside an official result. */
export const BESIDE = ['student', 'teacher', 'mock'] as const satisfies readonly Assessor[];

/** One component of a goal with what was given for it before the day. */
export interface ComponentBeside {
  readonly component: Component;
  readonly scheme: SchemeComponent;
  /** The last whole sheet of each up to the day of the result; undefined where there is none. */
  readonly last: Readonly<Record<(typeof BESIDE)[number], ReadSheet | undefined>>;
}

export interface ResultBeside extends GoalNames {
  readonly scheme: MarkScheme;
  readonly components: readonly ComponentBeside[];
}

/** A goal, open or closed, with its marks as they stood on the day of its result. Undefined as for `goalNames`. */
export function resultBeside(studio: Studio, goal: Goal): ResultBeside | undefined {
  const names = goalNames(studio, goal);
  if (!names) return undefined;
  const { set, level, session } = names;
  const scheme = schemeOf(set, level);
  const until = goal.result?.on ?? session.day;
  const reads = currentSheets(sheetsOfGoal(studio, goal.id))
    .map((sheet) => readSheet(scheme, allSchemes(set), sheet))
    .filter(({ sheet, mark, current }) => current && mark.kind === 'complete' && sheet.day <= until);
  const components = level.components.flatMap((component): ComponentBeside[] => {
    const own = schemeComponent(scheme, component.id);
    if (!own) return [];
    const last = (assessor: Assessor) => {
      const some = reads.filter(
        ({ sheet }) => sheet.componentId === component.id && sheet.assessor === assessor,
      );
      const sheet = latestSheet(some.map((read) => read.sheet));
      return some.find((read) => read.sheet === sheet);
    };
    return [
      {
        component,
        scheme: own,
        last: { student: last('student'), teacher: last('teacher'), mock: last('mock') },
      },
    ];
  });
  return { ...names, scheme, components };
}
