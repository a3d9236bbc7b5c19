import { problemsOfScheme } from '../marks';
import type { RequirementSet } from './requirement-set';

export interface SetProblem {
  /** Where, as a path into the set: `levels[2].components[0].source`. */
  readonly path: string;
  readonly message: string;
}

/**
 * What a well-formed set still has wrong: names that lead nowhere, dates that run backwards, sums that
 * cannot be reached. Empty when it is sound.
 * @param pieceIds - the pieces that come with the set or are in the library
 */
export function problemsOfSet(set: RequirementSet, pieceIds: ReadonlySet<string>): SetProblem[] {
  const problems: SetProblem[] = [];
  const say = (path: string, message: string) => problems.push({ path, message });
  const { edition } = set;
  if (edition.from > edition.to) say('edition.to', 'the edition ends before it begins');
  if (edition.overlapTo !== null && edition.overlapTo < edition.to)
    say('edition.overlapTo', 'the overlap ends before the edition does');
  for (const [path, ids] of [
    ['levels', set.levels.map((level) => level.id)],
    ['sessions', set.sessions.map((session) => session.id)],
    ['schemes', set.schemes.map((scheme) => scheme.id)],
  ] as const)
    for (const id of repeated(ids)) say(path, `"${id}" stands twice`);
  set.sessions.forEach((session, at) => {
    if (session.entryCloses !== null && session.entryCloses > session.day)
      say(`sessions[${at}].entryCloses`, 'entry closes after the session');
  });
  set.schemes.forEach((scheme, at) => {
    for (const problem of problemsOfScheme(scheme)) say(`schemes[${at}].${problem.path}`, problem.message);
  });
  set.levels.forEach((level, at) => {
    const place = `levels[${at}]`;
    const scheme = set.schemes.find((each) => each.id === level.schemeId);
    if (!scheme) say(`${place}.schemeId`, `no scheme "${level.schemeId}"`);
    for (const id of repeated(level.components.map((component) => component.id)))
      say(`${place}.components`, `"${id}" stands twice`);
    for (const id of repeated(level.rules.map((rule) => rule.id)))
      say(`${place}.rules`, `"${id}" stands twice`);
    level.components.forEach((component, row) => {
      const path = `${place}.components[${row}]`;
      const { source } = component;
      if (scheme && !scheme.components.some((each) => each.componentId === component.id))
        say(path, `${component.name} has no criteria in the mark scheme`);
      if ((source.kind === 'list' || source.kind === 'own choice') && source.min > source.max)
        say(`${path}.source.max`, 'the most is below the least');
      const ids =
        source.kind === 'list' ? source.pieceIds : source.kind === 'excerpt' ? [source.pieceId] : [];
      for (const id of ids) if (!pieceIds.has(id)) say(`${path}.source`, `no piece "${id}"`);
      for (const id of repeated(ids)) say(`${path}.source`, `"${id}" is listed twice`);
      if (source.kind === 'excerpt' && source.bars.from > source.bars.to)
        say(`${path}.source.bars`, 'the bars run backwards');
    });
    const ids = new Set(level.components.map((component) => component.id));
    level.rules.forEach((rule, row) => {
      const named =
        rule.kind === 'one from each'
          ? rule.componentIds
          : rule.kind === 'excerpt bars'
            ? [rule.componentId]
            : [];
      for (const id of named)
        if (!ids.has(id)) say(`${place}.rules[${row}]`, `the level has no component "${id}"`);
      if (
        (rule.kind === 'count' || rule.kind === 'time' || rule.kind === 'age') &&
        (rule.min ?? 0) > (rule.max ?? Infinity)
      )
        say(`${place}.rules[${row}].max`, 'the most is below the least');
    });
  });
  return problems;
}

const repeated = (ids: readonly string[]) => [...new Set(ids.filter((id, at) => ids.indexOf(id) !== at))];
