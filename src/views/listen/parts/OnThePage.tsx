import { useMemo } from 'react';
import type { Finding, FindingKind } from '@/core/listening';
import { barOfMeasure } from '@/core/score';
import { inTerms } from '@/core/terms';
import { Section } from '@/ui';
import type { ScoreAnswer } from '@/workers/score.job';
import { EngravedPage } from '../../score/parts/EngravedPage';
import type { NoteLook } from '../../score/note-looks';
import { letterOf } from '../listen-model';
import css from './OnThePage.module.css';

const LOOKS: Partial<Record<FindingKind, NoteLook>> = { wrong: 'ring', missed: 'dashes', added: 'cross' };
const LOOK_WORDS: Readonly<Record<NoteLook, string>> = {
  ring: 'ring: another note',
  dashes: 'ring of dashes: missing',
  cross: 'cross: one note more',
};

/** The engraved page with the findings above their bars, and the slips at their notes. */
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
  const marked = useMemo(
    () =>
      findings.flatMap(({ kind, orders }) => {
        const look = LOOKS[kind];
        // A take kept before notes were named has none.
        return look ? orders.flatMap((order) => (Number.isInteger(order) ? [{ order, look }] : [])) : [];
      }),
    [findings],
  );
  const shown = (['ring', 'dashes', 'cross'] as const).filter((look) =>
    marked.some((each) => each.look === look),
  );
  return (
    <Section title="On the page" end={inTerms('letters stand at the bars of the findings')}>
      {shown.length > 0 && <p className={css.key}>{shown.map((look) => LOOK_WORDS[look]).join('; ')}</p>}
      <EngravedPage
        xml={score.xml}
        barOf={barOfMeasure(score.layout)}
        bars={bars.map(({ number }) => ({
          label: inTerms(`bar ${number}${lettersAt(number) === '' ? '' : `, findings ${lettersAt(number)}`}`),
          tint: lettersAt(number) === '' ? 0 : 0.5,
        }))}
        chunks={[]}
        notes={marked}
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
