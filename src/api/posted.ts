import type { APIRoute } from 'astro';
import type { Answered, Question } from './answers';
import { problem } from './problem';
import { readBytes } from './read-bytes';

/** Largest bodies in bytes. Larger ones are answered 413 without being read to the end. */
const LIMITS = { json: 2_000_000, score: 20_000_000 } as const;

/** How the server has a question worked out: by its pool of threads. */
export type Ask = (question: Question) => Promise<Answered>;

/** Where there is no pool, as while the pages are being written, it is worked out here. */
const askHere: Ask = async (question) => (await import('./answers')).work(question);

/** The route of an answer to what is posted: reads the body under its limit and has it worked out. */
export const posted =
  (name: Question['name']): APIRoute =>
  async ({ request, locals }) => {
    const isScore = name === 'score';
    const limit = isScore ? LIMITS.score : LIMITS.json;
    const type = request.headers.get('content-type') ?? '';
    if (!isScore && type !== '' && !/^application\/([\w.-]+\+)?json\b/i.test(type))
      return problem(415, 'The body must be JSON');
    const body = await readBytes(request, limit);
    if (body === 'too large')
      return problem(413, `The ${isScore ? 'score' : 'body'} is larger than ${limit} bytes`);
    // Nobody may be there to read it, and it is no fault of the server.
    if (body === 'cut short') return problem(400, 'The body ended too early');
    const { ask = askHere } = locals as { readonly ask?: Ask };
    const { status, headers, text } = await ask({ name, body, query: new URL(request.url).search.slice(1) });
    return new Response(text, {
      status,
      headers: headers.map(([key, value]): [string, string] => [key, value]),
    });
  };

/** For the methods an address does not take. */
export const methodNotAllowed = (allowed: string) => (): Response =>
  problem(405, `This address takes ${allowed}`, [], { allow: allowed });
