import { useState } from 'react';
import type { Goal } from '@/core/programme';
import { Button, Dialog, DialogActs, TextField } from '@/ui';

export interface Asked {
  readonly title: string;
  readonly faults: readonly string[];
  readonly enter: (history: Goal['history']) => void;
}

/** What is not in order with an entry, and why it is made all the same. */
export function FaultsDialog({
  title,
  faults,
  onEnter,
  onClose,
}: Pick<Asked, 'title' | 'faults'> & {
  readonly onEnter: (why: string) => void;
  readonly onClose: () => void;
}) {
  const [why, setWhy] = useState('');
  const [tried, setTried] = useState(false);
  return (
    <Dialog title={title} onClose={onClose}>
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          setTried(true);
          if (why.trim() !== '') onEnter(why.trim());
        }}
      >
        <ul>
          {faults.map((fault) => (
            <li key={fault}>{fault}</li>
          ))}
        </ul>
        <TextField
          required
          label="Why it is entered anyway"
          value={why}
          onChange={setWhy}
          error={tried && why.trim() === '' ? 'The reason is kept with the entry.' : undefined}
        />
        <DialogActs>
          <Button type="submit" look="do">
            Enter anyway
          </Button>
          <Button onClick={onClose}>Not yet</Button>
        </DialogActs>
      </form>
    </Dialog>
  );
}
