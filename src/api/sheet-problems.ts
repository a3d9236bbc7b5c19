import {
  markProblem,
  schemeComponent,
  supersedeProblem,
  supersedeWords,
  type MarkScheme,
  type MarkSheet,
} from '@/core/marks';

/** What sheets have wrong under the schemes they name, each with its place in the request. */
export function sheetProblems(schemes: readonly MarkScheme[], sheets: readonly MarkSheet[]) {
  const byId = new Map(sheets.map((sheet) => [sheet.id, sheet]));
  return sheets.flatMap((sheet, at) => {
    const under = schemes.find(({ id, version }) => id === sheet.schemeId && version === sheet.schemeVersion);
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
    if (superseding) return [{ pointer: `/sheets/${at}/supersedes`, message: supersedeWords[superseding] }];
    return Object.entries(sheet.marks).flatMap(([id, mark]) => {
      const pointer = `/sheets/${at}/marks/${id}`;
      const criterion = component.criteria.find((each) => each.id === id);
      if (!criterion) return [{ pointer, message: 'not a criterion of the component' }];
      const problem = markProblem(component, criterion, mark);
      return problem === null ? [] : [{ pointer, message: problem }];
    });
  });
}
