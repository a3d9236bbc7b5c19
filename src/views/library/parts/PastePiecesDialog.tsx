import { useCallback, useState } from 'react';
import {
  GRADED_COLUMNS,
  LIST_COLUMNS,
  LISTS_COLUMNS,
  readGraded,
  readLists,
  type ColumnMap,
  type GradedColumn,
  type ListColumn,
  type ListedPiece,
  type ListsColumn,
  type PastedTable,
} from '@/core/files';
import { formatTime } from '@/core/music';
import type { Piece } from '@/core/repertoire';
import { findLevel, type Component, type Level, type RequirementSet } from '@/core/requirements';
import { gradePieces, newId, pasteIntoLists } from '@/store';
import { Dialog, SelectField } from '@/ui';
import { PasteTable } from '../../shell/PasteTable';
import { useDraft } from '../../shell/use-draft';

const readCatalogue = (table: PastedTable, map: ColumnMap<GradedColumn>) => readGraded(table, map, newId);

const preview = (piece: Piece) => [
  <b key="title">{piece.title}</b>,
  piece.composer,
  piece.seconds === null ? '' : formatTime(piece.seconds),
  piece.key,
  piece.metre,
  piece.bars === null ? '' : `${piece.bars} bars`,
  [piece.book, piece.page && `p. ${piece.page}`].filter(Boolean).join(', '),
];

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
        preview={({ piece, rank }) => [`grade ${rank}`, ...preview(piece)]}
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
  const [mode, setMode] = useState<'add' | 'replace' | ''>('');
  const read = useCallback(
    (table: PastedTable, map: ColumnMap<ListColumn> | ColumnMap<ListsColumn>) => {
      const spot = place && { levelId: place.level.id, componentId: place.component.id };
      const { items, bad } = readLists(table, map, newId, library.values(), set, spot);
      const there = countThere(set, items);
      const asks = there > 0 && items.length > 0;
      return {
        items: asks && mode === '' ? [] : items,
        bad,
        questions: asks ? (
          <SelectField
            label={`${there === 1 ? 'One piece stands' : `${there} pieces stand`} in ${place ? 'the list' : 'these lists'} already`}
            value={mode}
            options={[
              { value: '', label: 'what becomes of them?' },
              { value: 'add', label: 'they stay; these come to them' },
              { value: 'replace', label: 'these take their place' },
            ]}
            onChange={(value) => setMode(value as typeof mode)}
          />
        ) : undefined,
      };
    },
    [set, place, library, mode],
  );
  const take = (items: readonly ListedPiece[]) => {
    void pasteIntoLists(set.id, items, mode === 'replace' ? 'replace' : 'add');
    onClose();
  };
  if (place === null)
    return (
      <Dialog {...form.dialog} title={title} onClose={onClose} wide>
        <PasteTable<ListsColumn, ListedPiece>
          form={form}
          fields={LISTS_COLUMNS}
          read={read}
          itemWord="piece"
          preview={({ levelId, componentId, number, piece }) => [
            placeWords(set, levelId, componentId),
            number,
            ...preview(piece),
          ]}
          onTake={take}
        />
      </Dialog>
    );
  return (
    <Dialog {...form.dialog} title={title} onClose={onClose} wide>
      <PasteTable<ListColumn, ListedPiece>
        form={form}
        fields={LIST_COLUMNS}
        read={read}
        itemWord="piece"
        preview={({ number, piece }) => [number, ...preview(piece)]}
        onTake={take}
      />
    </Dialog>
  );
}

function placeWords(set: RequirementSet, levelId: string, componentId: string): string {
  const level = findLevel(set, levelId);
  return `${level?.name ?? ''} ${level?.components.find(({ id }) => id === componentId)?.letter ?? ''}`;
}

/** Pieces that stand in the lists the rows name. */
function countThere(set: RequirementSet, items: readonly ListedPiece[]): number {
  const places = new Set(items.map(({ levelId, componentId }) => `${levelId}/${componentId}`));
  return set.levels
    .flatMap((level) => level.components.map((component) => ({ level, component })))
    .reduce(
      (sum, { level, component: { id, source } }) =>
        source.kind === 'list' && places.has(`${level.id}/${id}`) ? sum + source.pieceIds.length : sum,
      0,
    );
}
