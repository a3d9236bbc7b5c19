import { distance } from 'fastest-levenshtein';
import type { Piece } from '../repertoire';
import { wordsOf } from './words';

/** The words of one piece, each after a space, so that a word's beginning is found by looking for " word". */
interface Line {
  readonly id: string;
  readonly title: string;
  readonly composer: string;
  readonly all: string;
}
/** The words of the pieces, in the order given. */
export interface TextIndex {
  readonly lines: readonly Line[];
  /** Every word of four letters and more, once. */
  readonly words: readonly string[];
}

/** A word in the title counts more than one in the composer's name, and that more than the rest. */
const WEIGHTS = [
  ['title', 4],
  ['composer', 2],
] as const;
const OF_THE_REST = 1;
/** Letters a word must have before one slip is forgiven, and before two are. */
const FORGIVEN = [4, 8] as const;

/** A piece does not change: its line is made once. */
const made = new WeakMap<Piece, Line>();
const spaced = (text: string) => wordsOf(text).reduce((line, word) => `${line} ${word}`, '');

function lineOf(piece: Piece): Line {
  const before = made.get(piece);
  if (before) return before;
  const { id, title, composer, demands, key, metre, period, character, notes, kind } = piece;
  const names = { title: spaced(title), composer: spaced(composer) };
  const rest = spaced([...demands, key, metre, period, character, kind, notes].join(' '));
  const line = { id, ...names, all: `${names.title}${names.composer}${rest}` };
  made.set(piece, line);
  return line;
}

export function openTextIndex(pieces: Iterable<Piece>): TextIndex {
  const lines = [...pieces].map(lineOf);
  const words = new Set<string>();
  for (const { all } of lines)
    for (const word of all.split(' ')) if (word.length >= FORGIVEN[0]) words.add(word);
  return { lines, words: [...words] };
}

/**
 * Ids of the pieces in which every word of the text begins a word; the nearest first, pieces as near in the order of
 * the index. A word that begins none is read as the nearest known ones, one or two letters apart.
 */
export function idsWith({ lines, words }: TextIndex, text: string): string[] {
  const asked = wordsOf(text).map((word) => {
    const beginning = ` ${word}`;
    const known = lines.some(({ all }) => all.includes(beginning));
    return known ? [beginning] : nearest(words, word).map((near) => ` ${near}`);
  });
  const whole = ` ${wordsOf(text).join(' ')}`;
  /** Ids by worth; worths are small whole numbers. */
  const found: string[][] = [];
  for (const line of lines) {
    let worth = line.title.startsWith(whole) ? WEIGHTS[0][1] : 0;
    let all = true;
    for (const each of asked) {
      const own = worthOf(line, each);
      worth += own;
      if (own === 0) {
        all = false;
        break;
      }
    }
    if (all) (found[worth] ??= []).push(line.id);
  }
  return found.reverse().flat();
}

function worthOf(line: Line, anyOf: readonly string[]): number {
  const has = (text: string) => anyOf.some((beginning) => text.includes(beginning));
  if (!has(line.all)) return 0;
  return WEIGHTS.find(([field]) => has(line[field]))?.[1] ?? OF_THE_REST;
}

function nearest(words: readonly string[], word: string): string[] {
  const most = FORGIVEN.filter((letters) => word.length >= letters).length;
  const near = words
    .map((each) => ({ each, apart: distance(each.slice(0, word.length + 1), word) }))
    .filter(({ apart }) => apart <= most);
  const least = Math.min(...near.map(({ apart }) => apart));
  return near.filter(({ apart }) => apart === least).map(({ each }) => each);
}
