import { useMemo } from 'react';
import { demandsHad, repertoireOf } from '@/core/register';
import type { Piece } from '@/core/repertoire';
import { heldCommonLevel } from '@/core/requirements';
import { exposureOf, firstMetIn, partsByLevel, partTurns } from '@/core/shelf';
import { giveParts, newId, type ReadyState } from '@/store';
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
  const instruments = useMemo(() => {
    const own = new Set<string>();
    for (const { catalogue, levels, instrument } of studio.sets.values())
      if (
        catalogue.some(({ pieceId }) => pieceId === piece.id) ||
        levels.some(({ components }) =>
          components.some(({ source }) => source.kind === 'list' && source.pieceIds.includes(piece.id)),
        )
      )
        own.add(instrument.replace(/ ensemble$/, ''));
    return own;
  }, [studio.sets, piece.id]);
  const players = useMemo(
    () =>
      [...studio.students.values()]
        .filter(({ archivedOn, instrument }) => archivedOn === null && instruments.has(instrument))
        .map((student) => {
          const entries = repertoireOf(studio, student.id);
          const had = demandsHad(studio, student);
          return {
            id: student.id,
            name: student.name,
            level: heldCommonLevel(studio.settings.commonLevels, studio.sets.values(), student),
            entry: entries.find(({ pieceId }) => pieceId === piece.id),
            exposure: exposureOf(
              entries.filter(({ pieceId }) => pieceId !== piece.id),
              studio.pieces,
            ),
            had,
          };
        })
        .sort((a, b) => b.level - a.level),
    [studio, instruments, piece.id],
  );
  const turns = useMemo(() => partTurns(studio.repertoire.values(), studio.pieces), [studio]);
  const give = (given: ReadonlyMap<string, string>) =>
    void giveParts(
      [...given].map(([studentId, part]) => ({
        id: players.find(({ id }) => id === studentId)?.entry?.id ?? newId(),
        studentId,
        pieceId: piece.id,
        part,
        stretch: false,
        steps: players.find(({ id }) => id === studentId)?.entry?.steps ?? [{ state: 'begun', day: now.day }],
      })),
    );
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
                      label={`${part.name} to ${name}: ${first.length === 0 ? 'all met before' : `never met ${first.join(', ')}`}`}
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
