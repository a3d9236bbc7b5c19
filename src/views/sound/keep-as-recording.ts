import { writeWav } from '@/core/listening';
import { fileName, saveFile } from '../shell/save-file';
import { say } from '../shell/say';
import { render, type Track } from './player';

/**
 * Hands a track to the browser as a recording to be saved; says so where that cannot be.
 * @param name - parts of the name of its file
 */
export async function keepAsRecording(track: Track, name: readonly (string | undefined)[]): Promise<void> {
  try {
    const bytes = writeWav(await render(track));
    saveFile(fileName(name, 'wav'), Uint8Array.from(bytes), 'audio/wav');
  } catch {
    say('It could not be saved: this browser makes no recording of that length.');
  }
}
