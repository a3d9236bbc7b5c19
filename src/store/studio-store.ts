import equal from 'fast-deep-equal';
import { recordKey, type StoredRecord } from '@/core/files';
import type { Studio } from '@/core/register';
import type { CalendarDay } from '@/core/time';
import { breathe } from './breathe';
import { changesOf, InvalidEdit, reverse, type Edit } from './changes';
import { DEMO_NOW, everyMinute, wallClock, type Now } from './clock';
import { Journal, type Change, type Lock, type SetAside } from './journal';
import { browserKv, type Kv } from './kv';
import { newId } from './seed';
import { studioOf } from './studio-view';

export type Which = 'demo' | 'own';

export interface ReadyState {
  readonly kind: 'ready';
  readonly which: Which;
  readonly studio: Studio;
  readonly now: Now;
  readonly aside: readonly SetAside[];
  /** Sequence number of the last action kept; rises with every acknowledged edit. */
  readonly saved: number;
  /** Names of the actions that undo and redo would take. */
  readonly undo: string | null;
  readonly redo: string | null;
  /** What was just done here, undone or done again, for who cannot see it. */
  readonly told: { readonly n: number; readonly words: string } | null;
  /** Something the teacher must know about the store itself. */
  readonly notice: string | null;
}
export type StoreState =
  | { readonly kind: 'opening' }
  | { readonly kind: 'first run' }
  | { readonly kind: 'failed'; readonly message: string }
  | ReadyState;

const WHICH = 'formal-stave.studio';
const FULL =
  'The disk of this browser is full: the last change was not kept. Export the studio file, then free some space.';

let state: StoreState = { kind: 'opening' };
let journal: Journal | null = null;
let kv: Kv | null = null;
let channel: BroadcastChannel | null = null;
interface Done {
  readonly action: string;
  readonly changes: readonly Change[];
}
let done: readonly Done[] = [];
let undone: readonly Done[] = [];
/** Actions that another tab was found to be in the way of, and said so: the next press goes past them. */
let blocked = new WeakSet<Done>();
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

const databaseOf = (which: Which) => `formal-stave-${which}`;

function browserLock(name: string): Lock {
  return (work) => navigator.locks.request(name, work);
}

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

/** A studio that is in this browser though the choice of it is not: a browser killed early loses the choice alone. */
async function studioThere(): Promise<Which | null> {
  const names = new Set((await indexedDB.databases()).map(({ name }) => name));
  const name = databaseOf('own');
  return names.has(name) && (await browserKv(name).keys()).length > 0 ? 'own' : null;
}

