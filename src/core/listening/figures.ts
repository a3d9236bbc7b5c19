/** Onsets inside one beat, as shares of it, in order; the first may come after the beat. */
export type Figure = readonly number[];

const QUARTERS = [0, 1 / 4, 1 / 2, 3 / 4];
const THIRDS = [0, 1 / 3, 2 / 3];
const SIXTHS = [0, 1 / 6, 1 / 3, 1 / 2, 2 / 3, 5 / 6];

/** Every choice of some places, the empty one left out. */
function choices(places: readonly number[]): Figure[] {
  const found: number[][] = [[]];
  for (const place of places) found.push(...found.map((each) => [...each, place]));
  return found.slice(1);
}

const keyOf = (figure: Figure): string => figure.map((place) => place.toFixed(3)).join();
export const isSameFigure = (one: Figure, other: Figure): boolean => keyOf(one) === keyOf(other);

/**
 * Figures a beat may be taken for: quarters of it and a triplet where it is parted in two, sixths and a duplet's quarters
 * where it is parted in three.
 */
export function dictionary(isSimple: boolean): readonly Figure[] {
  const all = isSimple
    ? [...choices(QUARTERS), ...choices(THIRDS)]
    : [...choices(SIXTHS), ...choices(QUARTERS)];
  return [...new Map(all.map((figure) => [keyOf(figure), figure])).values()];
}

const NAMES: readonly (readonly [number, string])[] = [
  [4, 'semibreve'],
  [3, 'dotted minim'],
  [2, 'minim'],
  [1.5, 'dotted crotchet'],
  [1, 'crotchet'],
  [0.75, 'dotted quaver'],
  [0.5, 'quaver'],
  [0.375, 'dotted semiquaver'],
  [0.25, 'semiquaver'],
  [0.125, 'demisemiquaver'],
];
const nameOf = (crotchets: number): string | null =>
  NAMES.find(([length]) => Math.abs(length - crotchets) < 1e-3)?.[1] ?? null;
const COUNTS = ['', 'a ', 'two ', 'three ', 'four ', 'five ', 'six '];

/**
 * A figure as a teacher would say it: "a dotted quaver and a semiquaver", "two quavers", "a triplet of quavers". Each value
 * lasts to the next onset, the last to the end of the beat: a tap has no end.
 * @param beat - crotchets
 */
export function figureWords(figure: Figure, beat: number): string {
  if (figure.length === 0) return 'nothing';
  const lengths = figure.map((place, at) => ((figure[at + 1] ?? 1) - place) * beat);
  const late = (figure[0] ?? 0) > 1e-6 ? 'after the beat ' : '';
  const names = lengths.map(nameOf);
  if (names.every((name) => name !== null)) return late + listed(names);
  // What no plain value lasts is said by what it would be written as, so many in the time of others.
  const [times, kind] = [1.5, 4 / 3].flatMap((ratio) => {
    const written = lengths.map((length) => nameOf(length * ratio));
    return written.every((name) => name !== null)
      ? [[written, ratio === 1.5 ? 'in triplets' : 'four in the time of three'] as const]
      : [];
  })[0] ?? [null, ''];
  if (times === null)
    return `${late}${figure.length === 1 ? 'one note' : `${figure.length} notes`} in other shares of the beat`;
  return figure.length === 3 && new Set(times).size === 1 && kind === 'in triplets'
    ? `a triplet of ${times[0] ?? ''}s`
    : `${late}${listed(times)} ${kind}`;
}

/** "a quaver and two semiquavers". */
function listed(names: readonly string[]): string {
  const runs: { name: string; count: number }[] = [];
  for (const name of names) {
    const last = runs.at(-1);
    if (last?.name === name) last.count += 1;
    else runs.push({ name, count: 1 });
  }
  const words = runs.map(
    ({ name, count }) => `${COUNTS[count] ?? `${count} `}${name}${count > 1 ? 's' : ''}`,
  );
  return words.length > 1 ? `${words.slice(0, -1).join(', ')} and ${words.at(-1) ?? ''}` : (words[0] ?? '');
}
