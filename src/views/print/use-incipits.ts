import { useEffect, useState } from 'react';
import type { Studio } from '@/core/files';
import type { HandedLine } from '@/core/plan';
import { onOpenStrings, stringsOf, withValues, type StringInstrument } from '@/core/score';
import { scoreText } from '@/store';
import { engrave } from '@/workers/engrave.job';

/** Bars that are shown of a place; percent of the engraver's own size. */
const SHOWN = 2;
const SCALE = 40;

interface Range {
  readonly from: number;
  readonly to: number;
}

interface Wanted {
  readonly textId: string;
  readonly line: number;
  readonly range: Range;
  /** As its open strings; null: as printed. */
  readonly onStrings: StringInstrument | null;
}

/** The measures that begin a line's bars; null where no score of the piece says which they are. */
function rangeOf({ pieces }: Pick<Studio, 'pieces'>, { pieceId, bars, what }: HandedLine): Range | null {
  const measures = pieces.get(pieceId ?? '')?.work?.measures;
  if (!measures || !bars || what === undefined) return null;
  const [from, next] = [measures[bars.from - 1], measures[Math.min(bars.to, bars.from + SHOWN - 1)]];
  if (from === undefined) return null;
  return { from, to: next === undefined ? from + SHOWN - 1 : Math.max(from, next - 1) };
}

/** A drawing as large as it was engraved, so that the staves of short and long ones are alike. */
const inItsSize = (svg: string): string => svg.replace(/ viewBox="0 0 (\d+) /, ' width="$1"$&');

/**
 * The first bars of each line as SVG, by the line's number; empty until they are engraved.
 * @param isDoubled - in values twice as long; as printed where the longest of them has none
 * @param instrument - whose open strings a line may ask for
 */
export function useIncipits(
  studio: Pick<Studio, 'pieces' | 'scores'>,
  lines: readonly HandedLine[],
  { isDoubled = false, instrument = '' } = {},
): ReadonlyMap<number, string> {
  const [drawn, setDrawn] = useState<ReadonlyMap<number, string>>(new Map());
  useEffect(() => {
    const cancels: (() => void)[] = [];
    let over = false;
    const strings = stringsOf(instrument);
    /** By the text and how it is written: each is read and engraved once. */
    const groups = new Map<string, Wanted[]>();
    for (const line of lines) {
      const score = studio.scores.get(studio.pieces.get(line.pieceId ?? '')?.scoreId ?? '');
      const range = score && rangeOf(studio, line);
      if (!range) continue;
      const onStrings = strings !== null && line.onOpenStrings === true ? strings : null;
      const key = `${score.textId} ${onStrings ?? ''}`;
      groups.set(key, [
        ...(groups.get(key) ?? []),
        { textId: score.textId, line: line.line, range, onStrings },
      ]);
    }
    for (const wanted of groups.values()) {
      const [{ textId, onStrings } = { textId: '', onStrings: null }] = wanted;
      void scoreText(textId).then((printed) => {
        if (over || printed === null) return;
        const xml = (onStrings && onOpenStrings(printed, onStrings)) ?? printed;
        const doubled = isDoubled ? withValues(xml, 'doubled') : null;
        // Bars of rest drawn as one have no measures of their own.
        const single = (doubled?.ok ? doubled.value : xml).replace(
          /<multiple-rest[^>]*>[^<]*<\/multiple-rest>/g,
          '',
        );
        const ranges = wanted.map(({ range }) => range);
        cancels.push(
          engrave.ask({ xml: single, width: 400, scale: SCALE, ranges }, (reply) => {
            if (over || reply.kind !== 'answer') return;
            setDrawn(
              (before) =>
                new Map([
                  ...before,
                  ...wanted.map(({ line }, at) => [line, inItsSize(reply.answer[at] ?? '')] as const),
                ]),
            );
          }),
        );
      });
    }
    return () => {
      over = true;
      for (const cancel of cancels) cancel();
    };
  }, [studio.pieces, studio.scores, lines, isDoubled, instrument]);
  return drawn;
}
