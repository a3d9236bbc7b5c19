import type { NoteValue } from '@/core/music';
import type { Playback } from '@/core/playback';
import { UNIT_NAMES } from '@/ui';
import type { Track } from './player';

/** "66 crotchets a minute"; without a figure "crotchets a minute". */
export const unitWords = (perMinute: number | null, unit: NoteValue): string =>
  `${perMinute === null ? '' : `${Math.round(perMinute)} `}${UNIT_NAMES[unit] ?? ''}s a minute`;

/** What is heard of a passage: its parts but for the muted ones, and its clicks or those that count it in alone. */
export const playTrack = (
  { notes, clicks, seconds, countedIn }: Playback,
  wish: { readonly muted: ReadonlySet<number>; readonly clicks: boolean; readonly loop: boolean },
): Track => ({
  notes: notes.filter(({ part }) => !wish.muted.has(part)),
  clicks: wish.clicks ? clicks : clicks.filter(({ at }) => at < countedIn - 1e-6),
  seconds,
  loopFrom: wish.loop ? countedIn : null,
});
