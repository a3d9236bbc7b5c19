import { formatBars, stretchesOf, type BarRange } from '../music';
import { barsToLearnIn, type PlayedAs, type ScoreWork } from '../score';
import { inTerms } from '../terms';
import { barsToLearn, type Piece } from './piece';

const isCut = ({ cut }: PlayedAs, bar: number) => cut !== undefined && cut.from <= bar && bar <= cut.to;

/**
 * What the bars ask for that are left: a bar with notes left out counts less, by the part of its notes that is gone times the
 * share of a bar's minutes that goes with its notes.
 * @param thinShare - percent
 * @returns bars to learn, with parts of bars
 */
function workIn(work: ScoreWork, as: PlayedAs | null, thinShare: number): number {
  if (!as) return barsToLearnIn(work, { from: 1, to: work.same.length });
  const gone = new Map(as.lighter.map(({ bar, gone: some, there }) => [bar, some / there]));
  const first = new Map<number, number>();
  for (const [at, same] of (as.same ?? work.same).entries()) {
    if (same === 0 || isCut(as, at + 1)) continue;
    // Of bars that were alike the heaviest that is left is learned.
    const weight = 1 - ((gone.get(at + 1) ?? 0) * thinShare) / 100;
    first.set(same, Math.max(first.get(same) ?? 0, weight));
  }
  return [...first.values()].reduce((sum, weight) => sum + weight, 0);
}

/** The piece as it is played: its bars to learn, its time, and what is worked on. Without a score it is as it was. */
export function playedPiece(piece: Piece, as: PlayedAs | undefined, thinShare: number): Piece {
  const { work } = piece;
  if (!as || !work) return piece;
  const [before, after] = [workIn(work, null, thinShare), workIn(work, as, thinShare)];
  const bars = barsToLearn(piece);
  return {
    ...piece,
    seconds: piece.seconds === null ? null : Math.round(piece.seconds * as.timeShare),
    barsToLearn: bars === null || before === 0 ? bars : (bars * after) / before,
    work: playedWork(work, as),
  };
}

/** What there is to work on of the bars that are left; the way over the cut is a place of its own. */
function playedWork(work: ScoreWork, as: PlayedAs): ScoreWork {
  const { cut } = as;
  const known = as.same ?? work.same;
  if (!cut) return { ...work, same: known };
  const stays = (bar: number) => !isCut(as, bar);
  const first = new Map<number, number>();
  return {
    ...work,
    same: known.map((same, at) => {
      if (same === 0 || !stays(at + 1)) return 0;
      const earliest = first.get(same) ?? at + 1;
      first.set(same, earliest);
      return earliest;
    }),
    chunks: work.chunks.flatMap((chunk) => leftOfChunk(chunk, cut)),
    drills: [
      ...work.drills.filter((drill) => {
        const others = drill.kind === 'near copy' ? [drill.of] : drill.kind === 'jump' ? [drill.to] : [];
        return [drill.bar, ...others].every(stays);
      }),
      { kind: 'jump', bar: cut.from - 1, to: cut.to + 1 },
    ],
    ...(work.rhythms && {
      rhythms: work.rhythms.map((family) => family.filter(stays)).filter(({ length }) => length > 0),
    }),
  };
}

function leftOfChunk(chunk: ScoreWork['chunks'][number], cut: BarRange): ScoreWork['chunks'][number][] {
  const { from, to } = chunk.bars;
  const parts = [
    { from, to: Math.min(to, cut.from - 1) },
    { from: Math.max(from, cut.to + 1), to },
  ];
  if (to < cut.from || from > cut.to) return [chunk];
  return parts.filter((bars) => bars.from <= bars.to).map((bars) => ({ ...chunk, bars }));
}

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
