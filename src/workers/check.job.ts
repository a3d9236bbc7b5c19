import { WORKER_NAME } from './worker-name';
import type { SetAside } from '@/store/binders';
import { defineJob } from './job';

/** All data of a studio this browser keeps, by the name of its databases; tells how much is checked, 0 to 1. */
export const check = defineJob<string, number, readonly SetAside[], never>('check', {
  start: () =>
    new Worker(new URL('./check.worker.ts', import.meta.url), { type: 'module', name: WORKER_NAME }),
  limit: 30_000,
  keepAlive: false,
});
