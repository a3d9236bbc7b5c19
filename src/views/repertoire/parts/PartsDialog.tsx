import { useMemo } from 'react';
import { playersOf } from '@/core/register';
import type { Piece } from '@/core/repertoire';
import { firstMetIn, partsByLevel, partTurns } from '@/core/shelf';
import { giveParts, type ReadyState } from '@/store';
import { Button, Dialog, DialogActs, Table } from '@/ui';
import css from '../RepertoireView.module.css';

/** The parts of a piece against the players: what each would meet for the first time, and who has which. */
export function PartsDialog({
  ready: { studio, now },
  piece,
  onClose,
}: {
  readonly ready: ReadyState;
  readonly piece: Piece;
  readonly onClose: () => void;
}) {
  const parts = piece.parts ?? [];
  const players = useMemo(() => playersOf(studio, piece), [studio, piece]);
  const turns = useMemo(() => partTurns(studio.repertoire.values(), studio.pieces), [studio]);
  const give = (given: ReadonlyMap<string, string>) => void giveParts(piece.id, given, now.day);
  return (
    <Dialog title={`Parts of ${piece.title}`} wide onClose={onClose}>
      {players.length === 0 ? (
        <p>No student plays an instrument of the requirements that place it.</p>
      ) : (
        <Table
          label="Players and parts"
          head={['Player', 'Level', ...parts.map(({ name }) => name), 'Parts so far']}
          tight
        >
          {players.map(({ id, name, level, entry, exposure, had }) => (
            <tr key={id}>
              <th scope="row">{name}</th>
              <td>{level === 0 ? 'none held' : level}</td>
              {parts.map((part) => {
                const first = firstMetIn(piece, part.name, exposure);
                const lacking = part.demands.filter((demand) => !had.has(demand.toLowerCase()));
                return (
                  <td key={part.name} className={css.given}>
                    <Button
                      pressed={entry?.part === part.name}
                      label={`${first.length === 0 ? 'all met' : `${first.length} never met`}: ${part.name} to ${name}${first.length === 0 ? '' : `, ${first.join(', ')}`}`}
                      onClick={() => give(new Map([[id, part.name]]))}
                    >
                      {first.length === 0 ? 'all met' : `${first.length} never met`}
                      {lacking.length > first.length ? `, ${lacking.length} not had` : ''}
                    </Button>
                  </td>
                );
              })}
              <td>
                {(turns.get(id) ?? [])
                  .flatMap((count, at) => (count === 0 ? [] : [`${place(at)} ${count}×`]))
                  .join(', ') || 'none'}
              </td>
            </tr>
          ))}
        </Table>
      )}
      <p className={css.soft}>
        Met or never met in the parts played so far, this piece left out. Places count from the part that asks
        for most.
      </p>
      <DialogActs>
        <Button look="do" disabled={players.length === 0} onClick={() => give(partsByLevel(piece, players))}>
          Give out by level
        </Button>
      </DialogActs>
    </Dialog>
  );
}

const place = (at: number) => ['hardest', 'second', 'third', 'fourth'][at] ?? `${at + 1}th`;
