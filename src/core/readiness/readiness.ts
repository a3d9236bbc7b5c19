import {
  aimMark,
  awardFor,
  latestSheet,
  nextSteps,
  schemeComponent,
  type Assessor,
  type Award,
  type GivenMark,
  type MarkScheme,
  type ReadSheet,
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
    readonly sheetId: string;
    /** Whether it is the one the component stands on. */
    readonly stands: boolean;
  }[];
  /** The latest mark, where it was given under an earlier scheme and so does not count. */
  readonly earlier: GivenMark | null;
  /** The standing mark: teacher, mock or official, whichever is latest; null means no evidence yet. */
  readonly mark: number | null;
  /** The component's even share of each award, lowest award first, and whether the mark reaches it. */
  readonly lines: readonly { readonly award: Award; readonly mark: number; readonly reached: boolean }[];
  /** Days since the standing mark was given. */
  readonly age: number | null;
  readonly gates: readonly {
    readonly stage: Stage;
    /** Of which piece, where the component has several. */
    readonly pieceId: string | null;
    readonly day: CalendarDay;
    readonly state: 'passed' | 'due' | 'overdue';
  }[];
}

export interface Readiness {
  readonly standing: Standing;
  /** What the marks reach now; null while a component has none. */
  readonly award: Award | null;
  readonly next: ReturnType<typeof nextSteps>;
  readonly components: readonly ComponentReadiness[];
  /** What is still unknown or owed, in the order of the level. */
  readonly missing: readonly {
    readonly componentId: string;
    readonly letter: string;
    readonly what: 'choice' | 'mark' | 'gate';
  }[];
}

/**
 * @param stands - where the goal stands
 * @param sheets - its current mark sheets, each read under the scheme it was given by
 * @param plan - null when there is none (session past, or nothing chosen)
 */
export function readinessOf(
  level: Level,
  scheme: MarkScheme,
  stands: Standing,
  sheets: readonly ReadSheet[],
  plan: Plan | null,
  today: CalendarDay,
): Readiness {
  const components = level.components.flatMap((component): ComponentReadiness[] => {
    const marked = schemeComponent(scheme, component.id);
    const stand = stands.marks.find((mark) => mark.componentId === component.id);
    if (!marked || !stand) return [];
    const own = sheets.filter(({ sheet, current }) => current && sheet.componentId === component.id);
    const mark = stand.from?.mark ?? null;
    const items = plan?.items.filter((each) => each.componentId === component.id) ?? [];
    return [
      {
        component,
        title: items.length === 0 ? null : items.map(({ title }) => title).join(', '),
        maxMark: stand.maxMark,
        earlier: stand.earlier,
        marks: [...new Set(own.map(({ sheet }) => sheet.assessor))]
          .flatMap((assessor) => {
            const complete = own.filter(
              ({ sheet, mark: given }) => sheet.assessor === assessor && given.kind === 'complete',
            );
            const sheet = latestSheet(complete.map((read) => read.sheet));
            const read = complete.find((each) => each.sheet === sheet);
            return read
              ? [
                  {
                    assessor,
                    mark: read.mark.mark,
                    day: read.sheet.day,
                    sheetId: read.sheet.id,
                    stands: read.sheet.id === stand.from?.sheetId,
                  },
                ]
              : [];
          })
          .sort((a, b) => (a.day < b.day ? 1 : a.day > b.day ? -1 : 0)),
        mark,
        lines: scheme.awards.map((award) => {
          const aim = aimMark(scheme, award, marked);
          return { award, mark: aim, reached: mark !== null && mark >= aim };
        }),
        age: stand.from ? daysBetween(stand.from.day, today) : null,
        gates: items
          .flatMap(({ gates, pieceId }) =>
            gates.map(({ stage, day, passedOn }) => ({
              stage,
              pieceId,
              day,
              state:
                passedOn !== null
                  ? ('passed' as const)
                  : day < today
                    ? ('overdue' as const)
                    : ('due' as const),
            })),
          )
          .sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0)),
      },
    ];
  });
  const given = stands.marks.map((mark) => mark.from?.mark ?? null);
  return {
    standing: stands,
    award: awardFor(scheme, given),
    next: nextSteps(scheme, stands),
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
