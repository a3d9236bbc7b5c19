import type { Tables } from './match-tables';

/** What each event may cost: a jump to it from one that is known is no dearer. */
export interface Limits {
  readonly event: number;
  readonly most: number;
  /** For events before that one, to be carried back from the beginning. */
  readonly before: number;
  /** For that one and those after it, to be carried on from the beginning. */
  readonly after: number;
}

/**
 * @param event - the one that is known
 * @param most - what a jump from it may lead to
 */
export function limitsFrom({ back, onward }: Tables, event: number, most: number): Limits {
  return { event, most, before: most + (back[event] as number), after: most - (onward[event] as number) };
}

/** What an event may cost. */
export function limitOf({ back, onward }: Tables, e: number, { event, before, after }: Limits): number {
  return e < event ? before - (back[e] as number) : after + (onward[e] as number);
}
