import type { Piece } from '../repertoire';
import { problemsOfSet, type RequirementSet } from '../requirements';
import { ok, refuse, type Result } from '../result';
import { list, object, oneOf, whole } from './shape';
import { pieceShape, setShape } from './shapes';
import { parseJson, validate, pointerOf, type Problem } from './validate';

/** A requirement set with the pieces its lists name. */
export interface RequirementFile {
  readonly format: 'formal-stave-requirement';
  readonly version: 1;
  readonly set: RequirementSet;
  readonly pieces: readonly Piece[];
}

export const requirementFileShape = object({
  format: oneOf(['formal-stave-requirement']),
  version: whole(1, 1),
  set: setShape,
  pieces: list(pieceShape, 10_000),
});

/** Checks a value: its form first, then what its names and dates say. Every problem has its place. */
export function readRequirementFile(value: unknown): Result<RequirementFile, readonly Problem[]> {
  const formed = validate<RequirementFile>(requirementFileShape, value);
  if (!formed.ok) return formed;
  const ids = formed.value.pieces.map((piece) => piece.id);
  const twice = ids.findIndex((each, at) => ids.indexOf(each) !== at);
  if (twice >= 0)
    return refuse([{ pointer: `/pieces/${twice}/id`, message: `"${ids[twice] ?? ''}" stands twice` }]);
  const problems = problemsOfSet(formed.value.set, new Set(ids));
  return problems.length === 0
    ? ok(formed.value)
    : refuse(problems.map(({ path, message }) => ({ pointer: `/set${pointerOf(path)}`, message })));
}

export function parseRequirementFile(source: string): Result<RequirementFile, readonly Problem[]> {
  const json = parseJson(source);
  return json.ok ? readRequirementFile(json.value) : json;
}

/** The file's text, for people too: indented, pieces in the order of the lists. */
export function formatRequirementFile(set: RequirementSet, pieces: ReadonlyMap<string, Piece>): string {
  const ids = set.levels.flatMap((level) =>
    level.components.flatMap(({ source }) =>
      source.kind === 'list' ? source.pieceIds : source.kind === 'excerpt' ? [source.pieceId] : [],
    ),
  );
  const named = [...new Set(ids)].flatMap((each) => pieces.get(each) ?? []);
  const file: RequirementFile = { format: 'formal-stave-requirement', version: 1, set, pieces: named };
  return `${JSON.stringify(file, null, 2)}\n`;
}
