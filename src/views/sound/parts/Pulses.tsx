import type { Click, Pattern } from '@/core/playback';
import { patternWords } from '@/core/playback';
import css from './Pulses.module.css';

const ACCENT_WORDS = { bar: 'downbeat', group: 'accent', pulse: 'pulse', between: 'between' } as const;

/** The clicks of the bars as blocks, taller where they are louder; the one that sounds is filled. */
export function Pulses({
  patterns,
  clicks,
  sounding,
}: {
  readonly patterns: readonly Pattern[];
  readonly clicks: readonly Click[];
  readonly sounding: number;
}) {
  const words = patterns.map(patternWords).join(', then ');
  return (
    <div className={css.root} role="img" aria-label={`${words}: ${clicks.length} clicks`}>
      {clicks.map(({ accent }, at) => (
        <span key={at} className={css.click} data-accent={accent} data-sounding={at === sounding}>
          <span className={css.block} title={ACCENT_WORDS[accent]} />
        </span>
      ))}
    </div>
  );
}
