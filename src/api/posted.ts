import type { APIRoute } from 'astro';
import type { Answered, Question } from './answers';
import { problem } from './problem';
import { readBytes } from './read-bytes';

/** Largest bodies in bytes. Larger ones are answered 413 without being read to the end. */
const JSON_LIMIT = 2_000_000;
const LIMITS: Partial<
  Record<Question['name'], { readonly what: string; readonly bytes: number; readonly type: RegExp }>
> = {
  score: { what: 'score', bytes: 20_000_000, type: /./ },
  // A score and a recording.
  listen: { what: 'form', bytes: 30_000_000, type: /^multipart\/form-data\b/i },
};
const JSON_BODY = { what: 'body', bytes: JSON_LIMIT, type: /^application\/([\w.-]+\+)?json\b/i };

/** How the server has a question worked out: by its pool of threads. */
export type Ask = (question: Question) => Promise<Answered>;

/** Where there is no pool, as while the pages are being written, it is worked out here. */
const askHere: Ask = async (question) => (await import('./answers')).work(question);

/** The route of an answer to what is posted: reads the body under its limit and has it worked out. */
export const posted =
  (name: Question['name']): APIRoute =>
  async ({ request, locals }) => {
    const limit = LIMITS[name] ?? JSON_BODY;
    const type = request.headers.get('content-type') ?? '';
    if (type !== '' && !limit.type.test(type))
      return problem(415, limit === JSON_BODY ? 'The body must be JSON' : 'The body must be form data');
    const body = await readBytes(request, limit.bytes);
    if (body === 'too large') return problem(413, `The ${limit.what} is larger than ${limit.bytes} bytes`);
    // Nobody may be there to read it, and it is no fault of the server.
    if (body === 'cut short') return problem(400, 'The body ended too early');
    const { ask = askHere } = locals as { readonly ask?: Ask };
    const { status, headers, text } = await ask({
      name,
      body,
      query: new URL(request.url).search.slice(1),
      type,
    });
    return new Response(text, {
      status,
      headers: headers.map(([key, value]): [string, string] => [key, value]),
    });
  };

/** For the methods an address does not take. */
export const methodNotAllowed = (allowed: string) => (): Response =>
  problem(405, `This address takes ${allowed}`, [], { allow: allowed });
