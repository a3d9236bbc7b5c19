import type { Band, Criterion, MarkScheme } from './scheme';
import { schemeComponent } from './scheme';
import { nextLine, type Gain, type NextLine } from './next-line';
import { criterionMarks, type Standing } from './standing';
import { valueAt } from '../value-at';

/** One criterion's part in reaching the next award. */
export interface NextStep extends Gain {
  readonly criterion: Criterion;
  /** The mark there is, 0 where none was given, and the mark to reach. */
  readonly from: number;
  readonly to: number;
  /** The band above the mark there is, with what it asks for; null where no band is above it. */
  readonly band: Band | null;
}

/** The lowest band that lies above a mark. */
export const nextBand = ({ bands }: Criterion, mark: number): Band | null =>
  bands
    .filter((band) => band.from > mark)
    .reduce<Band | null>((lowest, band) => (!lowest || band.from < lowest.from ? band : lowest), null);

/** The cheapest gains to the next award, those of the fewest marks first (ties in scheme order); null when all are reached. */
export function nextSteps(
  scheme: MarkScheme,
  stands: Standing,
): { readonly next: NextLine; readonly steps: readonly NextStep[] } | null {
  const marks = criterionMarks(stands);
  const next = nextLine(scheme, marks);
  if (!next) return null;
  const steps = next.gains.flatMap((gain): NextStep[] => {
    const component = schemeComponent(scheme, gain.componentId);
    const criterion = component?.criteria.find(({ id }) => id === gain.criterionId);
    if (!criterion) return [];
    const from = valueAt(valueAt(marks, gain.componentId) ?? {}, gain.criterionId) ?? 0;
    return [{ ...gain, criterion, from, to: from + gain.marks, band: nextBand(criterion, from) }];
  });
  return { next, steps: steps.sort((a, b) => a.marks - b.marks) };
}
