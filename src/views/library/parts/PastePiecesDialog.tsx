import { PIECE_COLUMNS, readPieces, type ColumnMap, type PastedTable, type PieceColumn } from '@/core/files';
import { formatTime } from '@/core/music';
import type { Component, Level, RequirementSet } from '@/core/requirements';
import { addPiecesToList, newId } from '@/store';
import { Dialog } from '@/ui';
import { PasteTable } from '../../shell/PasteTable';

const read = (table: PastedTable, map: ColumnMap<PieceColumn>) => {
  const { pieces, bad } = readPieces(table, map, newId);
  return { items: pieces, bad };
};

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
  return (
    <Dialog title={`Paste pieces into ${component.name}, ${level.name}`} onClose={onClose} wide>
      <PasteTable
        fields={PIECE_COLUMNS}
        read={read}
        itemWords="pieces"
        preview={(piece) => [
          <b key="title">{piece.title}</b>,
          piece.composer,
          piece.seconds === null ? '' : formatTime(piece.seconds),
          piece.key,
          piece.metre,
          piece.bars === null ? '' : `${piece.bars} bars`,
        ]}
        onTake={(pieces) => {
          void addPiecesToList(set.id, level.id, component.id, pieces);
          onClose();
        }}
      />
    </Dialog>
  );
}
