/** What a jump is cheaper by after a pause. */
export const AFTER_A_PAUSE = 2;
/** Seconds a pause has at least. */
const SHORTEST_PAUSE = 0.35;
/** How far an onset comes from where it is due, as a share of the time between; and what that costs at most. */
const ELASTIC = 0.22;
const MOST_TIMING = 1.6;

/**
 * What it costs that an event comes early or late after another.
 * @param gap - seconds since the other
 * @param due - seconds after which it is due
 * @param spread - seconds an onset is off by itself
 */
export function offTime(gap: number, due: number, spread: number): number {
  const off = gap - due;
  const cost = (off * off) / (ELASTIC * ELASTIC * due * due + spread * spread) / 4;
  return cost < MOST_TIMING ? cost : MOST_TIMING;
}

/**
 * What a jump is cheaper by so long after an event.
 * @param gap - seconds since the event
 * @param due - seconds after which the next one is due
 */
export function afterAPause(gap: number, due: number): number {
  const pause = gap - due;
  const whole = due > SHORTEST_PAUSE ? due : SHORTEST_PAUSE;
  if (pause >= whole) return AFTER_A_PAUSE;
  return pause > 0 ? (AFTER_A_PAUSE * pause) / whole : 0;
}
