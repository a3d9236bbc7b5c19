import { problemsOfRecord, recordKey, type StoredRecord } from '@/core/files';
import type { SetAside } from './binders';

/** Records whose data does not hold, each with what is wrong: the whole check, for the time after a studio is open. */
export const problemsIn = (records: readonly StoredRecord[]): SetAside[] =>
  records.flatMap((record) => {
    const problems = problemsOfRecord(record);
    return problems.length === 0 ? [] : [{ key: recordKey(record), value: record, problems }];
  });
