import { formatBars, stretchesOf, type BarRange } from '../music';
import { barsToLearnIn, type PlayedAs, type ScoreWork } from '../score';
import { inTerms } from '../terms';
import { barsToLearn, type Piece } from './piece';

/**
 * The piece as it is played: its bars to learn, its time, and what is worked on; the way over a cut is a place of its own. A bar
 * with notes left out counts less, by the part of its notes that is gone times the share of a bar's minutes that goes with
 * them. Without a score it is as it was.
 * @param thinShare - percent
 */
export function playedPiece(piece: Piece, as: PlayedAs | undefined, thinShare: number): Piece {
  const { work } = piece;
  if (!as || !work) return piece;
  const { cut, lighter, timeShare } = as;
  const stays = (bar: number) => !cut || bar < cut.from || bar > cut.to;
  const gone = new Map(lighter.map((each) => [each.bar, each.gone / each.there]));
  const earliest = new Map<number, number>();
  /** By the first bar of those that are alike: what learning them asks, which is what the heaviest asks. */
  const weights = new Map<number, number>();
  const same = (as.same ?? work.same).map((alike, at) => {
    const bar = at + 1;
    if (alike === 0 || !stays(bar)) return 0;
    const first = earliest.get(alike) ?? bar;
    earliest.set(alike, first);
    const weight = 1 - ((gone.get(bar) ?? 0) * thinShare) / 100;
    weights.set(first, Math.max(weights.get(first) ?? 0, weight));
    return first;
  });
  const [bars, before] = [barsToLearn(piece), barsToLearnIn(work, { from: 1, to: work.same.length })];
  const after = [...weights.values()].reduce((sum, weight) => sum + weight, 0);
  return {
    ...piece,
    seconds: piece.seconds && Math.round(piece.seconds * timeShare),
    barsToLearn: bars && before && (bars * after) / before,
    work: cut ? { ...leftOf(work, cut, stays), same } : { ...work, same },
  };
}

/** What there is to work on of the bars that are left. */
const leftOf = (work: ScoreWork, cut: BarRange, stays: (bar: number) => boolean): ScoreWork => ({
  ...work,
  chunks: work.chunks.flatMap(({ bars: { from, to }, difficulty }) => {
    const parts =
      to < cut.from || from > cut.to
        ? [{ from, to }]
        : [
            { from, to: Math.min(to, cut.from - 1) },
            { from: Math.max(from, cut.to + 1), to },
          ];
    return parts.filter((bars) => bars.from <= bars.to).map((bars) => ({ bars, difficulty }));
  }),
  drills: [
    ...work.drills.filter(
      (drill) =>
        stays(drill.bar) &&
        stays(drill.kind === 'near copy' ? drill.of : drill.kind === 'jump' ? drill.to : drill.bar),
    ),
    { kind: 'jump', bar: cut.from - 1, to: cut.to + 1 },
  ],
  ...(work.rhythms && {
    rhythms: work.rhythms.map((family) => family.filter(stays)).filter(({ length }) => length > 0),
  }),
});

/** "bars 25–39 left out; octaves single in bars 9–16". */
export function playedAsWords({ cut, thin, lighter }: PlayedAs): string {
  return [
    ...(cut ? [inTerms`bars ${formatBars(cut)} left out`] : []),
    ...(thin.length > 0
      ? [
          inTerms`${thin.join(', ')} in bars ${stretchesOf(lighter.map(({ bar }) => bar))
            .map(formatBars)
            .join(', ')}`,
        ]
      : []),
  ].join('; ');
}
