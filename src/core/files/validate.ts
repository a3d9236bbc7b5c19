import { ok, refuse, type Result } from '../result';
import type { Shape, Words } from '../shape';

/** One thing wrong with a file or a body, and where. */
export interface Problem {
  /** JSON pointer (RFC 6901): "/set/levels/2/name"; "" is the whole. */
  readonly pointer: string;
  readonly message: string;
}

/** Most problems named at once; the rest are counted by the caller's length check. */
const MOST = 50;

/** "levels[2].name" as "/levels/2/name". */
export function pointerOf(path: string | undefined): string {
  const parts = [...(path ?? '').matchAll(/\["((?:[^"\\]|\\.)*)"\]|\[(\d+)\]|([^.[\]]+)/g)];
  return parts
    .map((part) => `/${(part[1] ?? part[2] ?? part[3] ?? '').replace(/~/g, '~0').replace(/\//g, '~1')}`)
    .join('');
}

let words: Words | null = null;
/** Hands in what says in words why something is refused. */
export const takeWords = (these: Words): void => {
  words = these;
};
/** Loads it. Before it is there, only what holds can be read. */
export async function loadWords(): Promise<void> {
  words ??= await import('yup');
}
/** Something does not hold, and what says why is not loaded yet: load it and ask again. */
export class WordsMissing extends Error {
  override readonly message = 'what says why something does not hold is not loaded';
}

/**
 * The value itself when the shape holds, else every problem found (at most 50), each with its place.
 * @throws WordsMissing where it does not hold and `loadWords` was not waited for
 */
export function validate<T>(shape: Shape, value: unknown): Result<T, readonly Problem[]> {
  if (shape.fits(value)) return ok(value as T);
  if (!words) throw new WordsMissing();
  try {
    shape.yup(words).validateSync(value, { abortEarly: false, strict: true });
    return ok(value as T);
  } catch (error) {
    if (!(error instanceof words.ValidationError)) throw error;
    const problems = (error.inner.length > 0 ? error.inner : [error]).map((each) => ({
      pointer: pointerOf(each.path),
      message: each.errors[0] ?? each.message,
    }));
    return refuse(problems.slice(0, MOST));
  }
}

/**
 * Whether a file of the given format says that it is of a later version than this program knows; its form is then not
 * looked at, since it may be another one.
 */
export function newerVersion(value: unknown, format: string, known: number): Problem | null {
  const file = value as { format?: unknown; version?: unknown } | null;
  if (typeof file !== 'object' || file?.format !== format) return null;
  return typeof file.version === 'number' && file.version > known
    ? {
        pointer: '/version',
        message: `was made by a newer Formal Stave (file version ${file.version}; this one reads up to ${known}): update, then open it again`,
      }
    : null;
}

/** Text to a JSON value; the problem names line and column where the parser tells a place. */
export function parseJson(source: string): Result<unknown, readonly Problem[]> {
  try {
    return ok(JSON.parse(source) as unknown);
  } catch (error) {
    const message = error instanceof Error ? error.message : 'not JSON';
    const at = /position (\d+)/.exec(message);
    const before = at ? source.slice(0, Number(at[1])) : '';
    const line = before.split('\n').length;
    const column = before.length - before.lastIndexOf('\n');
    return refuse([
      {
        pointer: '',
        message: at
          ? `not JSON: line ${line}, column ${column}`
          : 'not JSON: the text ends too early or is empty',
      },
    ]);
  }
}
