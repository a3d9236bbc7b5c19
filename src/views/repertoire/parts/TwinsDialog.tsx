import { inTerms } from '@/core/terms';
import { useMemo } from 'react';
import type { Studio } from '@/core/files';
import type { Piece } from '@/core/repertoire';
import { crosswalk } from '@/core/requirements';
import { joinTwins } from '@/store';
import { Button, Dialog, Table } from '@/ui';
import { placeWords, timeWords } from '../shelf-model';
import css from '../RepertoireView.module.css';

/** Groups shown at once. */
const MOST = 20;

/** Pieces that are likely one and the same, and which of them stays. */
export function TwinsDialog({
  studio,
  groups,
  onClose,
}: {
  readonly studio: Studio;
  readonly groups: readonly (readonly Piece[])[];
  readonly onClose: () => void;
}) {
  const places = useMemo(
    () =>
      new Map(
        crosswalk(studio.sets.values(), studio.settings.commonLevels).map((row) => [row.pieceId, row.places]),
      ),
    [studio.sets, studio.settings.commonLevels],
  );
  const left = groups
    .map((group) => group.flatMap(({ id }) => studio.pieces.get(id) ?? []))
    .filter((group) => group.length > 1);
  return (
    <Dialog title="Likely the same piece" wide onClose={onClose}>
      {left.length === 0 && <p>No two pieces look alike.</p>}
      {left.slice(0, MOST).map((group) => (
        <Table
          key={group[0]?.id}
          label={`Duplicates of ${group[0]?.title ?? ''}`}
          head={['Piece', 'Composer', 'Facts', 'Placed', 'Which stays']}
          tight
        >
          {group.map((piece) => (
            <tr key={piece.id}>
              <th scope="row">{piece.title}</th>
              <td>{piece.composer}</td>
              <td>{[timeWords(piece), piece.key, piece.metre].filter(Boolean).join(', ')}</td>
              <td>
                {(places.get(piece.id) ?? []).map((place) => placeWords(place, studio.sets)).join('; ') ||
                  'nowhere'}
              </td>
              <td>
                <Button
                  label={`Keep ${piece.title}, ${piece.composer}, ${timeWords(piece)}`}
                  onClick={() =>
                    void joinTwins(
                      piece.id,
                      group.flatMap(({ id }) => (id === piece.id ? [] : [id])),
                    )
                  }
                >
                  Keep this one
                </Button>
              </td>
            </tr>
          ))}
        </Table>
      ))}
      {left.length > MOST && (
        <p className={css.soft}>{left.length - MOST} more follow as these are joined.</p>
      )}
      <p className={css.soft}>
        {inTerms(
          'The one that stays takes the other’s place in lists, programmes, marks and repertoires. Undo brings it back. Two editions of one piece that differ can stay as they are.',
        )}
      </p>
    </Dialog>
  );
}
