import {
  bestTake,
  checkTake,
  countTake,
  writeWav,
  type TakeCheck,
  type TakeCount,
  type TakeSound,
} from '@/core/listening';
import { formatBars } from '@/core/music';
import { recordingAsked, type AskedOfTake } from '@/core/register';
import { inTerms } from '@/core/terms';
import type { CalendarDay } from '@/core/time';
import type { Take } from '@/store';

/** A take with what it was held against. */
export interface LookedAtTake {
  readonly take: Take;
  readonly checks: readonly TakeCheck[];
  readonly count: TakeCount;
}

/** The takes of one piece of a student, each held against what is asked, and the one that was heard best. */
export function lookedAt(
  takes: readonly Take[],
  asked: AskedOfTake,
  today: CalendarDay,
): { readonly all: readonly LookedAtTake[]; readonly best: LookedAtTake | null } {
  // What the simulated player plays is sent to nobody.
  let made = 0;
  const all = takes.map((take): LookedAtTake => {
    if (take.source !== 'simulated') made += 1;
    const checks = checkTake(take.heard, recordingAsked(asked, take.bars, made), {
      recordedHere: take.source !== 'file',
      today,
    });
    return { take, checks, count: countTake(take.heard, checks) };
  });
  return { all, best: all.length > 1 ? bestTake(all) : null };
}

const several = (count: number, one: string, many: string) =>
  count === 0 ? `no ${one}` : `${count} ${count === 1 ? one : many}`;

export const countWords = ({ slips, breaks }: TakeCount): string =>
  slips === null || breaks === null
    ? 'slips cannot be heard in it'
    : `${several(slips, 'slip', 'slips')}, ${several(breaks, 'stop or restart', 'stops or restarts')}`;

export const sizeWords = (bytes: number): string =>
  bytes < 100_000
    ? `${Math.ceil(bytes / 1_000)} kB`
    : `${(bytes / 1_000_000).toFixed(bytes < 10_000_000 ? 1 : 0)} MB`;

export const takeBarsWords = ({ bars }: Pick<Take, 'bars'>): string =>
  bars ? inTerms(`bars ${formatBars(bars)}`) : 'whole piece';

export const SOURCE_OF_TAKE: Readonly<Record<Take['source'], string>> = {
  microphone: 'microphone',
  keyboard: 'keyboard',
  file: 'file',
  simulated: 'simulated player',
};

/** A kept sound as a WAV file; the notes of a keyboard are played. */
export async function asWav(sound: TakeSound): Promise<Uint8Array<ArrayBuffer>> {
  if (sound.kind === 'wav') return Uint8Array.from(sound.bytes);
  const { render } = await import('../sound/player');
  const notes = sound.notes.map(({ on, off, pitch }) => ({ at: on, seconds: off - on, midi: pitch }));
  const seconds = notes.reduce((end, { at, seconds: lasts }) => Math.max(end, at + lasts), 0);
  return Uint8Array.from(writeWav(await render({ notes, clicks: [], seconds, loopFrom: null })));
}
