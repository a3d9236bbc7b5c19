import localforage from 'localforage';
import type { Heard, TakeSound } from '@/core/listening';
import type { BarRange } from '@/core/music';
import { refuse, type Result } from '@/core/result';
import type { CalendarDay } from '@/core/time';
import { databaseName, type Which } from './which';

/** A take that was kept: whose, of what, and what was heard of it. Its sound stands by itself. */
export interface Take {
  readonly id: string;
  /** In the order in which they were kept, in the whole studio. */
  readonly number: number;
  readonly studentId: string;
  readonly pieceId: string;
  readonly day: CalendarDay;
  /** "15:46". */
  readonly time: string;
  readonly source: 'microphone' | 'keyboard' | 'file' | 'simulated';
  /** What was listened to; null for the whole piece. */
  readonly bars: BarRange | null;
  readonly heard: Heard;
  readonly seconds: number;
  readonly bytes: number;
  /** The teacher has chosen it as the one to send. */
  readonly isChosen: boolean;
}

/** Bytes all takes of a studio may fill. Ours: about three hours of sound. */
export const MOST_BYTES = 500_000_000;
/** A note as it is kept. */
const BYTES_A_NOTE = 32;

export type TakeRefusal =
  | { readonly kind: 'over the limit'; readonly used: number; readonly bytes: number }
  /** The disk is full, or the browser keeps nothing. */
  | { readonly kind: 'not kept' };

// Neither the journal nor snapshots nor the studio file knows of takes: they stand in databases of their own.
const facts = (which: Which): LocalForage =>
  localforage.createInstance({
    name: `${databaseName(which)}-takes`,
    storeName: 'kept',
    driver: localforage.INDEXEDDB,
  });
const sounds = (which: Which): LocalForage =>
  localforage.createInstance({
    name: `${databaseName(which)}-sounds`,
    storeName: 'kept',
    driver: localforage.INDEXEDDB,
  });

const listeners = new Set<() => void>();
const told = (): void => {
  for (const listener of listeners) listener();
};
/** Hears whenever takes were kept or deleted in this tab; answers how to stop. */
export function subscribeTakes(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** All takes of a studio, the oldest first. */
export async function takesOf(which: Which): Promise<Take[]> {
  const found: Take[] = [];
  await facts(which).iterate((value: Take) => void found.push(value));
  return found.sort((a, b) => a.number - b.number);
}

export const takeSound = (which: Which, id: string): Promise<TakeSound | null> =>
  sounds(which).getItem<TakeSound>(id);

/** Keeps a take with its sound, the sound first: what is named is there. */
export async function keepTake(
  which: Which,
  take: Omit<Take, 'number' | 'bytes' | 'isChosen'>,
  sound: TakeSound,
): Promise<Result<Take, TakeRefusal>> {
  const bytes = sound.kind === 'wav' ? sound.bytes.length : sound.notes.length * BYTES_A_NOTE;
  const all = await takesOf(which);
  const used = all.reduce((sum, each) => sum + each.bytes, 0);
  if (used + bytes > MOST_BYTES) return refuse({ kind: 'over the limit', used, bytes });
  const kept: Take = { ...take, number: (all.at(-1)?.number ?? 0) + 1, bytes, isChosen: false };
  try {
    await sounds(which).setItem(take.id, sound);
    await facts(which).setItem(take.id, kept);
  } catch {
    await sounds(which)
      .removeItem(take.id)
      .catch(() => undefined);
    return refuse({ kind: 'not kept' });
  }
  told();
  return { ok: true, value: kept };
}

/** Chooses one take of a piece of a student as the one to send, or none. */
export async function chooseTake(which: Which, take: Take, isChosen: boolean): Promise<void> {
  for (const each of await takesOf(which))
    if (each.studentId === take.studentId && each.pieceId === take.pieceId) {
      const is = isChosen && each.id === take.id;
      if (is !== each.isChosen) await facts(which).setItem(each.id, { ...each, isChosen: is });
    }
  told();
}

/** Deletes takes for good, and answers how many. */
export async function dropTakes(which: Which, those: (take: Take) => boolean): Promise<number> {
  let count = 0;
  for (const take of await takesOf(which))
    if (those(take)) {
      // Without its facts a sound is found by nobody.
      await facts(which).removeItem(take.id);
      await sounds(which).removeItem(take.id);
      count += 1;
    }
  if (count > 0) told();
  return count;
}
