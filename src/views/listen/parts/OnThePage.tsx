import { useEffect, useState } from 'react';
import type { Finding } from '@/core/listening';
import { barOfMeasure, PLAIN_X_RAY } from '@/core/score';
import { inTerms } from '@/core/terms';
import { Loading, Section } from '@/ui';
import { readScoreFile, type ScoreAnswer } from '@/workers/score.job';
import { EngravedPage } from '../../score/parts/EngravedPage';
import { letterOf } from '../listen-model';

/** The engraved page with the findings above their bars. */
export function OnThePage({
  xml,
  textKey,
  findings,
  selected,
  onSelect,
}: {
  readonly xml: string;
  readonly textKey: string;
  readonly findings: readonly Finding[];
  readonly selected: number | null;
  readonly onSelect: (number: number) => void;
}) {
  const [score, set] = useState<ScoreAnswer | null>(null);
  useEffect(
    () =>
      readScoreFile.ask({ file: xml, options: PLAIN_X_RAY }, (reply) => {
        if (reply.kind === 'answer') set(reply.answer);
      }),
    [xml, textKey],
  );
  if (!score) return <Loading what="Engraving the page" />;
  const { bars } = score.layout;
  const lettersAt = (number: number) =>
    findings
      .map(({ at, bars: range }, index) => (at !== null && range.from === number ? letterOf(index) : ''))
      .join('');
  return (
    <Section title="On the page" end={inTerms('letters stand at the bars of the findings')}>
      <EngravedPage
        xml={xml}
        barOf={barOfMeasure(score.layout)}
        bars={bars.map(({ number }) => ({
          label: inTerms(`bar ${number}${lettersAt(number) === '' ? '' : `, findings ${lettersAt(number)}`}`),
          tint: lettersAt(number) === '' ? 0 : 0.5,
        }))}
        chunks={[]}
        shapes={bars.flatMap(({ number }, bar) =>
          lettersAt(number) === '' ? [] : [{ bar, words: lettersAt(number) }],
        )}
        selected={Math.max(
          0,
          bars.findIndex(({ number }) => number === selected),
        )}
        onSelect={(bar) => onSelect(bars[bar]?.number ?? 0)}
      />
    </Section>
  );
}
