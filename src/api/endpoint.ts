import { parseJson, validate, type Problem, type Shape } from '@/core/files';
import type { Result } from '@/core/result';
import { json, problem } from './problem';

/** Largest body in bytes. Larger ones are answered 413 without being read to the end. */
const BODY_LIMIT = 2_000_000;

type Handler = (context: { readonly request: Request }) => Promise<Response>;

/**
 * An endpoint that takes a JSON body.
 * @param shape - what the body must hold; problems are answered 422 with their places
 * @param answer - the answer, or problems with what a well-formed body says
 */
// The type is the shape's own; Yup cannot tell it.
// eslint-disable-next-line @typescript-eslint/no-unnecessary-type-parameters
export function endpoint<Body>(
  shape: Shape,
  answer: (body: Body) => Result<unknown, readonly Problem[]>,
): Handler {
  return async ({ request }) => {
    const type = request.headers.get('content-type') ?? '';
    if (type !== '' && !/^application\/([\w.-]+\+)?json\b/i.test(type))
      return problem(415, 'The body must be JSON');
    const bytes = await readBytes(request, BODY_LIMIT);
    if (bytes === 'too large') return problem(413, `The body is larger than ${BODY_LIMIT} bytes`);
    if (bytes === 'cut short') return CUT_SHORT();
    const parsed = parseJson(new TextDecoder().decode(bytes));
    if (!parsed.ok) return problem(400, 'The body is not JSON', parsed.why);
    const checked = validate<Body>(shape, parsed.value);
    if (!checked.ok) return problem(422, 'The body does not hold its form', checked.why);
    const answered = answer(checked.value);
    return answered.ok ? json(answered.value) : problem(422, 'The body cannot be answered', answered.why);
  };
}

/** For a body whose sender went away. Nobody may be there to read it, and it is no fault of the server. */
export const CUT_SHORT = (): Response => problem(400, 'The body ended too early');

/** The body whole. One that is larger than the limit is not read to the end. */
export async function readBytes(
  request: Request,
  limit: number,
): Promise<Uint8Array | 'too large' | 'cut short'> {
  if (Number(request.headers.get('content-length') ?? 0) > limit) return 'too large';
  const reader = request.body?.getReader();
  if (!reader) return new Uint8Array();
  const pieces: Uint8Array[] = [];
  let size = 0;
  for (;;) {
    const read = (await reader.read().catch(() => null)) as ReadableStreamReadResult<Uint8Array> | null;
    if (!read) return 'cut short';
    const { done, value } = read;
    if (done) break;
    size += value.byteLength;
    if (size > limit) {
      await reader.cancel();
      return 'too large';
    }
    pieces.push(value);
  }
  const bytes = new Uint8Array(size);
  let at = 0;
  for (const piece of pieces) {
    bytes.set(piece, at);
    at += piece.byteLength;
  }
  return bytes;
}

/** For the methods an address does not take. */
export const methodNotAllowed = (allowed: string) => (): Response =>
  problem(405, `This address takes ${allowed}`, [], { allow: allowed });
