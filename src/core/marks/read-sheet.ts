import { componentMax, schemeComponent, type MarkScheme, type SchemeComponent } from './scheme';
import { sheetMark, type MarkSheet, type SheetMark } from './sheet';

/** A sheet read by the criteria it was marked under. */
export interface ReadSheet {
  readonly sheet: MarkSheet;
  readonly mark: SheetMark;
  /** Of the scheme it was given under; null where that version was not kept and today's cannot hold the marks. */
  readonly maxMark: number | null;
  /** Its marks mean what the scheme of today means by them; others are shown and never added to today's. */
  readonly current: boolean;
}

/** Whether a mark means the same in both: the same criteria with the same maxima, in any order. */
const sameCriteria = (a: SchemeComponent, b: SchemeComponent): boolean =>
  a.criteria.length === b.criteria.length &&
  a.criteria.every(({ id, maxMark }) =>
    b.criteria.some((each) => each.id === id && each.maxMark === maxMark),
  );

/** Whether the marks could have been given under these criteria. */
const holds = ({ criteria }: SchemeComponent, { marks }: MarkSheet): boolean =>
  Object.entries(marks).every(([id, mark]) =>
    criteria.some((each) => each.id === id && mark <= each.maxMark),
  );

/**
 * A sheet read by the scheme and version it was given under. Of sheets from the time before versions were kept, those
 * that today's criteria hold are taken to be of today; of others the marks alone are known.
 * @param scheme - of today
 * @param schemes - every version there is
 */
export function readSheet(scheme: MarkScheme, schemes: readonly MarkScheme[], sheet: MarkSheet): ReadSheet {
  const today = schemeComponent(scheme, sheet.componentId);
  const under = [scheme, ...schemes].find(
    ({ id, version }) => id === sheet.schemeId && version === sheet.schemeVersion,
  );
  const component =
    under === undefined
      ? today && sheet.schemeId === scheme.id && holds(today, sheet)
        ? today
        : undefined
      : schemeComponent(under, sheet.componentId);
  if (component)
    return {
      sheet,
      mark: sheetMark(component, sheet),
      maxMark: componentMax(component),
      current: today !== undefined && sameCriteria(component, today),
    };
  const mark = Object.values(sheet.marks).reduce((sum, each) => sum + each, 0);
  return { sheet, mark: { kind: 'complete', mark }, maxMark: null, current: false };
}
