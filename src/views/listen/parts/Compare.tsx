import { useState } from 'react';
import { comparePassages, levelsHeard, type Heard } from '@/core/listening';
import { formatBars, type BarRange } from '@/core/music';
import { inTerms } from '@/core/terms';
import { Section, SelectField } from '@/ui';
import type { ScoreAnswer } from '@/workers/score.job';
import { levelsWords, passagesWords } from '../listen-model';
import css from './Compare.module.css';

/** Passages that should have one tempo, held beside each other; the written levels by how loud they were. */
export function Compare({ heard, score }: { readonly heard: Heard; readonly score: ScoreAnswer }) {
  const sections = score.work.chunks.map(({ bars }) => bars).filter(({ from, to }) => to > from);
  const [pair, choose] = useState<readonly [BarRange | null, BarRange | null]>([null, null]);
  const [first, second] = pair;
  const options = [
    { value: '', label: 'choose' },
    ...sections.map((section) => ({
      value: formatBars(section),
      label: inTerms(`bars ${formatBars(section)}`),
    })),
  ];
  const rangeOf = (value: string) => sections.find((section) => formatBars(section) === value) ?? null;
  const levels =
    heard.loudness &&
    levelsHeard(
      heard.loudness,
      score.loudness.steps.map(({ bar, level, gradual }) => ({
        number: score.layout.bars[bar]?.number ?? 0,
        level,
        gradual,
      })),
    );
  return (
    <>
      {sections.length > 1 && (
        <Section title="Two passages" end="should they have one tempo?">
          <div className={css.fields}>
            <SelectField
              label="First passage"
              value={first ? formatBars(first) : ''}
              options={options}
              onChange={(value) => choose([rangeOf(value), second])}
            />
            <SelectField
              label="Second passage"
              value={second ? formatBars(second) : ''}
              options={options}
              onChange={(value) => choose([first, rangeOf(value)])}
            />
          </div>
          {first && second && (
            <p role="status">{passagesWords(comparePassages(heard.bars, first, second), first, second)}</p>
          )}
        </Section>
      )}
      {levels && levels.length > 1 && (
        <Section title="Written levels" end="their order in this take alone">
          <ul className={css.levels}>
            {levelsWords(levels).map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </Section>
      )}
    </>
  );
}
