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
    const text = await readBody(request);
    if (text === null) return problem(413, `The body is larger than ${BODY_LIMIT} bytes`);
    const parsed = parseJson(text);
    if (!parsed.ok) return problem(400, 'The body is not JSON', parsed.why);
    const checked = validate<Body>(shape, parsed.value);
    if (!checked.ok) return problem(422, 'The body does not hold its form', checked.why);
    const answered = answer(checked.value);
    return answered.ok ? json(answered.value) : problem(422, 'The body cannot be answered', answered.why);
  };
}

async function readBody(request: Request): Promise<string | null> {
  if (Number(request.headers.get('content-length') ?? 0) > BODY_LIMIT) return null;
  const reader = request.body?.getReader();
  if (!reader) return '';
  const decoder = new TextDecoder();
  let text = '';
  let size = 0;
  for (;;) {
    const { done, value } = (await reader.read()) as ReadableStreamReadResult<Uint8Array>;
    if (done) return text + decoder.decode();
    size += value.byteLength;
    if (size > BODY_LIMIT) {
      await reader.cancel();
      return null;
    }
    text += decoder.decode(value, { stream: true });
  }
}

/** For the methods an address does not take. */
export const methodNotAllowed = (allowed: string) => (): Response =>
  problem(405, `This address takes ${allowed}`, [], { allow: allowed });
