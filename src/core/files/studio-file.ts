import { ok, refuse, type Result } from '../result';
import { supersedeProblem, supersedeWords, type MarkSheet } from '../marks';
import type { CalendarDay } from '../time';
import { textId } from './attached';
import { readRecord, recordKey, type StoredRecord } from './records';
import { problemsOfOwnSkills } from './whole-check';
import { anyObject, list, matching, object, oneOf, text, whole } from '../shape';
import { newerVersion, parseJson, validate, type Problem } from './validate';

/** A whole studio. `checksum` is the SHA-256 of the records as written here. */
interface WrittenFile {
  readonly format: 'formal-stave-studio';
  readonly version: 1;
  readonly exportedOn: CalendarDay;
  readonly checksum: string;
  readonly records: readonly StoredRecord[];
}
/** A studio file as it is read: its records as they are today, and what stands apart from them, by id. */
export interface StudioFile extends WrittenFile {
  readonly texts: ReadonlyMap<string, string>;
}

const studioFileOuter = object({
  format: oneOf(['formal-stave-studio']),
  version: whole(1, 1),
  exportedOn: matching(/^\d{4}-\d{2}-\d{2}$/, 'a day as 2027-01-20'),
  checksum: text(64, 64),
  records: list(anyObject, 500_000),
});

export const checksumOf = (records: readonly StoredRecord[]): string => textId(JSON.stringify(records));

/** Records in the order of their keys, so that equal studios give equal files. */
export function formatStudioFile(records: readonly StoredRecord[], exportedOn: CalendarDay): string {
  const sorted = [...records].sort((a, b) => (recordKey(a) < recordKey(b) ? -1 : 1));
  const file: WrittenFile = {
    format: 'formal-stave-studio',
    version: 1,
    exportedOn,
    checksum: checksumOf(sorted),
    records: sorted,
  };
  return `${JSON.stringify(file)}\n`;
}

/** The file, checked whole: form, checksum, every record. A file with one bad record is refused, with its place. */
export function parseStudioFile(source: string): Result<StudioFile, readonly Problem[]> {
  const json = parseJson(source);
  if (!json.ok) return json;
  const newer = newerVersion(json.value, 'formal-stave-studio', 1);
  if (newer) return refuse([newer]);
  const formed = validate<WrittenFile>(studioFileOuter, json.value);
  if (!formed.ok) return formed;
  const problems: Problem[] = [];
  const seen = new Set<string>();
  const texts = new Map<string, string>();
  const records = formed.value.records.flatMap((value, at) => {
    const read = readRecord(value, { apart: texts });
    if (!read.ok) {
      problems.push(...read.why.map((each) => ({ ...each, pointer: `/records/${at}${each.pointer}` })));
      return [];
    }
    const key = recordKey(read.value);
    if (seen.has(key)) problems.push({ pointer: `/records/${at}/id`, message: `${key} appears twice` });
    seen.add(key);
    problems.push(
      ...problemsOfOwnSkills(read.value).map((each) => ({
        ...each,
        pointer: `/records/${at}${each.pointer}`,
      })),
    );
    return [read.value];
  });
  const sheets = new Map(
    records.flatMap(({ kind, data }) => (kind === 'sheet' ? [[data.id, data as MarkSheet] as const] : [])),
  );
  records.forEach(({ kind, data }, at) => {
    const why = kind === 'sheet' ? supersedeProblem(data as MarkSheet, sheets) : null;
    if (why) problems.push({ pointer: `/records/${at}/data/supersedes`, message: supersedeWords[why] });
  });
  if (problems.length > 0) return refuse(problems.slice(0, 50));
  if (checksumOf(formed.value.records) !== formed.value.checksum)
    return refuse([
      { pointer: '/checksum', message: 'does not fit the records: the file was changed or cut' },
    ]);
  return ok({ ...formed.value, records, texts });
}
