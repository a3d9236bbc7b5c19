import { useMemo, useState, type ReactNode, type SetStateAction } from 'react';
import type { Studio } from '@/core/files';
import type { Piece } from '@/core/repertoire';
import { setLabel, type RequirementSet } from '@/core/requirements';
import { newId, saveSet } from '@/store';
import { useDraft, type Draft as Form } from '../shell/use-draft';
import { useSaving } from '../shell/use-saving';
import { blankDraft, draftOf, wholeDraft, type Draft } from './draft';
import { setOfDraft, type DraftProblems } from './draft-set';

export interface TypedRequirement {
  readonly form: Form<RequirementSet | null>;
  /** As it was saved when the typing began; null for a new one and for a copy. */
  readonly before: RequirementSet | null;
  readonly title: string;
  readonly draft: Draft;
  readonly setDraft: (draft: SetStateAction<Draft>) => void;
  /** Every piece there is, those typed here among them. */
  readonly library: ReadonlyMap<string, Piece>;
  /** The set the fields describe; null while something is wrong. */
  readonly set: RequirementSet | null;
  readonly problems: DraftProblems;
  readonly save: () => void;
  /** What is asked when it was changed elsewhere meanwhile. */
  readonly asking: ReactNode;
}

/**
 * A requirement that is typed, kept from key to key until it is saved.
 * @param id - null for a new one
 * @param saved - null where the studio does not have it: a new one, or a copy
 */
export function useTypedRequirement(
  studio: Studio,
  today: string,
  id: string | null,
  saved: RequirementSet | null,
  onSaved: (set: RequirementSet) => void,
): TypedRequirement {
  const form = useDraft(`set/${id ?? 'new'}`, saved ? `Change ${setLabel(saved)}` : 'New requirement', saved);
  const before = form.opened;
  const first = useMemo<Draft>(() => (before ? draftOf(before) : blankDraft(today)), [before, today]);
  const [kept, setDraft] = form.field('draft', first);
  const draft = useMemo(() => wholeDraft(kept), [kept]);
  const library = useMemo(
    () =>
      new Map([
        ...studio.pieces,
        ...Object.values(draft.pieces).map(({ piece }) => [piece.id, piece] as const),
      ]),
    [studio.pieces, draft.pieces],
  );
  const pieceIds = useMemo(() => new Set(studio.pieces.keys()), [studio.pieces]);
  const [setId] = useState(newId);
  const read = useMemo(() => setOfDraft(draft, () => setId, pieceIds), [draft, setId, pieceIds]);
  const saving = useSaving(
    (set: RequirementSet, opened: RequirementSet | null) => saveSet(set, opened, Object.values(draft.pieces)),
    (set) => {
      form.drop();
      onSaved(set);
    },
  );
  const save = () => {
    if (!read.ok) return;
    // What the fields cannot show is nobody's change: the set as they said it before anything was typed.
    const untyped = setOfDraft(first, () => setId, pieceIds);
    saving.save(read.set, before && draft.copyOf === null ? (untyped.ok ? untyped.set : before) : null);
  };
  return {
    form,
    before,
    title:
      draft.copyOf !== null ? `A copy of ${draft.copyOf}` : before ? setLabel(before) : 'New requirement',
    draft,
    setDraft,
    library,
    set: read.ok ? read.set : null,
    problems: read.ok ? {} : read.problems,
    save,
    asking: saving.asking,
  };
}
