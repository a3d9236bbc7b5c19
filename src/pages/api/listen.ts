import type { APIRoute } from 'astro';
import { methodNotAllowed, posted } from '@/api';

export const prerender = false;
export const POST: APIRoute = posted('listen');
export const ALL: APIRoute = methodNotAllowed('POST');
