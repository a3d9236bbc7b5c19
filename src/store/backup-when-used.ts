import type { MergePreview } from '@/core/files';
import { isCalendarDay, type CalendarDay } from '@/core/time';
import type { ImportPreview } from './backup';
import type { Which } from './which';

/** Packing, sealing and comparing whole studios is loaded when a studio file is saved or taken in. */
const backup = () => import('./backup');

const BACKED_UP = (which: Which) => `formal-stave.backed-up.${which}`;

/** The day the studio file was last saved. */
export function lastBackup(which: Which): CalendarDay | null {
  const day = localStorage.getItem(BACKED_UP(which));
  return day !== null && isCalendarDay(day) ? day : null;
}

/** The studio file, sealed when there is a passphrase; remembers the day. */
export async function exportStudio(
  which: Which,
  today: CalendarDay,
  passphrase: string,
): Promise<Uint8Array<ArrayBuffer>> {
  const file = await (await backup()).exportStudio(today, passphrase);
  localStorage.setItem(BACKED_UP(which), today);
  return file;
}

/** What a studio file would change; nothing is changed yet. */
export const importPreview = async (
  source: Uint8Array<ArrayBuffer>,
  passphrase: string,
): Promise<ImportPreview> => (await backup()).importPreview(source, passphrase);

/** Takes what the preview showed, and of the conflicts those named by key from the file. One undoable action. */
export const takeImport = async (
  merge: MergePreview,
  texts: ReadonlyMap<string, string>,
  fromFile: ReadonlySet<string>,
): Promise<boolean> => (await backup()).takeImport(merge, texts, fromFile);
