import { readRecord, recordKey, type StoredRecord } from '@/core/files';
import type { SetAside } from './binders';

/** Records whose data does not hold, each with what is wrong: the whole check, for the time after a studio is open. */
export const problemsIn = (records: readonly StoredRecord[]): SetAside[] =>
  records.flatMap((record) => {
    const read = readRecord(record);
    return read.ok ? [] : [{ key: recordKey(record), value: record, problems: read.why }];
  });
