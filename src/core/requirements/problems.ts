import { inTerms } from '../terms';
import { problemsOfScheme } from '../marks';
import { choiceCount, choosesPieces, listedPieces } from './requirement-set';
import { problemsOfRule, withInner } from './rules';
import type { RequirementSet } from './with-rules';

export interface SetProblem {
  /** Where, as a path into the set: `levels[2].components[0].source`. */
  readonly path: string;
  readonly message: string;
}

/**
 * What a well-formed set still has wrong: names that lead nowhere, dates that run backwards, sums that
 * cannot be reached. Empty when it is sound.
 * @param pieceIds - the pieces that come with the set or are in the library; null where they are not at hand, and then
 *   no piece is missed
 */
export function problemsOfSet(set: RequirementSet, pieceIds: ReadonlySet<string> | null): SetProblem[] {
  const problems: SetProblem[] = [];
  const say = (path: string, message: string) => problems.push({ path, message });
  const { edition } = set;
  if (edition.from > edition.to) say('edition.to', 'the edition ends before it begins');
  if (edition.overlapTo !== null && edition.overlapTo < edition.to)
    say('edition.overlapTo', 'the overlap ends before the edition does');
  if (set.tempoBands && set.tempoBands.slowBelow > set.tempoBands.fastFrom)
    say('tempoBands.fastFrom', 'a tempo would be slow and fast at once');
  for (const [path, ids] of [
    ['levels', set.levels.map((level) => level.id)],
    ['sessions', set.sessions.map((session) => session.id)],
    ['schemes', set.schemes.map((scheme) => scheme.id)],
  ] as const)
    for (const id of repeated(ids)) say(path, `"${id}" appears twice`);
  set.catalogue.forEach(({ pieceId }, at) => {
    if (pieceIds && !pieceIds.has(pieceId)) say(`catalogue[${at}]`, `no piece "${pieceId}"`);
  });
  for (const id of repeated(set.catalogue.map(({ pieceId }) => pieceId)))
    say('catalogue', `"${id}" is graded twice`);
  set.sessions.forEach((session, at) => {
    const { day, entryOpens, entryCloses, late } = session;
    if (entryCloses !== null && entryCloses > day)
      say(`sessions[${at}].entryCloses`, 'entry closes after the session');
    if (entryOpens !== null && entryOpens > (entryCloses ?? day))
      say(`sessions[${at}].entryOpens`, 'entry opens after it closes');
    if (late !== null && (entryCloses === null || late.until < entryCloses || late.until > day))
      say(`sessions[${at}].late.until`, 'late entry is not between the closing date and the session');
  });
  (set.earlierSchemes ?? []).forEach(({ id, version }, at) => {
    const isVersion = (each: { id: string; version: number }) => each.id === id && each.version === version;
    if ([...set.schemes, ...(set.earlierSchemes ?? []).slice(0, at)].some(isVersion))
      say(`earlierSchemes[${at}].version`, `version ${version} of "${id}" appears twice`);
  });
  set.schemes.forEach((scheme, at) => {
    for (const problem of problemsOfScheme(scheme)) say(`schemes[${at}].${problem.path}`, problem.message);
  });
  set.levels.forEach((level, at) => {
    const place = `levels[${at}]`;
    const scheme = set.schemes.find((each) => each.id === level.schemeId);
    if (!scheme) say(`${place}.schemeId`, `no scheme "${level.schemeId}"`);
    for (const id of repeated(level.components.map((component) => component.id)))
      say(`${place}.components`, `"${id}" appears twice`);
    for (const id of repeated(level.rules.flatMap(withInner).map((rule) => rule.id)))
      say(`${place}.rules`, `"${id}" appears twice`);
    level.components.forEach((component, row) => {
      const path = `${place}.components[${row}]`;
      const { source } = component;
      if (scheme && !scheme.components.some((each) => each.componentId === component.id))
        say(path, `${component.name} has no criteria in the mark scheme`);
      if (choosesPieces(component) && choiceCount(component).min > choiceCount(component).max)
        say(`${path}.source.max`, 'the most is below the least');
      const ids =
        source.kind === 'list' ? source.pieceIds : source.kind === 'excerpt' ? [source.pieceId] : [];
      for (const id of ids) if (pieceIds && !pieceIds.has(id)) say(`${path}.source`, `no piece "${id}"`);
      for (const id of repeated(ids)) say(`${path}.source`, `"${id}" is listed twice`);
      if (source.kind === 'catalogue' && (listedPieces(component, set) ?? []).length === 0)
        say(`${path}.source`, `the catalogue has no piece graded ${source.fromRank} to ${source.toRank}`);
      if (source.kind === 'scales') {
        for (const id of repeated(source.rows.map((each) => each.id)))
          say(`${path}.source.rows`, `"${id}" appears twice`);
        if (source.drawn > source.rows.length)
          say(`${path}.source.drawn`, `${source.drawn} drawn of ${source.rows.length} rows`);
      }
      if (source.kind === 'excerpt' && source.bars.from > source.bars.to)
        say(`${path}.source.bars`, inTerms('the bars run backwards'));
    });
    level.rules.forEach((rule, row) =>
      problemsOfRule(rule, level, (path, message) => say(`${place}.rules[${row}]${path}`, message)),
    );
  });
  return problems;
}

const repeated = (ids: readonly string[]) => [...new Set(ids.filter((id, at) => ids.indexOf(id) !== at))];
