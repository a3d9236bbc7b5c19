import { useId } from 'react';
import type { Studio } from '@/core/files';
import { Button, Glyph } from '@/ui';
import { ASSESSOR_GLYPH, ASSESSOR_NAME } from '../../shell/MarkLine';
import { MARKERS, namesUsed, type MarkingAs } from '../mark-model';
import css from './MarkedBy.module.css';

/** Who marks; a peer and a mock examiner by name, where one is given: each name has marks of its own. */
export function MarkedBy({
  studio,
  now,
  onChange,
}: {
  readonly studio: Pick<Studio, 'sheets'>;
  readonly now: MarkingAs;
  readonly onChange: (who: MarkingAs) => void;
}) {
  const id = useId();
  const isNamed = now.assessor === 'peer' || now.assessor === 'mock';
  return (
    <div className={css.root} role="group" aria-label="Marking as">
      {MARKERS.map((who) => (
        <Button key={who} pressed={now.assessor === who} onClick={() => onChange({ assessor: who })}>
          <Glyph name={ASSESSOR_GLYPH[who]} /> {ASSESSOR_NAME[who]}
        </Button>
      ))}
      {isNamed && (
        <label className={css.name}>
          Name
          <input
            list={`${id}-names`}
            maxLength={120}
            defaultValue={now.by ?? ''}
            key={now.assessor}
            onBlur={({ target }) => take(target.value)}
            onKeyDown={(event) => {
              if (event.key !== 'Enter') return;
              take(event.currentTarget.value);
              // Figures mark again from here.
              document.querySelector<HTMLElement>('[data-selected="true"] button')?.focus();
            }}
          />
          <datalist id={`${id}-names`}>
            {namesUsed(studio.sheets.values(), now.assessor).map((name) => (
              <option key={name} value={name} />
            ))}
          </datalist>
        </label>
      )}
    </div>
  );

  function take(typed: string) {
    const by = typed.replace(/\p{Cc}/gu, ' ').trim();
    if (by === (now.by ?? '')) return;
    onChange({ assessor: now.assessor, ...(by !== '' && { by }) });
  }
}
