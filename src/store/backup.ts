import {
  KINDS,
  loadWords,
  openStudioFile,
  packStudioFile,
  previewMerge,
  type Kind,
  type MergePreview,
  type Problem,
  type StoredRecord,
} from '@/core/files';
import type { CalendarDay } from '@/core/time';
import { isSealed, readSealed, seal, unseal } from './encryption';
import { attached, currentRecords, takeRecords } from './studio-store';

/** The studio file, sealed when there is a passphrase. */
export async function exportStudio(today: CalendarDay, passphrase: string): Promise<Uint8Array<ArrayBuffer>> {
  const records = currentRecords();
  const texts = new Map<string, string>();
  for (const { kind, data } of records)
    for (const id of (KINDS[kind] as Kind).attached?.(data) ?? []) {
      const text = await attached(id);
      if (typeof text === 'string') texts.set(id, text);
    }
  const plain = packStudioFile(records, texts, today);
  const file = passphrase === '' ? plain : new TextEncoder().encode(await seal(plain, passphrase));
  return file;
}

export type ImportPreview =
  | { readonly kind: 'locked'; readonly tried: boolean }
  | { readonly kind: 'refused'; readonly problems: readonly Problem[] }
  | {
      readonly kind: 'preview';
      readonly exportedOn: CalendarDay;
      readonly merge: MergePreview;
      /** What stands apart from the records of the file, by id. */
      readonly texts: ReadonlyMap<string, string>;
    };

/** What a studio file would change; nothing is changed yet. */
export async function importPreview(
  source: Uint8Array<ArrayBuffer>,
  passphrase: string,
): Promise<ImportPreview> {
  await loadWords();
  let plain: Uint8Array | null = source;
  if (isSealed(source)) {
    const file = readSealed(new TextDecoder().decode(source));
    if (!file.ok) return { kind: 'refused', problems: file.why };
    if (passphrase === '') return { kind: 'locked', tried: false };
    plain = await unseal(file.value, passphrase);
    if (plain === null) return { kind: 'locked', tried: true };
  }
  const file = openStudioFile(plain);
  if (!file.ok) return { kind: 'refused', problems: file.why };
  return {
    kind: 'preview',
    exportedOn: file.value.exportedOn,
    merge: previewMerge(currentRecords(), file.value.records),
    texts: file.value.texts,
  };
}

/** Takes what the preview showed, and of the conflicts those named by key from the file. One undoable action. */
export async function takeImport(
  merge: MergePreview,
  texts: ReadonlyMap<string, string>,
  fromFile: ReadonlySet<string>,
): Promise<boolean> {
  const chosen: StoredRecord[] = [
    ...merge.add,
    ...merge.update.map((each) => each.theirs),
    ...merge.conflicts
      .filter(({ theirs }) => fromFile.has(`${theirs.kind}/${theirs.id}`))
      .map((each) => each.theirs),
  ];
  return takeRecords('import the studio file', chosen, texts);
}
