import type { Noted } from './entry';

/** An action that can be taken back, or one taken back that can be done again. */
export interface Step {
  /** The entry whose changes are to be reversed. */
  readonly seq: number;
  /** The name of the action, whichever way it went last. */
  readonly action: string;
}
export interface Stacks {
  readonly done: readonly Step[];
  readonly undone: readonly Step[];
}

/**
 * What a tab can undo and redo, read from the journal: its own actions, in their order.
 * @param noted - entries in the order of their numbers
 */
export function stacksOf(noted: Iterable<Noted>, tab: string): Stacks {
  const done: Step[] = [];
  let undone: Step[] = [];
  for (const { seq, action, tab: by, turn } of noted) {
    if (by !== tab) continue;
    if (turn === null) {
      done.push({ seq, action });
      undone = [];
      continue;
    }
    const [from, to] = turn.way === 'undo' ? [done, undone] : [undone, done];
    const at = from.findLastIndex((step) => step.seq === turn.of);
    const [step] = at < 0 ? [] : from.splice(at, 1);
    if (step) to.push({ seq, action: step.action });
  }
  return { done, undone };
}