/** Opens a studio; the demo is laid out on its first opening. The two never share a database. */
export async function openStudio(which: Which): Promise<void> {
  set({ kind: 'opening' });
  try {
    channel?.close();
    const name = databaseOf(which);
    const store = browserKv(name);
    // A studio that was left may still finish reading; only the open one is shown.
    const opened: Journal = new Journal(store, browserLock(name), (keys) => {
      if (journal === opened) refreshView(which, keys);
    });
    journal = opened;
    kv = store;
    done = [];
    undone = [];
    blocked = new WeakSet();
    await opened.open();
    if (which === 'demo' && opened.state.records.size === 0) {
      const { demoStudio } = await import('@/demo');
      await opened.commit('lay out the demo', (records) => changesOf(records, demoStudio(), newId));
    }
    channel = new BroadcastChannel(name);
    channel.onmessage = () => void opened.refresh().catch(() => undefined);
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

let view: { readonly which: Which; readonly studio: Studio } | null = null;

function refreshView(which: Which, keys: readonly string[] | 'all'): void {
  if (!journal) return;
  const before = view?.which === which && keys !== 'all' ? view.studio : undefined;
  view = {
    which,
    studio: studioOf(journal.state.records, before, keys === 'all' ? undefined : before && keys),
  };
  if (state.kind === 'ready') publish(which);
}

/** The view follows the journal at every change, so within an action it is the newest studio. */
const studioNow = (which: Which, records: ReadonlyMap<string, StoredRecord>): Studio =>
  view?.which === which ? view.studio : studioOf(records);

let told: ReadyState['told'] = null;
function tell(words: string): void {
  told = { n: (told?.n ?? 0) + 1, words };
}

function publish(which: Which, notice: string | null = null): void {
  if (!journal) return;
  const { aside, seq, records } = journal.state;
  set({
    kind: 'ready',
    which,
    studio: studioNow(which, records),
    now: nowOf(which),
    aside,
    saved: seq,
    undo: done.at(-1)?.action ?? null,
    redo: undone.at(-1)?.action ?? null,
    notice,
    told,
  });
}

const opened = (): { journal: Journal; which: Which } => {
  if (!journal || state.kind !== 'ready') throw new Error('no studio is open');
  return { journal, which: state.which };
};

const isFull = (error: unknown) =>
  error instanceof Error && (error.name === 'QuotaExceededError' || /quota/i.test(error.message));

async function keep(
  action: string,
  compute: (records: ReadonlyMap<string, StoredRecord>) => readonly Change[],
  options: { readonly purge?: boolean } = {},
): Promise<readonly Change[] | null> {
  const { journal: open, which } = opened();
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
  }
}
const placesOf = ({ problems }: InvalidEdit): string =>
  problems
    .slice(0, 3)
    .map(({ pointer, message }) => `${pointer.replace(/^\//, '').replaceAll('/', ' ')} ${message}`)
    .join('; ');

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
 */
export const act = (action: string, edits: (studio: Studio) => readonly Edit[]): Promise<boolean> =>
  inTurn(() => actNow(action, edits));

async function actNow(action: string, edits: (studio: Studio) => readonly Edit[]): Promise<boolean> {
  const { which } = opened();
  const changes = await keep(action, (records) =>
    changesOf(records, edits(studioNow(which, records)), newId),
  );
  if (!changes) return false;
  done = [...done, { action, changes }];
  undone = [];
  tell(`Done: ${action}`);
  publish(which);
  return true;
}

async function turnBack(from: 'undo' | 'redo'): Promise<void> {
  const { which } = opened();
  const stack = from === 'undo' ? done : undone;
  // Those that another tab is in the way of wait; once that was said, the ones before them are taken.
  const candidates = [...stack].reverse();
  for (const last of candidates) {
    const found = { changedElsewhere: false };
    const changes = await keep(`${from}: ${last.action}`, (records) => {
      const back = reverse(records, last.changes, newId);
      found.changedElsewhere = back === 'changed';
      return back === 'changed' ? [] : back;
    });
    if (found.changedElsewhere) {
      if (blocked.has(last) && last !== candidates.at(-1)) continue;
      blocked.add(last);
      publish(
        which,
        `“${last.action}” cannot be ${from === 'undo' ? 'undone' : 'redone'}: another tab has changed it since.`,
      );
      return;
    }
    if (!changes) return;
    const other = { action: last.action, changes };
    const rest = stack.filter((each) => each !== last);
    [done, undone] = from === 'undo' ? [rest, [...undone, other]] : [[...done, other], rest];
    tell(`${from === 'undo' ? 'Undone' : 'Done again'}: ${last.action}`);
    publish(which);
    return;
  }
}
export const undo = (): Promise<void> => inTurn(() => turnBack('undo'));
export const redo = (): Promise<void> => inTurn(() => turnBack('redo'));

export function dismissNotice(): void {
  publish(opened().which);
}

/** Removes records for good: no undo, and nothing of them stays in the journal or the snapshots. */
export async function erase(action: string, keys: (studio: Studio) => readonly string[]): Promise<void> {
  const { which } = opened();
  await keep(
    action,
    (records) =>
      keys(studioNow(which, records)).flatMap((key) =>
        records.has(key) ? [{ key, before: null, after: null }] : [],
      ),
    { purge: true },
  );
  done = [];
  undone = [];
  publish(which);
}

/** Everything of the open studio, gone; the other studio is not touched. */
export async function wipeStudio(): Promise<void> {
  const { which } = opened();
  const open = kv;
  await browserLock(databaseOf(which))(async () => open?.clear());
  sessionStorage.removeItem(WHICH);
  localStorage.removeItem(WHICH);
  channel?.postMessage(0);
  journal = null;
  view = null;
  stopClock?.();
  stopClock = null;
  set({ kind: 'first run' });
}

/** All records as they stand, for a file. */
export const currentRecords = (): readonly StoredRecord[] => [...opened().journal.state.records.values()];

/** Takes records from a file, revisions and all, as one action that can be undone. */
export async function takeRecords(action: string, records: readonly StoredRecord[]): Promise<boolean> {
  const { which } = opened();
  const changes = await keep(action, (current) =>
    records.map((record) => {
      const key = recordKey(record);
      return { key, before: current.get(key) ?? null, after: record };
    }),
  );
  if (!changes) return false;
  done = [...done, { action, changes }];
  undone = [];
  publish(which);
  return true;
}
