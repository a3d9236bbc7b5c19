import { panelKey, panelsOf } from './panels-of-ratings';
import {
  componentMax,
  floorOf,
  schemeMax,
  stepOf,
  type Criterion,
  type MarkScheme,
  type SchemeComponent,
} from './scheme';
import { valueAt } from '../value-at';

export interface SchemeProblem {
  readonly path: string;
  readonly message: string;
}

/** What makes a scheme unusable, each with the place; empty when it is sound. */
export const problemsOfScheme = (scheme: MarkScheme): SchemeProblem[] => [
  ...scheme.components.flatMap((component, at) =>
    component.criteria.flatMap((criterion, row) =>
      bandProblems(component, criterion, `components[${at}].criteria[${row}].bands`),
    ),
  ),
  ...awardProblems(scheme),
  ...weightProblems(scheme),
  ...panelProblems(scheme),
  ...ratingProblems(scheme),
];

function bandProblems(
  component: SchemeComponent,
  { bands, maxMark }: Criterion,
  path: string,
): SchemeProblem[] {
  const sorted = [...bands].sort((a, b) => a.from - b.from);
  return sorted.flatMap((band, at) => {
    const next = sorted[at + 1];
    if (band.from > band.to || band.to > maxMark)
      return [{ path, message: `band ${band.from} to ${band.to} does not fit 0 to ${maxMark}` }];
    if ([band.from, band.to].some((end) => !Number.isInteger(end / stepOf(component))))
      return [{ path, message: `band ${band.from} to ${band.to} is between the marks that are given` }];
    return next && next.from <= band.to ? [{ path, message: `bands overlap at ${next.from}` }] : [];
  });
}

function awardProblems(scheme: MarkScheme): SchemeProblem[] {
  const max = schemeMax(scheme);
  const problems: SchemeProblem[] = [];
  scheme.awards.forEach((award, at) => {
    const path = `awards[${at}]`;
    const below = scheme.awards[at - 1];
    if (award.total > max)
      problems.push({ path: `${path}.total`, message: `${award.name} asks ${award.total} of ${max}` });
    if (below && below.total > award.total)
      problems.push({ path: `${path}.total`, message: `${award.name} is below ${below.name}` });
    for (const id of Object.keys(award.passes))
      if (!scheme.components.some(({ componentId }) => componentId === id))
        problems.push({ path: `${path}.passes`, message: `no component "${id}"` });
    for (const component of scheme.components) {
      const floor = floorOf(award, component.componentId);
      if (floor > componentMax(component)) {
        const each = (award.eachAtLeast ?? 0) > componentMax(component);
        problems.push({
          path: `${path}.${each ? 'eachAtLeast' : 'passes'}`,
          message: `${award.name} asks ${floor} in a component of ${componentMax(component)}`,
        });
      }
    }
  });
  return problems;
}

function weightProblems({ totalling, components }: MarkScheme): SchemeProblem[] {
  if (totalling.kind === 'sum') return [];
  const problems = components
    .filter(({ componentId }) => valueAt(totalling.weights, componentId) === undefined)
    .map(({ componentId }) => ({ path: 'totalling.weights', message: `no weight for "${componentId}"` }));
  const all = components.reduce(
    (sum, { componentId }) => sum + (valueAt(totalling.weights, componentId) ?? 0),
    0,
  );
  return all > 0
    ? problems
    : [...problems, { path: 'totalling.weights', message: 'the weights add up to nothing' }];
}

const panelProblems = ({ panel, outcome }: MarkScheme): SchemeProblem[] => [
  ...(panel && panel.by === 'trimmed mean' && panel.judges <= 2 * panel.drop
    ? [{ path: 'panel.drop', message: `of ${panel.judges} judges nobody would be left` }]
    : []),
  ...(outcome.kind === 'ratings' && !panel
    ? [{ path: 'panel', message: 'a table of ratings needs the number of judges' }]
    : []),
];

/** A table must have one row for every panel, and a better panel may not come out worse. */
function ratingProblems(scheme: MarkScheme): SchemeProblem[] {
  const { outcome, panel, awards } = scheme;
  if (outcome.kind !== 'ratings' || !panel) return [];
  const problems: SchemeProblem[] = [];
  const ids = awards.map((award) => award.id);
  const [lowest] = awards;
  if (lowest && (lowest.total > 0 || scheme.components.some((each) => floorOf(lowest, each.componentId) > 0)))
    problems.push({
      path: 'awards[0].total',
      message: `${lowest.name} must take every total: 0 and no floors`,
    });
  const rows = new Map<string, string>();
  outcome.table.forEach((row, at) => {
    const path = `outcome.table[${at}]`;
    const key = panelKey(scheme, row.panel);
    if (
      row.panel.length !== panel.judges ||
      row.panel.some((id) => !ids.includes(id)) ||
      !ids.includes(row.final)
    )
      problems.push({ path, message: `not ${panel.judges} ratings of the scheme and one result` });
    else if (rows.has(key)) problems.push({ path, message: `${key} appears twice` });
    rows.set(key, row.final);
  });
  for (const each of panelsOf(ids, panel.judges)) {
    const key = panelKey(scheme, each);
    const final = rows.get(key);
    if (final === undefined) {
      problems.push({ path: 'outcome.table', message: `no row for ${key}` });
      continue;
    }
    each.forEach((rating, at) => {
      const better = ids[ids.indexOf(rating) + 1];
      const above = better === undefined ? undefined : rows.get(panelKey(scheme, each.with(at, better)));
      if (above !== undefined && ids.indexOf(above) < ids.indexOf(final))
        problems.push({ path: 'outcome.table', message: `${key} comes out better with a worse rating` });
    });
  }
  return problems;
}
