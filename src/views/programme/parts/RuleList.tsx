import { useState } from 'react';
import type { Rule, RuleWords, Verdict } from '@/core/requirements';
import { Button, Dialog, DialogActs, FieldRow, Glyph, TextField, type GlyphName } from '@/ui';
import css from './RuleList.module.css';

interface Row {
  readonly rule: Rule;
  readonly verdict: Verdict;
  /** With the piece under the cursor set; null when there is none. */
  readonly then: Verdict | null;
  readonly words: RuleWords;
}

/** Box shapes: ticked met, half met if the piece under the cursor is set, open undecided, pencil not met. */
function boxOf({ verdict, then }: Row): { readonly glyph: GlyphName; readonly say: string } {
  const now = verdict.status;
  const next = then?.status ?? now;
  if (next === 'unmet') return { glyph: 'gate waiting', say: 'not met' };
  if (next === 'met' && now !== 'met') return { glyph: 'half', say: 'met if this piece is chosen' };
  if (next === 'met') return { glyph: 'gate passed', say: 'met' };
  if (next === 'waived') return { glyph: 'tick', say: 'waived' };
  return { glyph: 'gate', say: 'undecided' };
}

export function RuleList({
  rows,
  onWaive,
  onAskAgain,
}: {
  readonly rows: readonly Row[];
  readonly onWaive: (ruleId: string, by: string, why: string) => void;
  readonly onAskAgain: (ruleId: string) => void;
}) {
  const [waiving, setWaiving] = useState<Row | null>(null);
  return (
    <>
      <ul>
        {rows.map((row) => {
          const box = boxOf(row);
          return (
            <li key={row.rule.id} className={css.root} data-state={(row.then ?? row.verdict).status}>
              <Glyph name={box.glyph} size={16} label={box.say} />
              <div>
                <p className={css.title}>{row.words.title}</p>
                <p className={css.sentence}>{row.words.sentence}</p>
              </div>
              {row.verdict.status === 'unmet' && (
                <Button look="quiet" onClick={() => setWaiving(row)}>
                  Waive
                </Button>
              )}
              {row.verdict.waiver && (
                <Button look="quiet" onClick={() => onAskAgain(row.rule.id)}>
                  Ask again
                </Button>
              )}
            </li>
          );
        })}
      </ul>
      {rows.length === 0 && <p className={css.sentence}>This level states no rules.</p>}
      {waiving && (
        <WaiveDialog
          row={waiving}
          onWaive={(by, why) => onWaive(waiving.rule.id, by, why)}
          onClose={() => setWaiving(null)}
        />
      )}
    </>
  );
}

function WaiveDialog({
  row,
  onWaive,
  onClose,
}: {
  readonly row: Row;
  readonly onWaive: (by: string, why: string) => void;
  readonly onClose: () => void;
}) {
  const [by, setBy] = useState('');
  const [why, setWhy] = useState('');
  const ready = by.trim() !== '' && why.trim() !== '';
  return (
    <Dialog title={`Waive: ${row.words.title}`} onClose={onClose}>
      <p>The published rule stands; a waiver notes who allowed the exception and why.</p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (!ready) return;
          onWaive(by.trim(), why.trim());
          onClose();
        }}
      >
        <FieldRow>
          <TextField label="Who allowed it" value={by} onChange={setBy} />
          <TextField label="Why" value={why} onChange={setWhy} />
        </FieldRow>
        <DialogActs>
          <Button type="submit" look="do" disabled={!ready}>
            Waive the rule
          </Button>
        </DialogActs>
      </form>
    </Dialog>
  );
}
