import type { Studio } from '@/core/files';
import { componentMax, type MarkScheme, type MarkSheet, type SchemeComponent } from '@/core/marks';
import { pastGoal, type Goal, type GoalResult } from '@/core/programme';
import { schemeOf, type Level, type RequirementSet } from '@/core/requirements';
import { seeded } from '@/core/seeded';
import type { Student } from '@/core/students';
import { addDays, calendarDay, type CalendarDay } from '@/core/time';

const RECITAL = calendarDay('2026-07-04');
/** Days before the exam on which the teacher marked, and the student beside her on the last. */
const MARKED = [56, 28, 12];

export interface Past {
  readonly goals: readonly Goal[];
  readonly sheets: readonly MarkSheet[];
}

/** What every student did in the years before, with the marks that led to it: the levels held, or last summer's recital. */
export function pastResults(studio: Studio): Past {
  const all = [...studio.students.values()].flatMap((student, at) =>
    placesOf(studio, student).map((place, which) =>
      pastOf(student, place, seeded(at * 4_093 + which * 97 + 5)),
    ),
  );
  return { goals: all.map(({ goal }) => goal), sheets: all.flatMap(({ sheets }) => sheets) };
}

interface Place {
  readonly set: RequirementSet;
  readonly level: Level;
  readonly on: CalendarDay;
  readonly award: string;
}

function placesOf({ sets }: Studio, student: Student): Place[] {
  const held = student.levelsHeld.flatMap(({ family, levelName, day: on, award }): Place[] => {
    const found = [...sets.values()].flatMap((set) =>
      set.family === family
        ? set.levels.flatMap((level) => (level.name === levelName ? [{ set, level, on, award }] : []))
        : [],
    );
    return found.slice(0, 1);
  });
  if (held.length > 0) return held;
  const set = sets.get('chandlery-recital-2027');
  const level = set?.levels[0];
  return set && level ? [{ set, level, on: RECITAL, award: schemeOf(set, level).awards[0]?.name ?? '' }] : [];
}

function pastOf(student: Student, { set, level, on, award }: Place, random: () => number) {
  const scheme = schemeOf(set, level);
  const marks = marksFor(scheme, award, random);
  const total = Object.values(marks).reduce((sum, mark) => sum + mark, 0);
  const isSum = set.kind === 'graded exam' && scheme.totalling.kind === 'sum';
  const result: GoalResult = {
    on,
    award,
    total: isSum ? total : null,
    ...(isSum && { marks }),
    schemeVersion: scheme.version,
    certificate: 'given to the student',
  };
  const id = `past-${student.id}-${level.rank}`;
  const goal = { ...pastGoal(id, { studentId: student.id, set, level, result }), result };
  const sheets = scheme.components.flatMap((component) =>
    sheetsOf(goal, scheme, component, marks[component.componentId] ?? 0, random),
  );
  return { goal, sheets: isSum ? sheets : [] };
}

/** Official marks that come to the award, and to no higher one: an even share, and a little more here and there. */
function marksFor(scheme: MarkScheme, name: string, random: () => number): Record<string, number> {
  const at = scheme.awards.findIndex((award) => award.name === name);
  const [least, above] = [scheme.awards[at]?.total ?? 0, scheme.awards[at + 1]?.total];
  const all = scheme.components.reduce((sum, component) => sum + componentMax(component), 0);
  const most = above === undefined ? Math.min(all, least + 6) : Math.min(above - 1, least + 8);
  const total = least + Math.floor(random() * (most - least + 1));
  const marks: Record<string, number> = {};
  let [left, room] = [total, all];
  for (const component of scheme.components) {
    const max = componentMax(component);
    const share = Math.min(
      max,
      Math.max(left - (room - max), Math.round((left * max) / room + random() * 3 - 1.5)),
    );
    marks[component.componentId] = Math.max(0, Math.min(share, left));
    left -= marks[component.componentId] ?? 0;
    room -= max;
  }
  return marks;
}

/** The marks that led there: rising towards the official one, own marks a little above the teacher's. */
function sheetsOf(
  { id, result }: Goal,
  { id: schemeId, version }: MarkScheme,
  component: SchemeComponent,
  official: number,
  random: () => number,
): MarkSheet[] {
  const on = result?.on ?? RECITAL;
  const sheet = (assessor: 'teacher' | 'student', before: number, mark: number): MarkSheet => ({
    id: `${id}-${component.componentId}-${assessor}-${before}`,
    goalId: id,
    componentId: component.componentId,
    pieceId: null,
    schemeId,
    schemeVersion: version,
    assessor,
    day: addDays(on, -before),
    marks: spread(component, mark),
    notes: [],
    closed: true,
    supersedes: null,
  });
  const teacher = MARKED.map((before) =>
    sheet('teacher', before, official - Math.round(before / 18 + random() * 2 - 0.5)),
  );
  const last = MARKED.at(-1) ?? 0;
  return [...teacher, sheet('student', last, official + Math.round(random() * 2 - 0.3))];
}

/** A component's mark over its criteria, as even as whole marks allow. */
function spread({ criteria }: SchemeComponent, mark: number): Record<string, number> {
  let [left, room] = [Math.max(0, mark), criteria.reduce((sum, { maxMark }) => sum + maxMark, 0)];
  return Object.fromEntries(
    criteria.map(({ id, maxMark }) => {
      const share = Math.min(maxMark, Math.round((left * maxMark) / room));
      left -= share;
      room -= maxMark;
      return [id, share];
    }),
  );
}
