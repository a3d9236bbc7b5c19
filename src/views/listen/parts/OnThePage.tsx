import type { Finding } from '@/core/listening';
import { barOfMeasure } from '@/core/score';
import { inTerms } from '@/core/terms';
import { Section } from '@/ui';
import type { ScoreAnswer } from '@/workers/score.job';
import { EngravedPage } from '../../score/parts/EngravedPage';
import { letterOf } from '../listen-model';

/** The engraved page with the findings above their bars. */
export function OnThePage({
  score,
  findings,
  selected,
  onSelect,
}: {
  readonly score: ScoreAnswer;
  readonly findings: readonly Finding[];
  readonly selected: number | null;
  readonly onSelect: (number: number) => void;
}) {
  const { bars } = score.layout;
  const lettersAt = (number: number) =>
    findings
      .map(({ at, bars: range }, index) => (at !== null && range.from === number ? letterOf(index) : ''))
      .join('');
  return (
    <Section title="On the page" end={inTerms('letters stand at the bars of the findings')}>
      <EngravedPage
        xml={score.xml}
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
