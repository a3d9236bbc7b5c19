/** The teacher's words for marks from `from` to `to`, both included, of ten points a student gives without any scheme. */
export interface OwnWords {
  readonly from: number;
  readonly to: number;
  readonly words: string;
}

/** Points of a self-mark that belongs to no scheme. It is never converted into marks, or marks into it. */
export const OWN_POINTS = 10;

const points = Array.from({ length: OWN_POINTS + 1 }, (_, at) => at);
const covers = ({ from, to }: OwnWords, mark: number) => from <= mark && mark <= to;

/** The words for a mark; null where the teacher has none for it. */
export const ownWordsOf = (words: readonly OwnWords[], mark: number): string | null =>
  words.find((each) => covers(each, mark))?.words ?? null;

/** What is still to be asked about the words: marks without any, and marks with two. */
export interface OwnWordsQuestions {
  readonly holes: readonly { readonly from: number; readonly to: number }[];
  readonly twice: readonly number[];
}

/** @param words - where there are none at all nothing is asked */
export function ownWordsQuestions(words: readonly OwnWords[]): OwnWordsQuestions {
  if (words.length === 0) return { holes: [], twice: [] };
  const holes: { from: number; to: number }[] = [];
  for (const mark of points) {
    if (words.some((each) => covers(each, mark))) continue;
    const last = holes.at(-1);
    if (last?.to === mark - 1) last.to = mark;
    else holes.push({ from: mark, to: mark });
  }
  return {
    holes,
    twice: points.filter((mark) => words.filter((each) => covers(each, mark)).length > 1),
  };
}
