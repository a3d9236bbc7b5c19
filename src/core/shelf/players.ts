import type { Piece, PiecePart, RepertoireEntry } from '../repertoire';

/** The part that asks for most first. */
const hardestFirst = ({ parts = [] }: Piece): PiecePart[] =>
  [...parts].sort((a, b) => b.demands.length - a.demands.length);

/**
 * Parts given out by level: the furthest on takes the part that asks for most, each part as many players as the next,
 * the parts that ask for more the odd ones.
 * @param players - with their level on one scale
 * @returns the name of the part by player; nothing where the piece has no parts
 */
export function partsByLevel(
  piece: Piece,
  players: readonly { readonly id: string; readonly level: number }[],
): Map<string, string> {
  const parts = hardestFirst(piece);
  const order = [...players].sort((a, b) => b.level - a.level);
  const [each, over] = [Math.floor(order.length / parts.length), order.length % parts.length];
  let at = 0;
  return new Map(
    parts.flatMap(({ name }, place) => {
      const group = order.slice(at, at + each + (place < over ? 1 : 0));
      at += group.length;
      return group.map(({ id }) => [id, name] as const);
    }),
  );
}

/** How often each player had a part of that place so far: 0 is the part that asks for most. By player, then place. */
export function partTurns(
  entries: Iterable<RepertoireEntry>,
  pieces: ReadonlyMap<string, Piece>,
): Map<string, number[]> {
  const turns = new Map<string, number[]>();
  for (const { studentId, pieceId, part } of entries) {
    const piece = pieces.get(pieceId);
    const place = piece ? hardestFirst(piece).findIndex(({ name }) => name === part) : -1;
    if (place < 0) continue;
    const own = turns.get(studentId) ?? [];
    turns.set(
      studentId,
      Array.from(
        { length: Math.max(own.length, place + 1) },
        (_, at) => (own[at] ?? 0) + Number(at === place),
      ),
    );
  }
  return turns;
}
