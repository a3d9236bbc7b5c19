import { useEffect, useRef, useState } from 'react';
import type { Playing, Track } from './player';

/** Seconds before the first beat from which on it is listened to. */
const COMES_IN_EARLY = 0.15;

export interface Sounding {
  readonly state: 'silent' | 'opening' | 'sounding';
  /** Why it cannot sound; empty while it can. */
  readonly trouble: string;
  /** Plays a track in place of what sounds; tells when it has begun. */
  readonly start: (track: Track) => Promise<boolean>;
  readonly stop: () => void;
  /** Seconds of the track that sound now; null while nothing does. */
  readonly place: () => number | null;
}

/** Whatever makes sound is loaded when it first is to sound, and silent when the page is left. */
export function useSound(): Sounding {
  const [state, set] = useState<Sounding['state']>('silent');
  const [trouble, say] = useState('');
  const playing = useRef<Playing | null>(null);
  /** Which press the sound belongs to: a later one takes its place. */
  const press = useRef(0);
  const silence = () => {
    press.current += 1;
    playing.current?.stop();
    playing.current = null;
  };
  useEffect(() => silence, []);
  return {
    state,
    trouble,
    start: async (track) => {
      silence();
      const own = press.current;
      say('');
      set((now) => (now === 'sounding' ? now : 'opening'));
      try {
        const { play } = await import('./player');
        const begun = await play(track, () => {
          if (press.current !== own) return;
          playing.current = null;
          set('silent');
        });
        if (press.current !== own) {
          begun.stop();
          return false;
        }
        playing.current = begun;
        set('sounding');
        return true;
      } catch {
        set('silent');
        say('This browser makes no sound here. Look whether a device for it is connected.');
        return false;
      }
    },
    stop: () => {
      silence();
      set('silent');
    },
    place: () => playing.current?.place() ?? null,
  };
}

/** Looks at a sound as often as the page is drawn, while it sounds. */
export function useFollowing(sounding: Sounding, look: (place: number) => void): void {
  const latest = useRef(look);
  useEffect(() => {
    latest.current = look;
  });
  const { state, place } = sounding;
  const at = useRef(place);
  useEffect(() => {
    at.current = place;
  });
  useEffect(() => {
    if (state !== 'sounding') return undefined;
    let frame = 0;
    const follow = () => {
      const now = at.current();
      if (now !== null) latest.current(now);
      frame = requestAnimationFrame(follow);
    };
    frame = requestAnimationFrame(follow);
    return () => cancelAnimationFrame(frame);
  }, [state]);
}

/** Plays a track and waits for the end of what counts it in, or until it is stopped. */
export async function countedInBy(sounding: Sounding, track: Track, seconds: number): Promise<void> {
  const begun = await sounding.start(track);
  if (!begun) return;
  await new Promise<void>((resolve) => {
    const look = () => {
      const place = sounding.place();
      // A hair early, so that who comes in early is heard.
      if (place === null || place >= seconds - COMES_IN_EARLY) resolve();
      else setTimeout(look, 20);
    };
    look();
  });
}
