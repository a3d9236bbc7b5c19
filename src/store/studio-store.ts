import equal from 'fast-deep-equal';
import {
  binderOf,
  KINDS,
  NO_STUDIO,
  ownedBy,
  recordKey,
  withRecords,
  type NowStands,
  type StoredRecord,
  type Studio,
} from '@/core/files';
import type { CalendarDay } from '@/core/time';
import type { Change, SetAside } from './binders';
import { breathe } from './breathe';
import { changesOf, InvalidEdit, placesOf, reverse, type Edit } from './changes';
import { DEMO_NOW, everyMinute, wallClock, type Now } from './clock';
import { dropDrafts, recallDrafts } from './drafts';
import { stacksOf, type Stacks } from './history';
import { Journal, type CommitOptions } from './journal';
import { browserKv, type Kv } from './kv';
import { loadDemo } from './load-demo';
import { browserLock, type KeptLock } from './lock';
import { tellRecords } from './record-feed';
import { browserRows } from './rows';
import { newId } from './seed';
import type { ReadyState, StoreState } from './store-state';
import { studioThere, takenOver } from './studio-databases';
import { tabId } from './tab';
import { databaseName, type Which } from './which';

const WHICH = 'formal-stave.studio';
const FULL =
  'The disk of this browser is full: the last change was not kept. Export the studio file, then free some space.';

let state: StoreState = { kind: 'opening' };
let journal: Journal | null = null;
let kv: Kv | null = null;
let lock: KeptLock | null = null;
let channel: BroadcastChannel | null = null;
let tab = '';
/** Entries that another tab was found to be in the way of, and said so: the next press goes past them. */
let blocked = new Set<number>();
const listeners = new Set<() => void>();

const set = (next: StoreState) => {
  state = next;
  if (next.kind === 'ready') document.documentElement.dataset['saved'] = String(next.saved);
  for (const listener of listeners) listener();
};

/** For `useSyncExternalStore`. */
export const subscribe = (listener: () => void): (() => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};
export const getState = (): StoreState => state;

/** Each studio as it is published, before anything is drawn of it. */
export const followStudio = (hear: (ready: ReadyState) => void): (() => void) =>
  subscribe(() => {
    if (state.kind === 'ready') hear(state);
  });

/** What a tab tells the others when everything is gone. */
const WIPED = 0;

/** Opens the studio this browser last used, or the one the address asks for; without either, asks. */
export async function start(): Promise<void> {
  const asked = new URLSearchParams(location.search).get('studio');
  // The demo stays open in the tab that looks round it; what opens next is never the demo.
  const chosen =
    asked === 'demo' || asked === 'own'
      ? asked
      : (sessionStorage.getItem(WHICH) ?? localStorage.getItem(WHICH));
  const which = chosen === 'demo' || chosen === 'own' ? chosen : await studioThere();
  if (which) await openStudio(which);
  else set({ kind: 'first run' });
}

/** Opens a studio; the demo is laid out on its first opening. The two never share a database. */
export async function openStudio(which: Which): Promise<void> {
  set({ kind: 'opening' });
  try {
    channel?.close();
    lock?.close();
    const name = databaseName(which);
    const store = browserKv(name);
    const turns = browserLock(name);
    lock = turns;
    const recalled = recallDrafts(which);
    tab = await tabId();
    // A studio that was left may still finish reading; only the open one is shown.
    const opened: Journal = new Journal(
      store,
      turns.run,
      (keys) => {
        if (journal === opened) refreshView(which, keys);
      },
      tab,
    );
    journal = opened;
    kv = store;
    blocked = new Set();
    const late = await takenOver(which, store, turns.run, nowOf(which).day);
    performance.mark('reading');
    await opened.open();
    performance.measure('studio read', 'reading');
    if (late.length > 0) {
      await opened.commit('take over the changes of an earlier page', (records) =>
        late.filter(({ key, after }) => {
          const now = records.get(key);
          return after ? !now?.revs.includes(after.revs.at(-1) ?? '') : now !== undefined;
        }),
      );
      await browserRows(name).clear();
    }
    if (which === 'demo' && opened.state.records.size === 0) {
      const demo = await loadDemo();
      await opened.commit('lay out the demo', (records) => changesOf(records, demo.records, newId), {
        attach: new Map(demo.texts),
        undoable: false,
      });
    }
    channel = new BroadcastChannel(name);
    channel.onmessage = ({ data }) => {
      if (data === WIPED) leave();
      else void opened.refresh().catch(() => undefined);
    };
    await recalled;
    sessionStorage.setItem(WHICH, which);
    if (which === 'own') localStorage.setItem(WHICH, which);
    void navigator.storage.persist().catch(() => false);
    // The studio is drawn in a task of its own, apart from the last of the reading.
    await breathe();
    if (journal !== opened) return;
    publish(which);
    stopClock?.();
    stopClock = which === 'own' ? everyMinute(tick) : null;
  } catch (error) {
    set({ kind: 'failed', message: error instanceof Error ? error.message : String(error) });
  }
}

