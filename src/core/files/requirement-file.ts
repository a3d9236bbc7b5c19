import { omit, type Piece } from '../repertoire';
import { namedPieces, problemsOfSet, type RequirementSet } from '../requirements';
import { ok, refuse, type Result } from '../result';
import { list, object, oneOf, whole } from '../shape';
import { setTo2 } from './migrations';
import { setShape } from './set-shape';
import { pieceShape } from './shapes';
import { newerVersion, parseJson, validate, pointerOf, type Problem } from './validate';

/** A requirement set with the pieces its lists name. */
export interface RequirementFile {
  readonly format: 'formal-stave-requirement';
  readonly version: 2;
  readonly set: RequirementSet;
  readonly pieces: readonly Piece[];
}

export const requirementFileShape = object({
  format: oneOf(['formal-stave-requirement']),
  version: whole(2, 2),
  set: setShape,
  pieces: list(pieceShape, 10_000),
});

/** A file of an earlier version in today's form; anything else as it is. */
function renewed(value: unknown): unknown {
  const file = value as { version?: unknown; set?: unknown } | null;
  return typeof file === 'object' && file?.version === 1
    ? { ...file, version: 2, set: setTo2(file.set) }
    : value;
}

/** Checks a value: its form first, then what its names and dates say. Every problem has its place. */
export function readRequirementFile(value: unknown): Result<RequirementFile, readonly Problem[]> {
  const newer = newerVersion(value, 'formal-stave-requirement', 2);
  if (newer) return refuse([newer]);
  const formed = validate<RequirementFile>(requirementFileShape, renewed(value));
  if (!formed.ok) return formed;
  const ids = formed.value.pieces.map((piece) => piece.id);
  const twice = ids.findIndex((each, at) => ids.indexOf(each) !== at);
  if (twice >= 0)
    return refuse([{ pointer: `/pieces/${twice}/id`, message: `"${ids[twice] ?? ''}" appears twice` }]);
  const problems = problemsOfSet(formed.value.set, new Set(ids));
  return problems.length === 0
    ? ok(formed.value)
    : refuse(problems.map(({ path, message }) => ({ pointer: `/set${pointerOf(path)}`, message })));
}

export function parseRequirementFile(source: string): Result<RequirementFile, readonly Problem[]> {
  const json = parseJson(source);
  return json.ok ? readRequirementFile(json.value) : json;
}

/** The file's text, for people too: indented, pieces in the order of the lists; what is the studio's own stays out. */
export function formatRequirementFile(set: RequirementSet, pieces: ReadonlyMap<string, Piece>): string {
  const ids = namedPieces(set);
  const named = [...new Set(ids)].flatMap((each) => {
    const piece = pieces.get(each);
    return piece ? [omit(piece, 'scoreId', 'work', 'notes')] : [];
  });
  const file: RequirementFile = { format: 'formal-stave-requirement', version: 2, set, pieces: named };
  return `${JSON.stringify(file, null, 2)}\n`;
}
