import { KINDS, NO_STUDIO, withRecords, type Studio } from '@/core/files';
import { Binders } from './binders';
import { entryKey, HEAD, headOf, isEntry } from './entry';
import type { Kv } from './kv';

/**
 * A studio as the browser keeps it, read beside the page that has it open: nothing is written and nobody waits. What was
 * kept while it was read is in it; what is kept later must be told.
 */
export async function readStudio(kv: Kv): Promise<Studio> {
  for (;;) {
    const head = headOf(await kv.get('journal', HEAD));
    const binders = new Binders(KINDS);
    for (const [name, value] of await kv.all('binders')) binders.read(name, value);
    let seq = head.applied + 1;
    for (; ; seq += 1) {
      const entry = await kv.get('journal', entryKey(seq));
      if (!isEntry(entry, seq)) break;
      binders.take(entry.changes, entry.empties);
    }
    // Entries that were not seen may be gone by now: then their binders have been written since.
    const after = headOf(await kv.get('journal', HEAD));
    if (after.base <= seq) return withRecords(NO_STUDIO, binders.records.values());
  }
}
