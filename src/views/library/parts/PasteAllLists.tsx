import { useCallback, useMemo } from 'react';
import type { NamedLists } from '@/core/files';
import type { Piece } from '@/core/repertoire';
import { newId } from '@/store';
import { useDraft } from '../../shell/use-draft';
import type { Draft } from '../draft';
import { countIn, placesOf, withListed, withMissing } from '../draft-lists';
import { PasteIntoLists } from './PasteIntoLists';

/** All lists of a requirement from one table; levels and lists it names and the requirement lacks are added. */
export function PasteAllLists({
  id,
  draft,
  library,
  onTaken,
}: {
  /** Of the requirement, or "new". */
  readonly id: string;
  readonly draft: Draft;
  readonly library: ReadonlyMap<string, Piece>;
  readonly onTaken: (draft: Draft) => void;
}) {
  const form = useDraft<null>(
    `paste/${id}/typed`,
    `Paste lists of ${draft.name || 'a new requirement'}`,
    null,
  );
  const places = useMemo(() => placesOf(draft), [draft]);
  const grow = useCallback((named: NamedLists) => withMissing(draft, named, newId), [draft]);
  const count = useCallback((levelId: string, at: string) => countIn(draft, levelId, at), [draft]);
  return (
    <PasteIntoLists
      form={form}
      places={places}
      place={null}
      library={library}
      countIn={count}
      withMissing={grow}
      onTake={(items, mode, grown) => onTaken(withListed(grown ?? draft, items, mode, library))}
    />
  );
}
