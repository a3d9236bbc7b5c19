import { demandWords } from '@/core/skills';
import { PIECE_COLUMNS, readPieces, type ColumnMap, type PastedTable, type PieceColumn } from '@/core/files';
import { formatTime } from '@/core/music';
import type { Piece } from '@/core/repertoire';
import { newId } from '@/store';
import { Dialog } from '@/ui';
import { PasteTable } from '../../shell/PasteTable';
import { useDraft } from '../../shell/use-draft';

const readRows = (table: PastedTable, map: ColumnMap<PieceColumn>) => {
  const { pieces, bad } = readPieces(table, map, newId);
  return { items: pieces, bad };
};

/** Pieces from a table, for the shelf alone. */
export function PastePieces({
  onClose,
  onTake,
}: {
  readonly onClose: () => void;
  readonly onTake: (pieces: readonly Piece[]) => void;
}) {
  const form = useDraft<null>('paste/pieces', 'Paste pieces', null);
  return (
    <Dialog {...form.dialog} title="Paste pieces" onClose={onClose} wide>
      <PasteTable
        form={form}
        fields={PIECE_COLUMNS}
        read={readRows}
        itemWord="piece"
        preview={(piece: Piece) => [
          <b key="title">{piece.title}</b>,
          piece.composer,
          piece.seconds === null ? '' : formatTime(piece.seconds),
          piece.key,
          piece.metre,
          piece.demands.map(demandWords).join(', '),
        ]}
        onTake={onTake}
      />
    </Dialog>
  );
}
