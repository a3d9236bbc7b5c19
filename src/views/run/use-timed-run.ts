import { useEffect, useState } from 'react';
import { pressed, timed, type Press, type RunStart, type Timed } from '@/core/runs';

/** A run that sounds: since when, from where, and what was pressed. It outlives a reload in its tab. */
interface Sounding {
  readonly since: number;
  readonly start: RunStart;
  readonly presses: readonly Press[];
  /** Seconds of the taps of the beat. */
  readonly taps: readonly number[];
}

export interface TimedRun {
  /** Null while nothing sounds. */
  readonly run: (Timed & { readonly start: RunStart; readonly taps: readonly number[] }) | null;
  readonly seconds: () => number;
  readonly begin: (start: RunStart) => void;
  readonly press: (what: 'slip' | 'stop' | 'over') => void;
  readonly bar: (bar: number) => void;
  readonly tap: () => void;
  /** Ends it, and gives what it came to. */
  readonly end: () => (Timed & { readonly start: RunStart; readonly taps: readonly number[] }) | null;
  readonly drop: () => void;
}

/** @param name - of the piece and who plays it */
export function useTimedRun(name: string): TimedRun {
  const key = `formal-stave.run.${name}`;
  const [sounding, set] = useState<Sounding | null>(() => keptRun(key));
  useEffect(() => {
    if (sounding) sessionStorage.setItem(key, JSON.stringify(sounding));
    else sessionStorage.removeItem(key);
  }, [key, sounding]);
  const seconds = () => (sounding ? (Date.now() - sounding.since) / 1000 : 0);
  const add = (press: Press) => sounding && set({ ...sounding, presses: [...sounding.presses, press] });
  const is = sounding && { ...timed(sounding.presses), start: sounding.start, taps: sounding.taps };
  return {
    run: is,
    seconds,
    begin: (start) => set({ since: Date.now(), start, presses: [], taps: [] }),
    press: (what) => add({ what, at: seconds() }),
    bar: (bar) => add({ what: 'bar', bar }),
    tap: () => sounding && set({ ...sounding, taps: [...sounding.taps, seconds()] }),
    end: () => {
      set(null);
      return is && { ...is, ...pressed(is, { what: 'end', at: seconds() }) };
    },
    drop: () => set(null),
  };
}

function keptRun(key: string): Sounding | null {
  const kept = sessionStorage.getItem(key);
  return kept === null ? null : (JSON.parse(kept) as Sounding);
}
