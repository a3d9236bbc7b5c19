import { WORKER_NAME } from './worker-name';
import { databaseName, subscribeRecords, type FedRecords } from '@/store';
import { feed } from './job';

/** What the worker that holds the studio is told: records as they stand, or that it must read them anew. */
export interface StudioFeed {
  /** Name of the databases. */
  readonly of: string;
  readonly records: FedRecords;
}

export const startStudio = () =>
  new Worker(new URL('./studio.worker.ts', import.meta.url), { type: 'module', name: WORKER_NAME });

let fed = false;
/** Tells the worker of every change from now on. */
export function feedStudio(): void {
  if (fed) return;
  fed = true;
  subscribeRecords((which, records) =>
    feed(startStudio, { of: databaseName(which), records } satisfies StudioFeed),
  );
}
