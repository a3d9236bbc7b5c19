/** Playing that is another thing below a share of the performance tempo, told by the words of a demand. */
const FEATURES: readonly (readonly [RegExp, string])[] = [
  [/spiccato|sautill|ricochet|bounc/i, 'the bounced stroke'],
  [/\brolls?\b|tremolo/i, 'the roll'],
  [/long breath|long phrase|breath/i, 'the breath'],
];

/**
 * What of a piece cannot be judged at a tempo.
 * @param from - percent of the performance tempo from which everything can
 */
export function notJudged(
  demands: readonly string[],
  tempo: number,
  performance: number,
  from: number,
): string[] {
  if (tempo * 100 >= performance * from) return [];
  return FEATURES.filter(([pattern]) => demands.some((demand) => pattern.test(demand))).map(
    ([, name]) => name,
  );
}
