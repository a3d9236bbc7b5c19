import type { Which } from './which';

/** What was typed in a form and not saved: its fields by name, and the record the form was opened with. */
export interface KeptDraft {
  readonly opened: unknown;
  readonly typed: Readonly<Record<string, unknown>>;
}

const OF = (which: Which) => `formal-stave.draft.${which}.`;
const isFields = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

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
  try {
    if (draft) localStorage.setItem(OF(which) + form, JSON.stringify(draft));
    else localStorage.removeItem(OF(which) + form);
    return true;
  } catch {
    return false;
  }
}

/**
 * Drops the drafts of a studio, or those of them that are of a record or name it.
 * @param of - its id, and what it is called; "" for nothing
 */
export function dropDrafts(
  which: Which,
  of: { readonly id: string; readonly name: string } | null = null,
): void {
  const drafts = Array.from({ length: localStorage.length }, (_, at) => localStorage.key(at) ?? '').filter(
    (name) => name.startsWith(OF(which)),
  );
  for (const name of drafts) {
    const text = localStorage.getItem(name) ?? '';
    const isOf = ({ id, name: called }: NonNullable<typeof of>) =>
      name.slice(OF(which).length).split('/').includes(id) ||
      text.includes(JSON.stringify(id)) ||
      (called !== '' && text.includes(JSON.stringify(called).slice(1, -1)));
    if (of === null || isOf(of)) localStorage.removeItem(name);
  }
}