let stopClock: (() => void) | null = null;
const nowOf = (which: Which): Now => (which === 'demo' ? DEMO_NOW : wallClock());
function tick(): void {
  if (state.kind !== 'ready') return;
  const now = nowOf(state.which);
  if (!equal(now, state.now)) set({ ...state, now });
}
/** The day it is now: that of a mark is the day on which it is given, whenever the page was drawn. */
export const today = (): CalendarDay => nowOf(opened().which).day;

let view: Studio = NO_STUDIO;

/** The view follows the journal at every change, so within an action it is the newest studio. */
function refreshView(which: Which, keys: readonly string[] | 'all'): void {
  if (!journal) return;
  const { records } = journal.state;
  const changed = keys === 'all' ? keys : keys.map((key) => records.get(key) ?? gone(key));
  view = changed === 'all' ? withRecords(NO_STUDIO, records.values()) : withRecords(view, changed);
  tellRecords(which, changed);
  // What another tab does takes no notice away that is still to be read.
  if (state.kind === 'ready' && !acting) publish(which, state.notice);
}
/** An action of this tab is being kept: it publishes once, when it is acknowledged. */
let acting = false;
function gone(key: string): NowStands {
  const slash = key.indexOf('/');
  return { kind: key.slice(0, slash), id: key.slice(slash + 1), data: null };
}

let told: ReadyState['told'] = null;
function tell(words: string): void {
  told = { n: (told?.n ?? 0) + 1, words };
}

function publish(which: Which, notice: string | null = null): void {
  if (!journal) return;
  const { aside, seq } = journal.state;
  const { done, undone } = stacks();
  set({
    kind: 'ready',
    which,
    studio: view,
    now: nowOf(which),
    aside,
    saved: seq,
    undo: done.at(-1)?.action ?? null,
    redo: undone.at(-1)?.action ?? null,
    notice,
    told,
  });
}

const stacks = (): Stacks => stacksOf(journal?.state.noted ?? [], tab);

const opened = (): { journal: Journal; which: Which } => {
  if (!journal || state.kind !== 'ready') throw new Error('no studio is open');
  return { journal, which: state.which };
};

/** Which studio is open; null before one is. */
export const openedState = (): ReadyState | null => (state.kind === 'ready' ? state : null);
export const openedStudio = (): Which | null => openedState()?.which ?? null;

const isFull = (error: unknown) =>
  error instanceof Error && (error.name === 'QuotaExceededError' || /quota/i.test(error.message));

async function keep(
  action: string,
  compute: (records: ReadonlyMap<string, StoredRecord>) => readonly Change[],
  options: CommitOptions = {},
): Promise<readonly Change[] | null> {
  const { journal: open, which } = opened();
  acting = true;
  try {
    const entry = await open.commit(action, compute, options);
    if (entry) channel?.postMessage(entry.seq);
    return entry ? entry.changes : null;
  } catch (error) {
    if (isFull(error)) {
      publish(which, FULL);
      return null;
    }
    // The view keeps what was typed, since its action fails; the page says what is wrong with it.
    if (error instanceof InvalidEdit) publish(which, `Not kept: ${placesOf(error)}.`);
    throw error;
  } finally {
    acting = false;
  }
}
/** What other tabs have done may have come in while an action was tried that kept nothing. */
function publishOthers(which: Which): void {
  if (state.kind === 'ready' && state.studio !== view) publish(which);
}
let turn: Promise<unknown> = Promise.resolve();
/** Actions of this tab one after the other, so that undo takes back the one asked for last, however long it is still being written. */
function inTurn<T>(work: () => Promise<T>): Promise<T> {
  const next = turn.then(work);
  turn = next.catch(() => undefined);
  return next;
}

/**
 * One action: named, kept whole, undone whole. Resolves to whether it is kept.
 * @param edits - from the newest studio, so that nobody else's edit is overwritten unseen
 * @param options - `attach`: what the edits name and stands apart from the records, by id; not `undoable`: what the program does by itself, and says nothing of
 */
