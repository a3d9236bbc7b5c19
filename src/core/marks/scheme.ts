/** Marks from `from` to `to`, both included, with the teacher's own words for them. */
export interface Band {
  readonly from: number;
  readonly to: number;
  readonly descriptor: string;
}
export interface Criterion {
  readonly id: string;
  readonly name: string;
  readonly maxMark: number;
  /** In any order, without overlap. Marks in no band are allowed and have no words. */
  readonly bands: readonly Band[];
}
export interface SchemeComponent {
  readonly componentId: string;
  readonly criteria: readonly Criterion[];
}
/** An outcome line: reached with `total` in all and, where stated, `eachAtLeast` in every component. */
export interface Award {
  readonly id: string;
  readonly name: string;
  readonly total: number;
  readonly eachAtLeast: number | null;
}
export interface MarkScheme {
  readonly id: string;
  /** Rises by one with every change; mark sheets keep the version they were given under. */
  readonly version: number;
  readonly components: readonly SchemeComponent[];
  /** Lowest first; each award also asks for everything the ones below it ask for. */
  readonly awards: readonly Award[];
}

export const componentMax = (component: SchemeComponent): number =>
  component.criteria.reduce((sum, criterion) => sum + criterion.maxMark, 0);

export const schemeMax = (scheme: MarkScheme): number =>
  scheme.components.reduce((sum, component) => sum + componentMax(component), 0);

export const schemeComponent = (scheme: MarkScheme, componentId: string): SchemeComponent | undefined =>
  scheme.components.find((component) => component.componentId === componentId);

/**
 * The mark a component shows as its aim: its even share of the award's total, rounded up, and never under the floor.
 * @example merit 93 of 120, component of 24 // => 19
 */
export const aimMark = (scheme: MarkScheme, award: Award, component: SchemeComponent): number =>
  Math.max(award.eachAtLeast ?? 0, Math.ceil((award.total * componentMax(component)) / schemeMax(scheme)));

/** What makes a scheme unusable, each with the place; empty when it is sound. */
export function problemsOfScheme(scheme: MarkScheme): { readonly path: string; readonly message: string }[] {
  const problems: { path: string; message: string }[] = [];
  scheme.components.forEach((component, at) =>
    component.criteria.forEach((criterion, row) => {
      const path = `components[${at}].criteria[${row}].bands`;
      const bands = [...criterion.bands].sort((a, b) => a.from - b.from);
      bands.forEach((band, index) => {
        const next = bands[index + 1];
        if (band.from > band.to || band.to > criterion.maxMark)
          problems.push({
            path,
            message: `band ${band.from} to ${band.to} does not fit 0 to ${criterion.maxMark}`,
          });
        else if (next && next.from <= band.to)
          problems.push({ path, message: `bands overlap at ${next.from}` });
      });
    }),
  );
  const max = schemeMax(scheme);
  const lowest = Math.min(...scheme.components.map(componentMax));
  scheme.awards.forEach((award, index) => {
    const below = scheme.awards[index - 1];
    if (award.total > max)
      problems.push({
        path: `awards[${index}].total`,
        message: `${award.name} asks ${award.total} of ${max}`,
      });
    if (below && below.total > award.total)
      problems.push({ path: `awards[${index}].total`, message: `${award.name} is below ${below.name}` });
    if ((award.eachAtLeast ?? 0) > lowest)
      problems.push({
        path: `awards[${index}].eachAtLeast`,
        message: `${award.name} asks ${award.eachAtLeast ?? 0} in a component of ${lowest}`,
      });
  });
  return problems;
}
