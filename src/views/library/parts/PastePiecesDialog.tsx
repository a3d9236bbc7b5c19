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
  return (
    <Dialog title={`Paste graded pieces into ${set.name}`} onClose={onClose} wide>
      <PasteTable
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
      <Dialog title={`Paste all lists of ${set.name}`} onClose={onClose} wide>
        <PasteTable<ListsColumn, ListedPiece>
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
    <Dialog title={`Paste pieces into ${place.component.name}, ${place.level.name}`} onClose={onClose} wide>
      <PasteTable<ListColumn, ListedPiece>
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
