import { answer, type Answer } from './answer';
import { schemeProblems } from './scheme-problems';
import { totalsRequestShape } from '@/core/files';
import {
  criterionMarks,
  nextLine,
  schemeComponent,
  standing,
  supersedeProblem,
  supersedeWords,
  type MarkScheme,
  type MarkSheet,
} from '@/core/marks';

interface Body {
  readonly scheme: MarkScheme;
  /** Versions in force before; each sheet is read by the one it names. */
  readonly earlierSchemes?: readonly MarkScheme[];
  readonly sheets: readonly MarkSheet[];
}

export const totalsAnswer: Answer = answer<Body>(
  totalsRequestShape,
  ({ scheme, earlierSchemes = [], sheets }) => {
    const byId = new Map(sheets.map((sheet) => [sheet.id, sheet]));
    const problems = [
      ...schemeProblems(scheme),
      ...sheets.flatMap((sheet, at) => {
        const under = [scheme, ...earlierSchemes].find(
          ({ id, version }) => id === sheet.schemeId && version === sheet.schemeVersion,
        );
        if (!under)
          return [
            {
              pointer: `/sheets/${at}/schemeVersion`,
              message: `no version ${sheet.schemeVersion} of the scheme "${sheet.schemeId}"`,
            },
          ];
        const component = schemeComponent(under, sheet.componentId);
        if (!component)
          return [{ pointer: `/sheets/${at}/componentId`, message: 'not a component of the scheme' }];
        const superseding = supersedeProblem(sheet, byId);
        if (superseding)
          return [{ pointer: `/sheets/${at}/supersedes`, message: supersedeWords[superseding] }];
        return Object.entries(sheet.marks).flatMap(([id, mark]) => {
          const criterion = component.criteria.find((each) => each.id === id);
          if (!criterion)
            return [{ pointer: `/sheets/${at}/marks/${id}`, message: 'not a criterion of the component' }];
          return mark > criterion.maxMark
            ? [{ pointer: `/sheets/${at}/marks/${id}`, message: `above ${criterion.maxMark}` }]
            : [];
        });
      }),
    ];
    if (problems.length > 0) return { ok: false, why: problems };
    const stands = standing(scheme, sheets, { earlier: earlierSchemes });
    const next = nextLine(scheme, criterionMarks(stands));
    return {
      ok: true,
      value: {
        total: stands.total,
        maxMark: stands.maxMark,
        award: stands.award?.id ?? null,
        missing: stands.missing,
        marks: stands.marks,
        next: next && {
          award: next.award.id,
          totalShort: next.totalShort,
          below: next.below,
          gain: next.gain,
          gains: next.gains,
        },
      },
    };
  },
);
