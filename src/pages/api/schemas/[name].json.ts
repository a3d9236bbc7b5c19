import type { APIRoute } from 'astro';
import { methodNotAllowed, problem, SCHEMAS } from '@/api';
import { json } from '@/api/problem';

export const prerender = false;
export const GET: APIRoute = ({ params }) => {
  const { name = '' } = params;
  const schema = Object.hasOwn(SCHEMAS, name) ? SCHEMAS[name] : undefined;
  return schema ? json(schema, 200, 'application/schema+json') : problem(404, 'No such schema');
};
export const HEAD = GET;
export const ALL: APIRoute = methodNotAllowed('GET, HEAD');
