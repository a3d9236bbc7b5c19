import { formatBars, type BarRange } from '@/core/music';
import { drawnIn, leftInRound, neverStartedCold, type RunThrough } from '@/core/runs';
import { inTerms } from '@/core/terms';
import { Section } from '@/ui';
import css from './Starts.module.css';

/** The deck of starts: what is still in it, and the sections nothing has started from. */
export function Starts({
  sections,
  runs,
}: {
  readonly sections: readonly BarRange[];
  readonly runs: readonly RunThrough[];
}) {
  if (sections.length === 0) return null;
  const left = leftInRound(sections, drawnIn(runs)).length;
  const never = neverStartedCold(sections, runs);
  return (
    <Section
      title="Random starts"
      end={
        left === sections.length
          ? `a new round of ${sections.length}`
          : `${left} of ${sections.length} still to come`
      }
    >
      <p data-testid="never-cold">
        {never.length === 0 ? (
          'Every section was started from.'
        ) : (
          <>
            {inTerms('Never started cold, bars')}{' '}
            {never.map((section) => (
              <b key={section.from} className={css.section}>
                {formatBars(section)}
              </b>
            ))}
          </>
        )}
      </p>
    </Section>
  );
}
