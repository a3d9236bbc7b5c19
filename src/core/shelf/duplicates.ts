import type { Piece } from '../repertoire';
import { wordsOf } from './words';

/** Words that two lists may write or leave out: "The Quay", "Air no. 2", "Air nr 2". */
const EMPTY_WORDS = new Set(['the', 'a', 'an', 'no', 'nr', 'number', 'op', 'opus', 'in']);

/**
 * Pieces that are likely one and the same: the same words in the title, in any order, and the same last name of the
 * composer. Where a composer is missing the title alone must agree, and a key or metre known of both must be the same.
 * @returns groups of two and more, by title
 */
export function likelyTwins(pieces: Iterable<Piece>): (readonly Piece[])[] {
  const byTitle = new Map<string, Piece[]>();
  for (const piece of pieces) {
    const title = wordsOf(piece.title)
      .filter((word) => !EMPTY_WORDS.has(word))
      .sort()
      .join(' ');
    if (title !== '') byTitle.set(title, [...(byTitle.get(title) ?? []), piece]);
  }
  const groups: Piece[][] = [];
  for (const [, same] of [...byTitle].sort(([a], [b]) => (a < b ? -1 : 1))) {
    const left = [...same];
    for (let first = left.shift(); first; first = left.shift()) {
      const lead = first;
      const group = [lead, ...left.filter((other) => isLikely(lead, other))];
      for (const twin of group.slice(1)) left.splice(left.indexOf(twin), 1);
      if (group.length > 1) groups.push(group);
    }
  }
  return groups;
}

const lastName = ({ composer }: Piece) => wordsOf(composer).at(-1) ?? '';
const agree = (a: string | null, b: string | null) =>
  a === null || b === null || a.toLowerCase() === b.toLowerCase();

function isLikely(a: Piece, b: Piece): boolean {
  const [one, other] = [lastName(a), lastName(b)];
  if (one !== '' && other !== '') return one === other;
  return agree(a.key, b.key) && agree(a.metre, b.metre);
}

/** The same data with one piece in the place of another: in lists, programmes, sheets, repertoires; never twice in a list. */
export function withPieceFor(data: unknown, from: string, to: string): unknown {
  if (Array.isArray(data)) {
    const items: unknown[] = data.map((each) => (each === from ? to : withPieceFor(each, from, to)));
    const isKept = (each: unknown) => each === to || (each as { pieceId?: unknown } | null)?.pieceId === to;
    return items.filter((each, at) => !isKept(each) || items.findIndex(isKept) === at);
  }
  if (typeof data !== 'object' || data === null) return data;
  return Object.fromEntries(
    Object.entries(data).map(([name, value]) => [
      name,
      name === 'pieceId' && value === from ? to : withPieceFor(value, from, to),
    ]),
  );
}
