import { Button, CheckField, Section } from '@/ui';
import type { Suggestions } from '../suggestions';
import css from './SuggestionList.module.css';

/** The best programmes found, each with its sum in words; one press takes one whole. */
export function SuggestionList({
  suggestions: { best, whole, uncounted },
  keep,
  onKeep,
  onTake,
}: {
  readonly suggestions: Suggestions;
  /** Whether the pieces chosen already stay in every programme. */
  readonly keep: boolean;
  readonly onKeep: (keep: boolean) => void;
  readonly onTake: (at: number) => void;
}) {
  return (
    <Section title="Best programmes" end="least work, some contrast">
      <CheckField label="what is chosen stays" checked={keep} onChange={onKeep} />
      {best.length === 0 && (
        <p>
          {whole ? 'No programme keeps the rules' : 'None found in the time allowed'}
          {keep ? ' with what is chosen.' : '.'}
        </p>
      )}
      <ol className={css.list}>
        {best.map(({ titles, reasons }, at) => (
          <li key={titles.join()}>
            <p>{titles.join(', ')}</p>
            <p className={css.soft}>{reasons.join('; ')}</p>
            <Button look="quiet" onClick={() => onTake(at)}>
              Take programme {at + 1}
            </Button>
          </li>
        ))}
      </ol>
      {!whole && best.length > 0 && (
        <p className={css.soft}>The best so far; not every programme was tried.</p>
      )}
      {uncounted > 0 && (
        <p className={css.soft}>
          {uncounted} {uncounted === 1 ? 'piece is' : 'pieces are'} left out: bars not counted.
        </p>
      )}
    </Section>
  );
}
