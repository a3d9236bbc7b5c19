import { mergeEdit, recordIn, type Clash, type RecordKind, type Studio } from '@/core/files';
import type { Edit } from './changes';
import { act } from './studio-store';

/** What became of a form that was saved. */
export type FormOutcome<T> =
  | { readonly kind: 'kept' }
  /** Changed in the form and, since it was opened, elsewhere: nothing is kept until each place is chosen. */
  | { readonly kind: 'clash'; readonly clashes: readonly Clash[]; readonly current: T }
  /** What the form was opened with is no longer in the studio; nothing is kept. */
  | { readonly kind: 'gone' };

/**
 * Keeps what a form changed since it was opened, on the record as it is now.
 * @param opened - the record as the form was opened; null for a new one
 * @param also - further edits that come with it, from the record as it will be kept
 */
export async function saveForm<T extends { readonly id: string }>(
  action: string,
  kind: RecordKind,
  typed: T,
  opened: T | null,
  also: (studio: Studio, kept: T) => readonly Edit[] = () => [],
): Promise<FormOutcome<T>> {
  const found: { outcome: FormOutcome<T> } = { outcome: { kind: 'kept' } };
  await act(action, (studio) => {
    const current = recordIn(studio, kind, typed.id) as T | undefined;
    if (opened === null) return [{ kind, data: typed }, ...also(studio, typed)];
    if (!current) {
      found.outcome = { kind: 'gone' };
      return [];
    }
    const { merged, clashes } = mergeEdit(opened, current, typed);
    if (clashes.length > 0) {
      found.outcome = { kind: 'clash', clashes, current };
      return [];
    }
    return [{ kind, data: merged }, ...also(studio, merged)];
  });
  return found.outcome;
}
