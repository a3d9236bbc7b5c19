import { withChoice } from '../programme';
import { checkProgramme, choiceCount, choosesPieces, listedPieces, type Entry } from '../requirements';
import { valueAt } from '../value-at';

/** A learned piece that could take a chosen one's place. */
export interface Backup {
  readonly componentId: string;
  /** The piece it would stand for; null for an open place. */
  readonly insteadOf: string | null;
  readonly pieceId: string;
}

/** Pieces already learned that still make a valid programme when one of those chosen falls away. */
export function backupsFor(entry: Entry, learned: readonly string[]): Backup[] {
  const broken = (programme: Entry['programme']) =>
    checkProgramme({ ...entry, programme }).filter(({ status }) => status === 'unmet').length;
  const before = broken(entry.programme);
  const used = new Set(
    Object.values(entry.programme)
      .flat()
      .flatMap((choice) => (choice.kind === 'piece' ? [choice.pieceId] : [])),
  );
  return entry.level.components.filter(choosesPieces).flatMap((component): Backup[] => {
    const listed = listedPieces(component, entry.set);
    const fits = learned.filter((id) => !used.has(id) && (listed === null || listed.includes(id)));
    const chosen = valueAt(entry.programme, component.id) ?? [];
    const places = chosen.length === 0 ? [null] : chosen.map((_, at) => at);
    return places.flatMap((at) =>
      fits.flatMap((pieceId): Backup[] => {
        const gone = at === null ? undefined : chosen[at];
        const rest = at === null ? chosen : chosen.filter((_, index) => index !== at);
        const programme = withChoice(
          { ...entry.programme, [component.id]: rest },
          component.id,
          { kind: 'piece', pieceId },
          Math.max(1, choiceCount(component).max),
        );
        return broken(programme) > before
          ? []
          : [{ componentId: component.id, insteadOf: gone?.kind === 'piece' ? gone.pieceId : null, pieceId }];
      }),
    );
  });
}
