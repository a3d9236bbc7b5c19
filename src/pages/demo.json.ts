import type { APIRoute } from 'astro';
import { demoFile } from '@/demo';

/** The demo is worked out once, when the app is built: a browser lays out what stands in the file. */
export const GET: APIRoute = () => Response.json(demoFile());
