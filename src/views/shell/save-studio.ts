import { exportStudio, type ReadyState } from '@/store';
import { fileName, saveFile } from './save-file';

/**
 * The studio file, saved.
 * @param passphrase - empty for a file anybody can open
 */
export async function saveStudio(
  { which, now, studio }: Pick<ReadyState, 'which' | 'now' | 'studio'>,
  passphrase: string,
): Promise<void> {
  const file = await exportStudio(which, now.day, passphrase);
  const isOpen = passphrase === '';
  saveFile(
    fileName(
      [which === 'demo' ? 'Demo studio' : studio.settings.teacher || 'Studio', now.day],
      isOpen ? 'studio.zip' : 'studio.json',
    ),
    file,
    isOpen ? 'application/zip' : 'application/json',
  );
}
