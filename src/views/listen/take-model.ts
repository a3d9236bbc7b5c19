import {
  bestTake,
  checkTake,
  countTake,
  writeWav,
  type RecordingAsked,
  type TakeCheck,
  type TakeCount,
  type TakeSound,
} from '@/core/listening';
import { formatBars } from '@/core/music';
import { MATCHING } from '@/core/taps';
import { inTerms } from '@/core/terms';
import type { CalendarDay } from '@/core/time';
import type { Take } from '@/store';
import type { AskedOfTake } from './asked';
import { inUnit } from './listen-model';

/** A take with what it was held against. */
export interface LookedAtTake {
  readonly take: Take;
  readonly checks: readonly TakeCheck[];
  readonly count: TakeCount;
}

/** What a take is held against: the recording a goal asks for, else the bars and the tempo as printed. */
export function askedOf(asked: AskedOfTake, take: Pick<Take, 'bars'>, made: number): RecordingAsked {
  const [recording] = asked.recordings;
  const [excerpt] = asked.bars;
  return {
    bars: recording && excerpt ? excerpt.bars : take.bars,
    tempo: excerpt?.tempo ? excerpt.tempo.perMinute / inUnit(1, excerpt.tempo.unit) : null,
    tolerance: MATCHING,
    continuous: recording?.continuous ?? false,
    takes: recording?.most == null ? null : { most: recording.most, made },
    due: recording && recording.sentOn === null ? recording.due : null,
  };
}

/** The takes of one piece of a student, each held against what is asked, and the one that was heard best. */
export function lookedAt(
  takes: readonly Take[],
  asked: AskedOfTake,
  today: CalendarDay,
): { readonly all: readonly LookedAtTake[]; readonly best: LookedAtTake | null } {
  const all = takes.map((take, at): LookedAtTake => {
    const checks = checkTake(take.heard, askedOf(asked, take, at + 1), {
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
