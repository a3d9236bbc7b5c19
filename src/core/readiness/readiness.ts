import {
  aimMark,
  criterionMarks,
  awardFor,
  currentSheets,
  latestSheet,
  nextLine,
  schemeComponent,
  sheetMark,
  standing,
  type Assessor,
  type Award,
  type MarkScheme,
  type MarkSheet,
  type NextLine,
  type Standing,
} from '../marks';
import type { Plan } from '../plan';
import { isPrepared, type Component, type Level } from '../requirements';
import { daysBetween, type CalendarDay } from '../time';
import type { Stage } from '../effort';

export interface ComponentReadiness {
  readonly component: Component;
  readonly title: string | null;
  readonly maxMark: number;
  /** The latest complete sheet of each assessor who gave one, latest first. */
  readonly marks: readonly {
    readonly assessor: Assessor;
    readonly mark: number;
    readonly day: CalendarDay;
  }[];
  /** The standing mark: teacher, mock or official, whichever is latest; null means no evidence yet. */
  readonly mark: number | null;
  /** The component's even share of each award, lowest award first, and whether the mark reaches it. */
  readonly lines: readonly { readonly award: Award; readonly mark: number; readonly reached: boolean }[];
  /** Days since the standing mark was given. */
  readonly age: number | null;
  readonly gates: readonly {
    readonly stage: Stage;
    readonly day: CalendarDay;
    readonly state: 'passed' | 'due' | 'overdue';
  }[];
}

export interface Readiness {
  readonly standing: Standing;
  /** What the marks reach now; null while a component has none. */
  readonly award: Award | null;
  readonly next: NextLine | null;
  readonly components: readonly ComponentReadiness[];
  /** What is still unknown or owed, in the order of the level. */
  readonly missing: readonly {
    readonly componentId: string;
    readonly letter: string;
    readonly what: 'choice' | 'mark' | 'gate';
  }[];
}

/**
 * @param sheets - mark sheets of this goal, in any order
 * @param plan - null when there is none (session past, or nothing chosen)
 */
export function readinessOf(
  level: Level,
  scheme: MarkScheme,
  sheets: readonly MarkSheet[],
  plan: Plan | null,
  today: CalendarDay,
): Readiness {
  const stands = standing(scheme, sheets);
  const current = currentSheets(sheets).filter((sheet) => sheet.schemeId === scheme.id);
  const components = level.components.flatMap((component): ComponentReadiness[] => {
    const marked = schemeComponent(scheme, component.id);
    const stand = stands.marks.find((mark) => mark.componentId === component.id);
    if (!marked || !stand) return [];
    const own = current.filter((sheet) => sheet.componentId === component.id);
    const mark = stand.from?.mark ?? null;
    const item = plan?.items.find((each) => each.componentId === component.id);
    return [
      {
        component,
        title: item?.title ?? null,
        maxMark: stand.maxMark,
        marks: [...new Set(own.map((sheet) => sheet.assessor))]
          .flatMap((assessor) => {
            const complete = own.filter(
              (sheet) => sheet.assessor === assessor && sheetMark(marked, sheet).kind === 'complete',
            );
            const sheet = latestSheet(complete);
            return sheet ? [{ assessor, mark: sheetMark(marked, sheet).mark, day: sheet.day }] : [];
          })
          .sort((a, b) => (a.day < b.day ? 1 : a.day > b.day ? -1 : 0)),
        mark,
        lines: scheme.awards.map((award) => {
          const aim = aimMark(scheme, award, marked);
          return { award, mark: aim, reached: mark !== null && mark >= aim };
        }),
        age: stand.from ? daysBetween(stand.from.day, today) : null,
        gates: (item?.gates ?? []).map((gate) => ({
          stage: gate.stage,
          day: gate.day,
          state: gate.passedOn !== null ? 'passed' : gate.day < today ? 'overdue' : 'due',
        })),
      },
    ];
  });
  const given = stands.marks.map((mark) => mark.from?.mark ?? null);
  return {
    standing: stands,
    award: awardFor(scheme, given),
    next: nextLine(scheme, criterionMarks(stands)),
    components,
    missing: components.flatMap(({ component, title, mark, gates }) => {
      const row = { componentId: component.id, letter: component.letter };
      return [
        ...(!isPrepared(component.source) && title === null ? [{ ...row, what: 'choice' as const }] : []),
        ...(mark === null ? [{ ...row, what: 'mark' as const }] : []),
        ...(gates.some((gate) => gate.state === 'overdue') ? [{ ...row, what: 'gate' as const }] : []),
      ];
    }),
  };
}
