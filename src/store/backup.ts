import {
  formatStudioFile,
  parseStudioFile,
  previewMerge,
  type MergePreview,
  type Problem,
  type StoredRecord,
} from '@/core/files';
import { isCalendarDay, type CalendarDay } from '@/core/time';
import { isSealed, readSealed, seal, unseal } from './encryption';
import { currentRecords, takeRecords, type Which } from './studio-store';

const BACKED_UP = (which: Which) => `formal-stave.backed-up.${which}`;

export function lastBackup(which: Which): CalendarDay | null {
  const day = localStorage.getItem(BACKED_UP(which));
  return day !== null && isCalendarDay(day) ? day : null;
}

/** The studio file as text, sealed when there is a passphrase; remembers the day. */
export async function exportStudio(which: Which, today: CalendarDay, passphrase: string): Promise<string> {
  const plain = formatStudioFile(currentRecords(), today);
  const file = passphrase === '' ? plain : await seal(plain, passphrase);
  localStorage.setItem(BACKED_UP(which), today);
  return file;
}

export type ImportPreview =
  | { readonly kind: 'locked'; readonly tried: boolean }
  | { readonly kind: 'refused'; readonly problems: readonly Problem[] }
  | { readonly kind: 'preview'; readonly exportedOn: CalendarDay; readonly merge: MergePreview };

/** What a studio file would change; nothing is changed yet. */
export async function importPreview(source: string, passphrase: string): Promise<ImportPreview> {
  let plain: string | null = source;
  if (isSealed(source)) {
    const file = readSealed(source);
    if (!file.ok) return { kind: 'refused', problems: file.why };
    if (passphrase === '') return { kind: 'locked', tried: false };
    plain = await unseal(file.value, passphrase);
    if (plain === null) return { kind: 'locked', tried: true };
  }
  const file = parseStudioFile(plain);
  if (!file.ok) return { kind: 'refused', problems: file.why };
  return {
    kind: 'preview',
    exportedOn: file.value.exportedOn,
    merge: previewMerge(currentRecords(), file.value.records),
  };
}

/** Takes what the preview showed, and of the conflicts those named by key from the file. One undoable action. */
export async function takeImport(merge: MergePreview, fromFile: ReadonlySet<string>): Promise<boolean> {
  const chosen: StoredRecord[] = [
    ...merge.add,
    ...merge.update.map((each) => each.theirs),
    ...merge.conflicts
      .filter(({ theirs }) => fromFile.has(`${theirs.kind}/${theirs.id}`))
      .map((each) => each.theirs),
  ];
  return takeRecords('import the studio file', chosen);
}
