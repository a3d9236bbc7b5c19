import localforage from 'localforage';
import type { Which } from './which';

/** What was typed in a form and not saved: its fields by name, and the record the form was opened with. */
export interface KeptDraft {
  readonly opened: unknown;
  readonly typed: Readonly<Record<string, unknown>>;
}

const OF = (which: Which) => `formal-stave.draft.${which}.`;
const isFields = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * A draft is kept twice: in the local storage, which every tab reads at once and which a browser writes to disk when it
 * likes, and in a database, which is written within milliseconds. A browser that is killed loses the first alone.
 */
interface Stored {
  /** When it was typed; the later of the two is the draft. */
  readonly at: number;
  /** As in the local storage; null once the draft is saved or dropped. */
  readonly text: string | null;
}
let database: LocalForage | null = null;
const stored = (): LocalForage =>
  (database ??= localforage.createInstance({
    name: 'formal-stave-drafts',
    storeName: 'kept',
    driver: localforage.INDEXEDDB,
  }));
/** Longer than this a draft that is gone need not be remembered as gone. */
const DAY = 86_400_000;

/** Only the latest of each draft is written, one after the other. */
const waiting = new Map<string, Stored>();
let writing: Promise<void> = Promise.resolve();
let last = 0;
function store(name: string, text: string | null, at: number): Promise<void> {
  const isQueued = waiting.has(name);
  waiting.set(name, { at, text });
  if (isQueued) return writing;
  writing = writing.then(async () => {
    const latest = waiting.get(name);
    waiting.delete(name);
    // The local storage still has it where the database will not take it.
    if (latest)
      await stored()
        .setItem(name, latest)
        .then(undefined, () => undefined);
  });
  return writing;
}
const now = (): number => {
  last = Math.max(Date.now(), last + 1);
  return last;
};

const atOf = (text: string): number => {
  const at: unknown = /^\{"at":(\d+)/.exec(text)?.[1];
  return Number(at ?? 0);
};

/** Milliseconds a studio waits for its drafts: where the browser does not give them it opens without. */
const PATIENCE = 1_000;

/** Puts back what a killed browser lost of the drafts of a studio, and takes out what it kept of those that were gone. */
export const recallDrafts = (which: Which): Promise<void> =>
  Promise.race([recall(which), new Promise<void>((late) => setTimeout(late, PATIENCE))]);

async function recall(which: Which): Promise<void> {
  try {
    const gone: string[] = [];
    await stored().iterate<Stored, undefined>(({ at, text }, name) => {
      const here = localStorage.getItem(name);
      if (!name.startsWith(OF(which)) || (here !== null && atOf(here) >= at)) return undefined;
      if (text !== null) localStorage.setItem(name, text);
      else if (here !== null) localStorage.removeItem(name);
      else if (at < Date.now() - DAY) gone.push(name);
      return undefined;
    });
    for (const name of gone) await stored().removeItem(name);
  } catch {
    // A browser without room or database keeps what the local storage has.
  }
}

/** Whether something is typed and not saved in a studio. */
export async function hasDrafts(which: Which): Promise<boolean> {
  let has = false;
  await stored().iterate<Stored, undefined>(({ text }, name) => {
    has ||= text !== null && name.startsWith(OF(which));
    return undefined;
  });
  return has;
}

/** The draft of a form; null where none is kept. */
export function readDraft(which: Which, form: string): KeptDraft | null {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(OF(which) + form) ?? 'null');
    if (!isFields(kept) || !isFields(kept['typed']) || Object.keys(kept['typed']).length === 0) return null;
    return { opened: kept['opened'] ?? null, typed: kept['typed'] };
  } catch {
    return null;
  }
}

/**
 * Keeps what is typed in a form, or nothing of it any more.
 * @returns whether the browser has room for it
 */
export function keepDraft(which: Which, form: string, draft: KeptDraft | null): boolean {
  const name = OF(which) + form;
  const at = now();
  const text = draft && JSON.stringify({ at, ...draft });
  try {
    if (text !== null) localStorage.setItem(name, text);
    else if (localStorage.getItem(name) === null) return true;
    else localStorage.removeItem(name);
  } catch {
    return false;
  }
  void store(name, text, at);
  return true;
}

/**
 * Drops the drafts of a studio, or those of them that are of a record or name it.
 * @param of - its id, and what it is called; "" for nothing
 */
export async function dropDrafts(
  which: Which,
  of: { readonly id: string; readonly name: string } | null = null,
): Promise<void> {
  const isOf = (name: string, text: string) =>
    name.startsWith(OF(which)) &&
    (of === null ||
      name.slice(OF(which).length).split('/').includes(of.id) ||
      text.includes(JSON.stringify(of.id)) ||
      (of.name !== '' && text.includes(JSON.stringify(of.name).slice(1, -1))));
  const here = Array.from({ length: localStorage.length }, (_, at) => localStorage.key(at) ?? '');
  for (const name of here) if (isOf(name, localStorage.getItem(name) ?? '')) localStorage.removeItem(name);
  await writing;
  const kept: string[] = [];
  await stored().iterate<Stored, undefined>(({ text }, name) => {
    if (isOf(name, text ?? '')) kept.push(name);
    return undefined;
  });
  for (const name of kept) await stored().setItem(name, { at: now(), text: null } satisfies Stored);
}
