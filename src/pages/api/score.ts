import type { APIRoute } from 'astro';
import { methodNotAllowed, scoreAnswer } from '@/api';

export const prerender = false;

export const POST: APIRoute = ({ request }) => scoreAnswer(request);
export const ALL: APIRoute = methodNotAllowed('POST');
