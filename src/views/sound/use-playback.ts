import { useEffect, useMemo, useState } from 'react';
import type { BarRange, NoteValue } from '@/core/music';
import type { Playback, PlaybackAsked } from '@/core/playback';
import { preparePlayback } from '@/workers/playback.job';
import { inUnit } from '../listen/listen-model';

/** How a passage is to sound. */
export interface PlayWish {
  /** Units a minute; null for what is printed. */
  readonly perMinute: number | null;
  /** Parts that are not heard, by their place in the score. */
  readonly muted: ReadonlySet<number>;
  readonly loop: boolean;
  readonly clicks: boolean;
  readonly smallPulse: boolean;
  readonly grouping: readonly number[] | null;
}
export const PLAIN_PLAY: PlayWish = {
  perMinute: null,
  muted: new Set(),
  loop: false,
  clicks: true,
  smallPulse: false,
  grouping: null,
};

export interface Prepared {
  /** The last one that was worked out: what is asked for now may still be on its way. */
  readonly playback: Playback | null;
  readonly isWrong: boolean;
  /** What is asked for now, once it is there; null where it cannot be played. */
  readonly current: () => Promise<Playback | null>;
}

/** What a passage is to sound like, worked out anew when what is asked for changes. */
export function usePlayback(
  xml: string | null,
  bars: BarRange | null,
  countIn: number,
  wish: PlayWish,
  unit: NoteValue,
): Prepared {
  const { perMinute, grouping, smallPulse } = wish;
  const asked = useMemo(
    (): PlaybackAsked => ({
      bars,
      repeats: true,
      ending: null,
      perMinute: perMinute === null ? null : perMinute / inUnit(1, unit),
      countIn,
      grouping,
      smallPulse,
    }),
    [bars, perMinute, unit, countIn, grouping, smallPulse],
  );
  const [found, set] = useState<{
    readonly playback: Playback | null;
    readonly isWrong: boolean;
    readonly asked: PlaybackAsked | null;
  }>({ playback: null, isWrong: false, asked: null });
  useEffect(() => {
    if (xml === null) return undefined;
    return preparePlayback.ask({ xml, asked }, (reply) => {
      if (reply.kind === 'answer') set({ playback: reply.answer, isWrong: false, asked });
      else if (reply.kind !== 'cancelled') set({ playback: null, isWrong: true, asked });
    });
  }, [xml, asked]);
  return {
    playback: found.playback,
    isWrong: found.isWrong,
    current: async () => {
      if (xml === null) return null;
      if (found.asked === asked) return found.playback;
      const reply = await preparePlayback.answer({ xml, asked });
      return reply.kind === 'answer' ? reply.answer : null;
    },
  };
}
