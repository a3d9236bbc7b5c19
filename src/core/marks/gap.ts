import { addDays, type CalendarDay } from '../time';
import { nextBand } from './next-steps';
import { latestSheet } from './precedence';
import type { ReadSheet } from './read-sheet';
import type { Band, Criterion, SchemeComponent } from './scheme';
import { differences, type MarkSheet } from './sheet';

/** Own mark and teacher's mark of one criterion. */
export interface CriterionGap {
  readonly criterionId: string;
  readonly own: number;
  readonly teacher: number;
}

/** Own marks of a component, and the teacher's that followed them. */
export interface Gap {
  /** Of the own marks. */
  readonly day: CalendarDay;
  /** Of the teacher's: the same day, or one of the week after. */
  readonly teacherDay: CalendarDay;
  /** Over the criteria both have marked: own less teacher's, above 0 where the own mark is the higher one. */
  readonly gap: number;
  /** In the order of the scheme. */
  readonly criteria: readonly CriterionGap[];
}

/** Our choice, because own marks given at home are answered in the next lesson. */
const DAYS_AFTER = 7;

/**
 * Own marks of one component, each with the teacher's first marks on that day or in the week after, earliest first. Of own
 * marks that one sheet of the teacher's would answer, the last before it is meant: later own marks are about another playing.
 * @param reads - current sheets of the goal; those that mean something else today stay out
 */
export function gaps(component: SchemeComponent, reads: readonly ReadSheet[]): Gap[] {
  const sheets = reads.flatMap(({ sheet, current }) =>
    current && sheet.componentId === component.componentId ? [sheet] : [],
  );
  const by = (assessor: MarkSheet['assessor'], day: CalendarDay) =>
    latestSheet(sheets.filter((sheet) => sheet.assessor === assessor && sheet.day === day));
  const daysOf = (assessor: MarkSheet['assessor']) =>
    [...new Set(sheets.flatMap((sheet) => (sheet.assessor === assessor ? [sheet.day] : [])))].sort();
  const teacherDays = daysOf('teacher');
  const ownDays = daysOf('student');
  return ownDays.flatMap((day, at): Gap[] => {
    const next = ownDays[at + 1];
    const teacherDay = teacherDays.find((each) => each >= day && each <= addDays(day, DAYS_AFTER));
    if (teacherDay === undefined || (next !== undefined && next <= teacherDay)) return [];
    const [own, teacher] = [by('student', day), by('teacher', teacherDay)];
    if (!own || !teacher) return [];
    const both = differences(component, own, teacher);
    if (both.length === 0) return [];
    const criteria = component.criteria.flatMap(
      ({ id }) => both.find(({ criterionId }) => criterionId === id) ?? [],
    );
    return [
      { day, teacherDay, gap: criteria.reduce((sum, each) => sum + each.own - each.teacher, 0), criteria },
    ];
  });
}

export interface GapTrend {
  /** Mean gaps of the earlier and of the later half of the days; the middle one of an odd number belongs to neither. */
  readonly earlier: number;
  readonly later: number;
  /** How far own marks come nearer to the teacher's, or go further off: by more than half a mark either way. */
  readonly course: 'nearer' | 'further' | 'as before';
}

/** Our choice, because half a mark is less than a step of most schemes. */
const NOTICEABLE = 0.5;

/** How the gap changes with time; null from fewer than two days. */
export function gapTrend(all: readonly Gap[]): GapTrend | null {
  const half = Math.floor(all.length / 2);
  if (half === 0) return null;
  const mean = (some: readonly Gap[]) => some.reduce((sum, { gap }) => sum + gap, 0) / some.length;
  const [earlier, later] = [mean(all.slice(0, half)), mean(all.slice(-half))];
  const change = Math.abs(later) - Math.abs(earlier);
  return {
    earlier,
    later,
    course: change < -NOTICEABLE ? 'nearer' : change > NOTICEABLE ? 'further' : 'as before',
  };
}

/** The step up that each criterion asks for next. */
export interface StepUp {
  readonly criterion: Criterion;
  readonly mark: number;
  readonly band: Band;
}

/** Of each marked criterion the band above its mark, the one nearest to it first (ties in scheme order). */
export function stepsUp(component: SchemeComponent, marks: MarkSheet['marks']): StepUp[] {
  return component.criteria
    .flatMap((criterion): StepUp[] => {
      const mark = Object.hasOwn(marks, criterion.id) ? marks[criterion.id] : undefined;
      const band = mark === undefined ? null : nextBand(criterion, mark);
      return mark === undefined || !band ? [] : [{ criterion, mark, band }];
    })
    .sort((a, b) => a.band.from - a.mark - (b.band.from - b.mark));
}
