import { lazy, Suspense, useState } from 'react';
import type { Studio } from '@/core/files';
import { BARE_PIECE, type Piece } from '@/core/repertoire';
import { likelyTwins } from '@/core/shelf';
import { addPieces, newId } from '@/store';
import { Button } from '@/ui';

const PieceDialog = lazy(() =>
  import('../../library/parts/PieceDialog').then((part) => ({ default: part.PieceDialog })),
);
const PastePieces = lazy(() => import('./PastePieces').then((part) => ({ default: part.PastePieces })));
const TwinsDialog = lazy(() => import('./TwinsDialog').then((part) => ({ default: part.TwinsDialog })));

/** Pieces added one by one or from a table, and those that stand there twice. */
export function NewPieces({ studio }: { readonly studio: Studio }) {
  const [dialog, setDialog] = useState<'none' | 'one' | 'table'>('none');
  const [twins, setTwins] = useState<readonly (readonly Piece[])[] | null>(null);
  const [blank, setBlank] = useState<Piece | null>(null);
  const close = () => setDialog('none');
  return (
    <Suspense fallback={null}>
      <Button
        onClick={() => {
          setBlank({ ...BARE_PIECE, id: newId() });
          setDialog('one');
        }}
      >
        Add a piece
      </Button>
      <Button onClick={() => setDialog('table')}>Paste or open a table</Button>
      {studio.pieces.size > 0 && (
        <Button
          onClick={() =>
            void import('../../library/save-pieces').then(({ savePieces }) =>
              savePieces('All pieces.csv', [...studio.pieces.values()]),
            )
          }
        >
          Save as CSV
        </Button>
      )}
      <Button onClick={() => setTwins(likelyTwins(studio.pieces.values()))}>Find duplicates</Button>
      {dialog === 'one' && blank && <PieceDialog piece={blank} isNew onClose={close} />}
      {dialog === 'table' && (
        <PastePieces
          onClose={close}
          onTake={(pieces) => {
            const fresh = new Set(pieces.map(({ id }) => id));
            const groups = likelyTwins([...studio.pieces.values(), ...pieces]).filter((group) =>
              group.some(({ id }) => fresh.has(id)),
            );
            void addPieces(pieces).then((kept) => kept && groups.length > 0 && setTwins(groups));
            close();
          }}
        />
      )}
      {twins && <TwinsDialog studio={studio} groups={twins} onClose={() => setTwins(null)} />}
    </Suspense>
  );
}
