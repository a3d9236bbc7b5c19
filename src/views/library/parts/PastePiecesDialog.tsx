import {
  GRADED_COLUMNS,
  readGraded,
  type ColumnMap,
  type GradedColumn,
  type PastedTable,
} from '@/core/files';
import type { Piece } from '@/core/repertoire';
import type { Component, Level, RequirementSet } from '@/core/requirements';
import { gradePieces, newId, pasteIntoLists } from '@/store';
import { Dialog } from '@/ui';
import { PasteTable } from '../../shell/PasteTable';
import { useDraft } from '../../shell/use-draft';
import { PasteIntoLists } from './PasteIntoLists';
import { pieceWords } from '../piece-words';

const readCatalogue = (table: PastedTable, map: ColumnMap<GradedColumn>) => readGraded(table, map, newId);

/** Graded pieces pasted as a table into the set's catalogue. */
export function PasteGradedDialog({
  set,
  onClose,
}: {
  readonly set: RequirementSet;
  readonly onClose: () => void;
}) {
  const title = `Paste graded pieces into ${set.name}`;
  const form = useDraft<null>(`paste/${set.id}/catalogue`, title, null);
  return (
    <Dialog {...form.dialog} title={title} onClose={onClose} wide>
      <PasteTable
        form={form}
        fields={GRADED_COLUMNS}
        read={readCatalogue}
        itemWord="piece"
        preview={({ piece, rank }) => [`grade ${rank}`, ...pieceWords(piece)]}
        onTake={(items) => {
          void gradePieces(
            set.id,
            items.map(({ piece, rank }) => ({ pieceId: piece.id, rank })),
            items.map(({ piece }) => piece),
          );
          onClose();
        }}
      />
    </Dialog>
  );
}

/** Pieces pasted as a table: into one list, or into all lists of a requirement by the level and list each row names. */
export function PastePiecesDialog({
  set,
  place,
  library,
  onClose,
}: {
  readonly set: RequirementSet;
  /** Null for all lists at once. */
  readonly place: { readonly level: Level; readonly component: Component } | null;
  readonly library: ReadonlyMap<string, Piece>;
  readonly onClose: () => void;
}) {
  const title = place
    ? `Paste pieces into ${place.component.name}, ${place.level.name}`
    : `Paste all lists of ${set.name}`;
  const form = useDraft<null>(
    `paste/${set.id}/${place ? `${place.level.id}/${place.component.id}` : 'lists'}`,
    title,
    null,
  );
  return (
    <Dialog {...form.dialog} title={title} onClose={onClose} wide>
      <PasteIntoLists
        form={form}
        places={set}
        place={place && { levelId: place.level.id, componentId: place.component.id }}
        library={library}
        countIn={(levelId, componentId) => {
          const level = set.levels.find(({ id }) => id === levelId);
          const source = level?.components.find(({ id }) => id === componentId)?.source;
          return source?.kind === 'list' ? source.pieceIds.length : 0;
        }}
        onTake={(items, mode) => {
          void pasteIntoLists(set.id, items, mode);
          onClose();
        }}
      />
    </Dialog>
  );
}
