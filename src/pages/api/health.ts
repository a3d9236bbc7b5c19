import type { APIRoute } from 'astro';
import { methodNotAllowed } from '@/api';
import { json } from '@/api/problem';

export const prerender = false;
export const GET: APIRoute = () => json({ status: 'ok' });
export const HEAD = GET;
export const ALL: APIRoute = methodNotAllowed('GET, HEAD');
