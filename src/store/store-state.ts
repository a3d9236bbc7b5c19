import type { Studio } from '@/core/files';
import type { SetAside } from './binders';
import type { Now } from './clock';
import type { Which } from './which';

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
/** What a page can show of the store. */
export type StoreState =
  | { readonly kind: 'opening' }
  | { readonly kind: 'first run' }
  | { readonly kind: 'failed'; readonly message: string }
  | ReadyState;
