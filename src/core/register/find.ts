import type { Studio } from '../files';
import { setLabel } from '../requirements';
import type { Student } from '../students';

/** What can be found in a studio. */
export interface Findable {
  readonly kind: 'student' | 'requirement' | 'level' | 'piece' | 'score';
  /** Of the record; of a level the ids of its set and itself. */
  readonly id: string;
  readonly setId?: string;
  readonly title: string;
  /** What tells two of one title apart. */
  readonly sub: string;
}

/** Text as it is compared: small letters without accents. */
const plain = (text: string): string => text.toLocaleLowerCase('en').normalize('NFD').replace(/\p{M}/gu, '');

interface Line<T> {
  readonly item: T;
  readonly title: string;
  readonly all: string;
}
const lineOf = <T extends { readonly title: string; readonly sub: string }>(item: T): Line<T> => ({
  item,
  title: plain(item.title),
  all: plain(`${item.title} ${item.sub}`),
});

/** Read once for each map of records: a map that changed is another one. */
const known = new WeakMap<ReadonlyMap<string, unknown>, readonly Line<Findable>[]>();
function linesOf<T>(
  records: ReadonlyMap<string, T>,
  found: (record: T) => readonly Findable[],
): readonly Line<Findable>[] {
  const before = known.get(records);
  if (before) return before;
  const lines = [...records.values()]
    .flatMap((record) => found(record).map(lineOf))
    .sort((a, b) => (a.title < b.title ? -1 : a.title > b.title ? 1 : 0));
  known.set(records, lines);
  return lines;
}

const studentWords = ({ instrument, archivedOn }: Student): string =>
  `${instrument}${archivedOn === null ? '' : ', archived'}`;

/**
 * Students, requirements with their levels, pieces and scores that hold every word, and others given beside them.
 * Those whose title begins with the words come first, then those in which a word of the title begins with the first of
 * them, then the rest; within each, others, students, requirements with levels, pieces, scores, each by title.
 * @param words - in any order, parts of words, with or without accents
 * @param most - how many at most
 */
export function findIn<Other extends { readonly title: string; readonly sub: string }>(
  studio: Studio,
  words: string,
  others: readonly Other[],
  most: number,
): (Findable | Other)[] {
  const wanted = plain(words).trim().split(/\s+/).filter(Boolean);
  const [first] = wanted;
  if (first === undefined) return [];
  const lines: readonly (readonly Line<Findable | Other>[])[] = [
    others.map(lineOf),
    linesOf(studio.students, (student) => [
      { kind: 'student', id: student.id, title: student.name, sub: studentWords(student) },
    ]),
    linesOf(studio.sets, (set) => [
      { kind: 'requirement', id: set.id, title: setLabel(set), sub: set.instrument },
      ...set.levels.map((level): Findable => ({
        kind: 'level',
        id: level.id,
        setId: set.id,
        title: level.name,
        sub: setLabel(set),
      })),
    ]),
    linesOf(studio.pieces, (piece) => [
      { kind: 'piece', id: piece.id, title: piece.title, sub: piece.composer },
    ]),
    linesOf(studio.scores, (score) => [
      { kind: 'score', id: score.id, title: score.title, sub: `${score.composer}, score` },
    ]),
  ];
  const whole = wanted.join(' ');
  const ranks: (Findable | Other)[][] = [[], [], []];
  for (const group of lines)
    for (const { item, title, all } of group) {
      if (!wanted.every((word) => all.includes(word))) continue;
      const rank = title.startsWith(whole) ? 0 : ` ${title}`.includes(` ${first}`) ? 1 : 2;
      ranks[rank]?.push(item);
    }
  return ranks.flat().slice(0, most);
}
