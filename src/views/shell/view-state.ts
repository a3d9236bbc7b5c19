import { useEffect, useState } from 'react';
import { queryOf } from './addresses';

/** What a view looks at, by its name in the address. */
export type Looked =
  | 'student'
  | 'goal'
  | 'component'
  | 'day'
  | 'week'
  | 'piece'
  | 'score'
  | 'set'
  | 'level'
  | 'part'
  | 'own'
  | 'card'
  | 'occasion'
  | 'entrant'
  | 'result'
  | 'session'
  | 'order';

/** The goal looked at is the same in every view; the rest each view has for itself. */
const memoryOf = (name: Looked) => `formal-stave.looked.${name === 'goal' ? '' : location.pathname}.${name}`;

/** Whether the view was come to by its bare address; null while that is not looked at yet. */
let cameBare: boolean | null = null;
if (typeof document !== 'undefined')
  document.addEventListener('astro:after-swap', () => {
    cameBare = null;
  });

/**
 * What was looked at last in this tab. A link that says what it wants is shown that and nothing remembered beside it,
 * the goal aside. A day is not kept: who comes back to the register wants today.
 */
export function remembered(name: Looked): string | null {
  cameBare ??= [...new URLSearchParams(location.search).keys()].every((each) => each === 'studio');
  return name !== 'day' && (cameBare || name === 'goal') ? sessionStorage.getItem(memoryOf(name)) : null;
}

/** The views of a goal look at this one from now on. */
export const bearInMind = (goalId: string): void => sessionStorage.setItem(memoryOf('goal'), goalId);

/** Says in the address what is looked at, so that going back, loading again and a link show the same; and keeps it. */
export function mirror(name: Looked, value: string | null): void {
  const url = new URL(location.href);
  if (value === null) {
    url.searchParams.delete(name);
    sessionStorage.removeItem(memoryOf(name));
  } else {
    url.searchParams.set(name, value);
    sessionStorage.setItem(memoryOf(name), value);
  }
  // The router keeps its place in the history there.
  if (url.href !== location.href) history.replaceState(history.state, '', url);
}

/**
 * What a view looks at: what the address names, else what it looked at last in this tab; null for the view's own choice.
 * A change is said in the address.
 * @param also - another name an address may have for it
 */
export function useLooked(
  name: Looked,
  also?: string,
): readonly [string | null, (value: string | null) => void] {
  const [value, set] = useState(
    () => queryOf(name) ?? (also === undefined ? null : queryOf(also)) ?? remembered(name),
  );
  useEffect(() => mirror(name, value), [name, value]);
  return [value, set];
}