export const act = (
  action: string,
  edits: (studio: Studio) => readonly Edit[],
  options: Pick<CommitOptions, 'attach' | 'undoable'> = {},
): Promise<boolean> =>
  inTurn(async () => {
    const { which } = opened();
    const changes = await keep(action, (records) => changesOf(records, edits(view), newId), options);
    if (!changes) {
      publishOthers(which);
      return false;
    }
    if (options.undoable !== false) tell(`Done: ${action}`);
    publish(which);
    return true;
  });

async function turnBack(way: 'undo' | 'redo'): Promise<void> {
  const { journal: open, which } = opened();
  const { done, undone } = stacks();
  // Those that another tab is in the way of wait; once that was said, the ones before them are taken.
  const candidates = (way === 'undo' ? done : undone).toReversed();
  for (const last of candidates) {
    const entry = await open.entry(last.seq);
    const found = { changedElsewhere: entry === null };
    const changes =
      entry &&
      (await keep(
        `${way}: ${last.action}`,
        (records) => {
          const back = reverse(records, entry.changes, newId);
          found.changedElsewhere = back === 'changed';
          return back === 'changed' ? [] : back;
        },
        { turn: { way, of: last.seq } },
      ));
    if (found.changedElsewhere) {
      if (blocked.has(last.seq) && last !== candidates.at(-1)) continue;
      blocked.add(last.seq);
      publish(
        which,
        `“${last.action}” cannot be ${way === 'undo' ? 'undone' : 'redone'}: another tab has changed it since.`,
      );
      return;
    }
    if (!changes) {
      publishOthers(which);
      return;
    }
    tell(`${way === 'undo' ? 'Undone' : 'Done again'}: ${last.action}`);
    publish(which);
    return;
  }
}
export const undo = (): Promise<void> => inTurn(() => turnBack('undo'));
export const redo = (): Promise<void> => inTurn(() => turnBack('redo'));

export function dismissNotice(): void {
  publish(opened().which);
}

/** Removes a record and all that belongs to it for good: no undo, and nothing of them stays in the journal. */
export async function erase(action: string, key: string): Promise<readonly string[]> {
  const { journal: open, which } = opened();
  const record = open.state.records.get(key);
  const binder = record && binderOf(record, KINDS, open.state.records);
  const changes = await keep(
    action,
    (records) => ownedBy(key, KINDS, records).map((each) => ({ key: each, before: null, after: null })),
    // What was set aside there may be theirs as well.
    { purge: true, empties: binder === key ? [binder] : [] },
  );
  const { name = '' } = (record?.data ?? {}) as { readonly name?: unknown };
  if (record && changes) await dropDrafts(which, { id: record.id, name: String(name) });
  publish(which);
  return (changes ?? []).map((each) => each.key);
}

/** Everything of the open studio, gone; the other studio is not touched. */
export async function wipeStudio(): Promise<void> {
  const { which } = opened();
  const open = kv;
  await lock?.run(async () => {
    for (const area of ['journal', 'binders', 'attached'] as const) await open?.clear(area);
  });
  await (await import('./takes')).dropTakes(which, () => true);
  await dropDrafts(which);
  sessionStorage.removeItem(WHICH);
  localStorage.removeItem(WHICH);
  channel?.postMessage(WIPED);
  leave();
}
function leave(): void {
  journal = null;
  lock?.close();
  view = NO_STUDIO;
  stopClock?.();
  stopClock = null;
  set({ kind: 'first run' });
}

/** All records as they stand, for a file. */
export const currentRecords = (): readonly StoredRecord[] => [...opened().journal.state.records.values()];

/** What stands apart from the records under an id: the text of a score. Null when it is not there. */
export async function attached(id: string): Promise<unknown> {
  return opened().journal.attached(id);
}

/** Removes what stands apart and nothing names any more. */
export const sweep = (named: ReadonlySet<string>): Promise<void> => opened().journal.sweep(named);

/** Sets aside records whose data turned out not to hold. */
export const setAside = (found: readonly SetAside[]): void => opened().journal.setAside(found);

/** Takes records from a file, revisions and all, as one action that can be undone. */
export const takeRecords = (
  action: string,
  records: readonly StoredRecord[],
  attach: ReadonlyMap<string, unknown> = new Map(),
): Promise<boolean> =>
  inTurn(async () => {
    const { which } = opened();
    const changes = await keep(
      action,
      (current) =>
        records.map((record) => {
          const key = recordKey(record);
          return { key, before: current.get(key) ?? null, after: record };
        }),
      { attach },
    );
    if (!changes) {
      publishOthers(which);
      return false;
    }
    publish(which);
    return true;
  });
