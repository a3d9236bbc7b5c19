import type { APIRoute } from 'astro';
import { problem } from '@/api';

export const prerender = false;
export const ALL: APIRoute = () => problem(404, 'No such address');
