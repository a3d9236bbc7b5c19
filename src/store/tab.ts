import { newId } from './seed';

const TAB = 'formal-stave.tab';
/** Milliseconds a page that is being loaded anew waits for the one before it to be gone. */
const GONE = 400;

let id: Promise<string> | null = null;

/**
 * The id of this tab: the same after a reload, another one in a duplicated tab, whose memory of the tab is a copy. A tab
 * holds a lock of its name as long as it is open.
 */
export function tabId(): Promise<string> {
  id ??= find();
  return id;
}

async function find(): Promise<string> {
  const kept = sessionStorage.getItem(TAB);
  if (kept !== null && (await claim(kept))) return kept;
  const fresh = newId();
  sessionStorage.setItem(TAB, fresh);
  void claim(fresh);
  return fresh;
}

/** Whether the name is this tab's now. */
const claim = (name: string): Promise<boolean> =>
  new Promise((resolve) => {
    const held = navigator.locks.request(
      `formal-stave-tab-${name}`,
      { signal: AbortSignal.timeout(GONE) },
      () => {
        resolve(true);
        // Never let go: the browser does when the tab is closed.
        return new Promise(() => undefined);
      },
    );
    held.catch(() => resolve(false));
  });
