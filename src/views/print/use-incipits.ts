import { useEffect, useState } from 'react';
import type { Studio } from '@/core/files';
import type { HandedLine } from '@/core/plan';
import { scoreText } from '@/store';
import { engrave } from '@/workers/engrave.job';

/** Bars that are shown of a place; percent of the engraver's own size. */
const SHOWN = 2;
const SCALE = 40;

interface Range {
  readonly from: number;
  readonly to: number;
}

/** The measures that begin a line's bars; null where no score of the piece says which they are. */
function rangeOf({ pieces }: Pick<Studio, 'pieces'>, { pieceId, bars, what }: HandedLine): Range | null {
  const measures = pieces.get(pieceId ?? '')?.work?.measures;
  if (!measures || !bars || what === undefined) return null;
  const [from, next] = [measures[bars.from - 1], measures[Math.min(bars.to, bars.from + SHOWN - 1)]];
  if (from === undefined) return null;
  return { from, to: next === undefined ? from + SHOWN - 1 : Math.max(from, next - 1) };
}

/** The first bars of each line as SVG, by the line's number; empty until they are engraved. */
export function useIncipits(
  studio: Pick<Studio, 'pieces' | 'scores'>,
  lines: readonly HandedLine[],
): ReadonlyMap<number, string> {
  const [drawn, setDrawn] = useState<ReadonlyMap<number, string>>(new Map());
  useEffect(() => {
    const cancels: (() => void)[] = [];
    let over = false;
    const byScore = new Map<string, { readonly line: number; readonly range: Range }[]>();
    for (const line of lines) {
      const score = studio.scores.get(studio.pieces.get(line.pieceId ?? '')?.scoreId ?? '');
      const range = score && rangeOf(studio, line);
      if (range)
        byScore.set(score.textId, [...(byScore.get(score.textId) ?? []), { line: line.line, range }]);
    }
    for (const [textId, wanted] of byScore)
      void scoreText(textId).then((xml) => {
        if (over || xml === null) return;
        // Bars of rest drawn as one have no measures of their own.
        const single = xml.replace(/<multiple-rest[^>]*>[^<]*<\/multiple-rest>/g, '');
        const ranges = wanted.map(({ range }) => range);
        cancels.push(
          engrave.ask({ xml: single, width: 400, scale: SCALE, ranges }, (reply) => {
            if (over || reply.kind !== 'answer') return;
            setDrawn(
              (before) =>
                new Map([
                  ...before,
                  ...wanted.map(({ line }, at) => [line, reply.answer[at] ?? ''] as const),
                ]),
            );
          }),
        );
      });
    return () => {
      over = true;
      for (const cancel of cancels) cancel();
    };
  }, [studio.pieces, studio.scores, lines]);
  return drawn;
}
