import { useCallback, useMemo } from 'react';
import type { Piece } from '@/core/repertoire';
import { useDraft } from '../../shell/use-draft';
import type { DraftComponent } from '../draft';
import { componentWith } from '../draft-lists';
import { PasteIntoLists } from './PasteIntoLists';

const HERE = { levelId: '', componentId: '0' };

/** A table pasted into one list of a requirement that is being typed. */
export function PasteOneList({
  id,
  component,
  library,
  onTake,
}: {
  readonly id: string;
  readonly component: DraftComponent;
  readonly library: ReadonlyMap<string, Piece>;
  readonly onTake: (pieces: readonly Piece[], part: Partial<DraftComponent>) => void;
}) {
  const form = useDraft<null>(`paste/${id}/typed`, `Paste into ${component.name}`, null);
  const places = useMemo(() => ({ levels: [] }), []);
  const there = component.pieceIds.length;
  const countIn = useCallback(() => there, [there]);
  return (
    <PasteIntoLists
      form={form}
      places={places}
      place={HERE}
      library={library}
      countIn={countIn}
      onTake={(rows, mode) =>
        onTake(
          rows.map(({ piece }) => piece),
          componentWith(component, rows, mode),
        )
      }
    />
  );
}
