import { useEffect, useRef, useState } from 'react';
import type { Captured } from '@/workers/listen.job';
import { recordKeyboard } from './keyboard';
import { recordMicrophone, troubleOf, TROUBLE } from './microphone';

export const SOURCES = ['keyboard', 'one voice', 'many voices', 'taps', 'rhythm'] as const;
/** Where what is listened to comes from while it is played. */
export type Source = (typeof SOURCES)[number];

/** Seconds a take may last. */
const MOST = 600;

const isTapped = (source: Source | undefined): source is 'taps' | 'rhythm' =>
  source === 'taps' || source === 'rhythm';

export interface Capture {
  readonly state:
    | { readonly kind: 'idle' }
    | { readonly kind: 'opening' }
    | { readonly kind: 'counting' }
    | {
        readonly kind: 'on';
        readonly source: Source;
        readonly seconds: number;
        readonly level: number;
        readonly count: number;
      };
  /** Why nothing, or nothing more, was heard; empty while all is well. */
  readonly trouble: string;
  /** @param countIn - ends when what is played counts; what was heard before is forgotten */
  readonly begin: (source: Source, countIn?: () => Promise<void>) => void;
  readonly stop: () => void;
  readonly tap: (at: number) => void;
}

interface Running {
  readonly source: Source;
  readonly from: number;
  readonly taps: number[];
  readonly take: () => Captured;
}
const tappedAs = (source: 'taps' | 'rhythm', taps: readonly number[]): Captured =>
  source === 'taps' ? { input: 'taps', taps } : { input: 'rhythm', taps, earlier: [] };
interface Device {
  readonly take: () => Captured;
  /** Forgets what was heard so far. */
  readonly again: () => void;
}

/** @param done - hears what was captured when it ends, of whatever it ends */
export function useCapture(done: (captured: Captured) => void): Capture {
  const [state, set] = useState<Capture['state']>({ kind: 'idle' });
  const [trouble, say] = useState('');
  const running = useRef<Running | null>(null);
  const isGone = useRef(false);
  const isCalledOff = useRef(false);
  const isOver = () => isGone.current || isCalledOff.current;
  const heard = useRef({ level: 0, count: 0 });
  const finish = useRef<(why: string) => void>(() => undefined);
  useEffect(() => {
    finish.current = (why) => {
      const now = running.current;
      if (!now) return;
      running.current = null;
      set({ kind: 'idle' });
      say(why);
      done(now.take());
    };
  });
  useEffect(() => {
    if (state.kind !== 'on') return undefined;
    const timer = setInterval(() => {
      const now = running.current;
      if (!now) return;
      const seconds = (performance.now() - now.from) / 1000;
      if (seconds >= MOST) finish.current('After ten minutes it stops by itself. What was heard is kept.');
      else set({ kind: 'on', source: now.source, seconds, ...heard.current });
      heard.current.level *= 0.7;
    }, 200);
    const hide = () => {
      // A tablet stops the microphone of a page that is not seen.
      if (document.hidden && !isTapped(running.current?.source))
        finish.current('It stopped, since the page was hidden. What was heard until then is kept.');
    };
    document.addEventListener('visibilitychange', hide);
    // What is being played would be lost: the browser asks.
    const stay = (event: BeforeUnloadEvent) => event.preventDefault();
    addEventListener('beforeunload', stay);
    return () => {
      clearInterval(timer);
      removeEventListener('beforeunload', stay);
      document.removeEventListener('visibilitychange', hide);
    };
  }, [state.kind]);
  // Whoever leaves has the device let go.
  useEffect(() => {
    isGone.current = false;
    return () => {
      isGone.current = true;
      running.current?.take();
      running.current = null;
    };
  }, []);
  const open = async (source: Source): Promise<Device> => {
    const lose = () => finish.current(TROUBLE.lost);
    // What is tapped is kept with the take itself.
    if (isTapped(source)) return { take: () => tappedAs(source, []), again: () => undefined };
    if (source === 'keyboard') {
      const keys = await recordKeyboard((count) => (heard.current.count = count), lose);
      return { take: () => ({ input: 'notes', notes: keys.stop() }), again: keys.again };
    }
    const microphone = await recordMicrophone((level) => {
      heard.current.level = Math.max(level, heard.current.level);
    }, lose);
    return {
      take: () => ({ input: source === 'one voice' ? 'one' : 'many', ...microphone.stop() }),
      again: microphone.again,
    };
  };
  return {
    state,
    trouble,
    begin: (source, countIn) => {
      if (state.kind !== 'idle') return;
      say('');
      set({ kind: 'opening' });
      heard.current = { level: 0, count: 0 };
      open(source).then(
        async ({ take, again }) => {
          // The page was left while the device was opening.
          if (isGone.current) {
            take();
            return;
          }
          if (countIn) {
            isCalledOff.current = false;
            set({ kind: 'counting' });
            await countIn();
            if (isOver()) {
              take();
              set({ kind: 'idle' });
              return;
            }
            again();
          }
          const taps: number[] = [];
          running.current = {
            source,
            from: performance.now(),
            taps,
            take: isTapped(source) ? () => tappedAs(source, taps) : take,
          };
          set({ kind: 'on', source, seconds: 0, level: 0, count: 0 });
        },
        (error: unknown) => {
          set({ kind: 'idle' });
          say(TROUBLE[troubleOf(error)]);
        },
      );
    },
    stop: () => {
      isCalledOff.current = true;
      finish.current('');
    },
    tap: (at) => {
      const now = running.current;
      if (!now || !isTapped(now.source)) return;
      now.taps.push((at - now.from) / 1000);
      heard.current.count = now.taps.length;
    },
  };
}
