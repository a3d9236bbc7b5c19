import type { NowStands } from '@/core/files';
import type { Which } from './which';

/** Records as they stand after a change; "all" when so much is new that it had better be read again. */
export type FedRecords = readonly NowStands[] | 'all';
type HearRecords = (which: Which, records: FedRecords) => void;

/** More changes than this at once are read again rather than told one by one; our choice. */
const MANY = 500;

const listeners = new Set<HearRecords>();

/** Hears of every change of the open studio, before the page is drawn anew. */
export function subscribeRecords(listener: HearRecords): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function tellRecords(which: Which, records: FedRecords): void {
  const few = records !== 'all' && records.length <= MANY ? records : 'all';
  for (const listener of listeners) listener(which, few);
}
