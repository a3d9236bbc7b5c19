import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import type { CalendarDay } from '../time';
import { ok, refuse, type Result } from '../result';
import { textId } from './attached';
import type { StoredRecord } from './records';
import { formatStudioFile, parseStudioFile, type StudioFile } from './studio-file';
import type { Problem } from './validate';

/** Unpacked, in bytes: more than any studio has, and less than would hold the browser up. */
const MOST = 600_000_000;
const RECORDS = 'studio.json';
const TEXT = /^texts\/([0-9a-f]{64})\.musicxml$/;

/** Packed as the records of a large studio shrink to a tenth while nobody waits. */
const LEVEL = 3;

/** A whole studio as a zip: its records, and each text that stands apart from them in a file of its own. */
export function packStudioFile(
  records: readonly StoredRecord[],
  texts: ReadonlyMap<string, string>,
  exportedOn: CalendarDay,
): Uint8Array<ArrayBuffer> {
  const files = {
    [RECORDS]: strToU8(formatStudioFile(records, exportedOn)),
    ...Object.fromEntries([...texts].map(([id, text]) => [`texts/${id}.musicxml`, strToU8(text)])),
  };
  return zipSync(files, { level: LEVEL });
}

export const isZip = (bytes: Uint8Array): boolean => bytes[0] === 0x50 && bytes[1] === 0x4b;

/** A studio file of any form: packed, or the bare records of earlier ones with their texts inside. Checked whole. */
export function openStudioFile(bytes: Uint8Array): Result<StudioFile, readonly Problem[]> {
  if (!isZip(bytes)) return parseStudioFile(strFromU8(bytes));
  const unpacked = unpack(bytes);
  if (!unpacked.ok) return unpacked;
  const { [RECORDS]: inside, ...others } = unpacked.value;
  if (!inside) return refuse([{ pointer: '', message: `not a studio file: there is no ${RECORDS} in it` }]);
  const file = parseStudioFile(strFromU8(inside));
  if (!file.ok) return file;
  const texts = new Map(file.value.texts);
  for (const [name, content] of Object.entries(others)) {
    const text = strFromU8(content);
    const id = TEXT.exec(name)?.[1] ?? '';
    if (textId(text) !== id)
      return refuse([{ pointer: `/${name}`, message: 'was changed or cut: it is not what its name says' }]);
    texts.set(id, text);
  }
  return ok({ ...file.value, texts });
}

function unpack(bytes: Uint8Array): Result<Readonly<Record<string, Uint8Array>>, readonly Problem[]> {
  let size = 0;
  try {
    const files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        if (name !== RECORDS && !TEXT.test(name)) return false;
        size += originalSize;
        return size <= MOST;
      },
    });
    return size <= MOST
      ? ok(files)
      : refuse([{ pointer: '', message: 'unpacks to more than any studio holds' }]);
  } catch {
    return refuse([{ pointer: '', message: 'not a studio file: the file was changed or cut' }]);
  }
}
