import { useState, type ReactNode } from 'react';
import { settleClashes, type Clash } from '@/core/files';
import type { FormOutcome } from '@/store';
import { Button, Dialog, DialogActs, Table } from '@/ui';
import { clashPlace, valueWords } from './clash-words';
import css from './use-saving.module.css';

interface Asked<T> {
  readonly typed: T;
  readonly opened: T | null;
  readonly clashes: readonly Clash[];
}

/**
 * Saves a form by the fields that were changed in it; what was changed elsewhere meanwhile is shown for choice, and
 * what was removed is told. The form stays open until it is kept.
 * @param save - keeps what was changed since the form was opened
 */
export function useSaving<T>(
  save: (typed: T, opened: T | null) => Promise<FormOutcome<T>>,
  onKept: (typed: T) => void,
): { readonly save: (typed: T, opened: T | null) => void; readonly asking: ReactNode } {
  const [asked, ask] = useState<Asked<T> | null>(null);
  const [gone, setGone] = useState<T | null>(null);
  const run = (typed: T, opened: T | null) =>
    void save(typed, opened).then(
      (outcome) => {
        ask(outcome.kind === 'clash' ? { typed, opened, clashes: outcome.clashes } : null);
        setGone(outcome.kind === 'gone' ? typed : null);
        if (outcome.kind === 'kept') onKept(typed);
      },
      // The page says what the record cannot hold; the form keeps what was typed.
      () => undefined,
    );
  const asking = asked ? (
    <ClashDialog
      clashes={asked.clashes}
      onClose={() => ask(null)}
      onChosen={(choices) => {
        if (asked.opened === null) return;
        const settled = settleClashes(asked.opened, asked.typed, choices);
        run(settled.typed, settled.opened);
      }}
    />
  ) : gone !== null ? (
    <Dialog title="Deleted in another tab" onClose={() => setGone(null)} typed={false}>
      <p>It was deleted since this form was opened. Nothing was saved.</p>
      <DialogActs>
        <Button look="do" onClick={() => run(gone, null)}>
          Save it as a new one
        </Button>
        <Button onClick={() => setGone(null)}>Back to the form</Button>
      </DialogActs>
    </Dialog>
  ) : null;
  return { save: run, asking };
}

/** Both sides of each place that was changed twice, one to be chosen. */
function ClashDialog({
  clashes,
  onChosen,
  onClose,
}: {
  readonly clashes: readonly Clash[];
  readonly onChosen: (choices: { readonly clash: Clash; readonly take: 'mine' | 'theirs' }[]) => void;
  readonly onClose: () => void;
}) {
  const [mine, setMine] = useState<ReadonlySet<number>>(new Set());
  const choose = (at: number, take: 'mine' | 'theirs') => {
    const next = new Set(mine);
    if (take === 'mine') next.add(at);
    else next.delete(at);
    setMine(next);
  };
  return (
    <Dialog title="Changed in another tab" onClose={onClose} typed={false} wide>
      <p>These were changed here and, since this form was opened, in another tab. Choose which to keep.</p>
      <Table label="Changed twice" head={['Field', 'Saved in the other tab', 'Typed here']} tight>
        {clashes.map((clash, at) => (
          <tr key={clash.path.join('/')}>
            <th scope="row">{clashPlace(clash.path)}</th>
            {(['theirs', 'mine'] as const).map((take) => (
              <td key={take}>
                <label className={css.side}>
                  <input
                    type="radio"
                    name={`clash-${at}`}
                    checked={mine.has(at) === (take === 'mine')}
                    onChange={() => choose(at, take)}
                  />
                  {valueWords(clash[take])}
                </label>
              </td>
            ))}
          </tr>
        ))}
      </Table>
      <DialogActs>
        <Button
          look="do"
          onClick={() =>
            onChosen(clashes.map((clash, at) => ({ clash, take: mine.has(at) ? 'mine' : 'theirs' })))
          }
        >
          Save
        </Button>
        <Button onClick={onClose}>Back to the form</Button>
      </DialogActs>
    </Dialog>
  );
}
