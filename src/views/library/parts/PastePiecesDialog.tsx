import {
  GRADED_COLUMNS,
  PIECE_COLUMNS,
  readGraded,
  readPieces,
  type ColumnMap,
  type GradedColumn,
  type PastedTable,
  type PieceColumn,
} from '@/core/files';
import { formatTime } from '@/core/music';
import type { Piece } from '@/core/repertoire';
import type { Component, Level, RequirementSet } from '@/core/requirements';
import { addPiecesToList, gradePieces, newId } from '@/store';
import { Dialog } from '@/ui';
import { PasteTable } from '../../shell/PasteTable';

const readListed = (table: PastedTable, map: ColumnMap<PieceColumn>) => {
  const { pieces, bad } = readPieces(table, map, newId);
  return { items: pieces, bad };
};
const readCatalogue = (table: PastedTable, map: ColumnMap<GradedColumn>) => readGraded(table, map, newId);

const preview = (piece: Piece) => [
  <b key="title">{piece.title}</b>,
  piece.composer,
  piece.seconds === null ? '' : formatTime(piece.seconds),
  piece.key,
  piece.metre,
  piece.bars === null ? '' : `${piece.bars} bars`,
];

/** Pieces pasted as a table: into a component's list, or into the set's catalogue with their grades. */
export function PastePiecesDialog({
  set,
  level,
  component,
  onClose,
}: {
  readonly set: RequirementSet;
  readonly level: Level;
  readonly component: Component;
  readonly onClose: () => void;
}) {
  if (component.source.kind === 'catalogue')
    return (
      <Dialog title={`Paste graded pieces into ${set.name}`} onClose={onClose} wide>
        <PasteTable
          fields={GRADED_COLUMNS}
          read={readCatalogue}
          itemWords="pieces"
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
  return (
    <Dialog title={`Paste pieces into ${component.name}, ${level.name}`} onClose={onClose} wide>
      <PasteTable
        fields={PIECE_COLUMNS}
        read={readListed}
        itemWords="pieces"
        preview={preview}
        onTake={(pieces) => {
          void addPiecesToList(set.id, level.id, component.id, pieces);
          onClose();
        }}
      />
    </Dialog>
  );
}
