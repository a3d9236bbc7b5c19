import { inject } from 'vitest';

/** What the API answers to a body. */
export const post = async (
  path: string,
  body: unknown,
  headers: Record<string, string> = { 'content-type': 'application/json' },
) => {
  const response = await fetch(inject('baseUrl') + path, {
    method: 'POST',
    headers,
    body: typeof body === 'string' ? body : JSON.stringify(body),
  });
  return {
    status: response.status,
    type: response.headers.get('content-type') ?? '',
    body: (await response.json()) as Record<string, unknown>,
  };
};
