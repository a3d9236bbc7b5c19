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
const MEMORY = 'formal-stave.looked.';
const memoryOf = (path: string, name: Looked) => `${MEMORY}${name === 'goal' ? '' : path}.${name}`;

/** What was looked at last in this tab at this path. */
export const rememberedAt = (path: string, name: Looked): string | null =>
  sessionStorage.getItem(memoryOf(path, name));

/** All that a view at this path may find remembered, as text. */
export const memoriesOf = (path: string): string =>
  Object.keys(sessionStorage)
    .filter((key) => key.startsWith(`${MEMORY}${path}.`) || key.startsWith(`${MEMORY}.`))
    .sort()
    .map((key) => `${key}=${sessionStorage.getItem(key) ?? ''}`)
    .join();

/** The views of a goal look at this one from now on. */
export const bearInMind = (goalId: string): void => sessionStorage.setItem(memoryOf('', 'goal'), goalId);

/** What the address will say as soon as the page is drawn: saying it takes a browser some ten milliseconds. */
let pending: URL | null = null;

/** Says in the address what is looked at, so that going back, loading again and a link show the same; and keeps it. */
export function mirror(name: Looked, value: string | null): void {
  if (pending === null) afterDrawing(sayLooked);
  pending ??= new URL(location.href);
  if (value === null) {
    pending.searchParams.delete(name);
    sessionStorage.removeItem(memoryOf(pending.pathname, name));
  } else {
    pending.searchParams.set(name, value);
    sessionStorage.setItem(memoryOf(pending.pathname, name), value);
  }
}

/** A tab that is not in sight draws nothing to wait for. */
const afterDrawing = (work: () => void) =>
  document.hidden ? setTimeout(work) : requestAnimationFrame(() => setTimeout(work));

/** Says at once what the address does not say yet: the page is about to be left. */
export function sayLooked(): void {
  const url = pending;
  pending = null;
  // The router keeps its place in the history there.
  if (url && url.pathname === location.pathname && url.href !== location.href)
    history.replaceState(history.state, '', url);
}

/** The address is another one by now: what was to be said was about the one before. */
export const dropLooked = (): void => {
  pending = null;
};
