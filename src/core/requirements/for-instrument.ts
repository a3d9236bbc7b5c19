import type { Piece } from '../repertoire';
import { namesOf } from './requirement-set';
import type { RequirementSet } from './with-rules';

/** Whether a piece is for an instrument; unknown where neither the piece nor a list says for which. */
export type ForInstrument = 'yes' | 'no' | 'unknown';

/**
 * For which instruments pieces are: what the piece itself says, else what the levels that list it are open to. A level
 * open to any instrument says nothing of its pieces.
 * @returns a reader for a piece and an instrument, or several with commas between them; "any" is every instrument
 */
export function forInstrument(
  sets: Iterable<RequirementSet>,
): (piece: Pick<Piece, 'id' | 'instrument'>, instrument: string) => ForInstrument {
  const listed = new Map<string, Set<string>>();
  const add = (pieceIds: readonly string[], open: readonly string[]) => {
    if (open.includes('any')) return;
    for (const id of pieceIds) {
      const names = listed.get(id) ?? new Set();
      for (const name of open) names.add(name);
      listed.set(id, names);
    }
  };
  for (const set of sets) {
    const whole = namesOf(set.instrument);
    add(
      set.catalogue.map(({ pieceId }) => pieceId),
      whole,
    );
    for (const { components, instruments } of set.levels) {
      const open = instruments.length > 0 ? instruments.flatMap(namesOf) : whole;
      for (const { source } of components)
        add(
          source.kind === 'list' ? source.pieceIds : source.kind === 'excerpt' ? [source.pieceId] : [],
          open,
        );
    }
  }
  let [last, asked] = ['', namesOf('')];
  return (piece, instrument) => {
    // One instrument is asked about for many pieces.
    if (instrument !== last) [last, asked] = [instrument, namesOf(instrument)];
    const known = piece.instrument === undefined ? listed.get(piece.id) : new Set(namesOf(piece.instrument));
    if (asked.includes('any') || known?.has('any')) return 'yes';
    if (!known || known.size === 0) return 'unknown';
    return asked.some((name) => known.has(name)) ? 'yes' : 'no';
  };
}
