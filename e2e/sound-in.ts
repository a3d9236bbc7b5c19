import { readFileSync } from 'node:fs';
import { readWav, type Sound } from '@/core/listening';

/** The sound of a WAV file that was saved. */
export function soundIn(path: string): Sound {
  const sound = readWav(Uint8Array.from(readFileSync(path)));
  if (!sound.ok) throw new Error(`${path} is no WAV`);
  return sound.value;
}
