import type { Problem } from '@/core/files';

const HEADERS = { 'cache-control': 'no-store', 'x-content-type-options': 'nosniff' };

export const json = (body: unknown, status = 200, type = 'application/json'): Response =>
  new Response(JSON.stringify(body), {
    status,
    headers: { ...HEADERS, 'content-type': `${type}; charset=utf-8` },
  });

/** RFC 9457 problem details; `errors` name each place by JSON pointer, `more` are members of the document's own. */
export function problem(
  status: number,
  title: string,
  errors: readonly Problem[] = [],
  headers: Readonly<Record<string, string>> = {},
  more: Readonly<Record<string, unknown>> = {},
): Response {
  const body = {
    type: 'about:blank',
    title,
    status,
    ...(errors.length > 0
      ? {
          detail: errors[0]?.message,
          errors: errors.map(({ pointer, message }) => ({ pointer: `#${pointer}`, detail: message })),
        }
      : {}),
    ...more,
  };
  const response = json(body, status, 'application/problem+json');
  for (const [name, value] of Object.entries(headers)) response.headers.set(name, value);
  return response;
}
