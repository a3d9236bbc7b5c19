/**
 * One at a time across tabs.
 * @param work - told whether nobody else can have written since the last work: then what it knows is the newest
 */
export type Lock = <T>(work: (isNewest: boolean) => Promise<T>) => Promise<T>;

/** A lock that stays with its tab from one work to the next, until another tab asks for it. */
export interface KeptLock {
  readonly run: Lock;
  /** Lets others have it, once nothing of this tab is under way. */
  readonly letGo: () => void;
  /** For good: the studio is left. */
  readonly close: () => void;
}

/** What the tabs of a browser have between them. */
export interface Tabs {
  readonly locks: { readonly request: (name: string, work: () => Promise<void>) => Promise<unknown> };
  /** Tells all others that this tab waits. */
  readonly ask: () => void;
  readonly onAsked: (asked: () => void) => void;
  /** Whether the tab may keep what it has when it does nothing. */
  readonly mayKeep: () => boolean;
  readonly leave: () => void;
}

/** Milliseconds between two askings of a tab that waits: one is lost while a page opens. */
const AGAIN = 200;

/**
 * Getting a lock and reading what others wrote takes several times as long as writing an entry, and mostly nobody else
 * wrote. So the tab that had the turn last keeps it while it is alone.
 */
export function keptLock(name: string, tabs: Tabs): KeptLock {
  /** Ends the holding of the browser's lock; null while another tab may have it. */
  let end: (() => void) | null = null;
  let underWay = 0;
  let isAsked = false;
  let isClosed = false;
  let last: Promise<unknown> = Promise.resolve();

  const free = () => {
    end?.();
    end = null;
    isAsked = false;
  };
  const letGo = () => {
    if (underWay > 0) isAsked = true;
    else free();
  };
  const take = async (): Promise<void> => {
    if (!isClosed) tabs.ask();
    const asking = setInterval(() => (isClosed ? clearInterval(asking) : tabs.ask()), AGAIN);
    try {
      await new Promise<void>((held, failed) => {
        const holding = () =>
          new Promise<void>((done) => {
            end = done;
            held();
          });
        tabs.locks.request(name, holding).catch(failed);
      });
    } finally {
      clearInterval(asking);
    }
  };
  const turn = async <T>(work: (isNewest: boolean) => Promise<T>): Promise<T> => {
    const isNewest = end !== null;
    // What failed may have left anything behind: the next one looks again.
    let mayKeep = false;
    try {
      if (!isNewest) await take();
      const result = await work(isNewest);
      mayKeep = !isClosed && tabs.mayKeep();
      return result;
    } finally {
      underWay -= 1;
      if (isAsked || !mayKeep) free();
    }
  };
  tabs.onAsked(letGo);
  return {
    run: (work) => {
      underWay += 1;
      const next = last.then(() => turn(work));
      last = next.catch(() => undefined);
      return next;
    },
    letGo,
    close: () => {
      isClosed = true;
      tabs.leave();
      letGo();
    },
  };
}

/** The lock of this name among the tabs of this browser. A tab that is not looked at, or prints, keeps nothing. */
export function browserLock(name: string): KeptLock {
  const channel = new BroadcastChannel(`${name}-turn`);
  const left = new AbortController();
  const lock = keptLock(name, {
    locks: navigator.locks,
    ask: () => channel.postMessage('asks'),
    onAsked: (asked) => (channel.onmessage = asked),
    mayKeep: () => document.visibilityState === 'visible',
    leave: () => {
      channel.close();
      left.abort();
    },
  });
  const { signal } = left;
  document.addEventListener('visibilitychange', () => document.hidden && lock.letGo(), { signal });
  // The dialog for printing holds up the whole tab.
  for (const event of ['beforeprint', 'pagehide']) addEventListener(event, lock.letGo, { signal });
  return lock;
}
