import type { Slip, Stop } from './run';

/** What was pressed while a run sounded, with seconds from its start. A bar belongs to the slip or stop before it. */
export type Press =
  | { readonly what: 'slip' | 'stop' | 'over' | 'end'; readonly at: number }
  | { readonly what: 'bar'; readonly bar: number };

/** A run as it stands after some presses. */
export interface Timed {
  /** Null as long as it sounds. */
  readonly seconds: number | null;
  readonly slips: readonly Slip[];
  readonly stops: readonly Stop[];
  /** The stop it stands still at; null while it goes on. */
  readonly standing: { readonly at: number; readonly bar?: number } | null;
  /** What a bar would belong to. */
  readonly last: 'slip' | 'stop' | null;
}

const NOTHING_PRESSED: Timed = { seconds: null, slips: [], stops: [], standing: null, last: null };

/**
 * The run after one more press. `stop` stops it, and when it stands still it goes on; `over`: it goes on from the
 * beginning, also where nobody pressed the stop before; a slip while it stands still is none. After `end` only bars count.
 */
export function pressed(run: Timed, press: Press): Timed {
  if (press.what === 'bar') return withBar(run, press.bar);
  if (run.seconds !== null) return run;
  const { at } = press;
  switch (press.what) {
    case 'slip':
      return run.standing ? run : { ...run, slips: [...run.slips, { at }], last: 'slip' };
    case 'stop':
      return run.standing
        ? goneOn(run, run.standing, at, 'went on')
        : { ...run, standing: { at }, last: 'stop' };
    case 'over':
      return goneOn(run, run.standing ?? { at }, at, 'started over');
    case 'end':
      return { ...(run.standing ? goneOn(run, run.standing, at, 'ended') : run), seconds: at };
  }
}

/** @param presses - in the order of time */
export const timed = (presses: readonly Press[]): Timed => presses.reduce(pressed, NOTHING_PRESSED);

const goneOn = (
  run: Timed,
  standing: NonNullable<Timed['standing']>,
  at: number,
  then: Stop['then'],
): Timed => ({
  ...run,
  stops: [...run.stops, { ...standing, seconds: at - standing.at, then }],
  standing: null,
  last: 'stop',
});

function withBar(run: Timed, bar: number): Timed {
  const there = <T extends Slip>(all: readonly T[]): T[] =>
    all.map((each, at) => (at === all.length - 1 ? { ...each, bar } : each));
  if (run.standing) return { ...run, standing: { ...run.standing, bar } };
  if (run.last === 'slip') return { ...run, slips: there(run.slips) };
  return run.last === 'stop' ? { ...run, stops: there(run.stops) } : run;
}
