import { useState, type ReactNode } from 'react';
import type { Goal } from '@/core/programme';
import { entryFaults, goalContext } from '@/core/register';
import type { ReadyState } from '@/store';
import { Button, Dialog, DialogActs, TextField } from '@/ui';

interface Asked {
  readonly title: string;
  readonly faults: readonly string[];
  readonly enter: (history: Goal['history']) => void;
}

/** Entering a goal: at once where everything is in order, else after its reason has been given. */
export function useEntering({ studio, now }: ReadyState): {
  /** @param enter - carries it out, with what is to be remembered of it */
  readonly enter: (goal: Goal, enter: (history?: Goal['history']) => void) => void;
  readonly asking: ReactNode;
} {
  const [asked, ask] = useState<Asked | null>(null);
  return {
    enter: (goal, enter) => {
      const context = goalContext(studio, goal, now.day);
      const faults = context ? entryFaults(context) : [];
      if (!context || faults.length === 0) enter();
      else ask({ title: `${context.student.name}, ${context.level.name}: not in order yet`, faults, enter });
    },
    asking: asked && (
      <FaultsDialog
        {...asked}
        onEnter={(why) => {
          asked.enter([{ on: now.day, kind: 'entered all the same', open: asked.faults, why }]);
          ask(null);
        }}
        onClose={() => ask(null)}
      />
    ),
  };
}

function FaultsDialog({
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
          label="Why it is entered all the same"
          value={why}
          onChange={setWhy}
          error={tried && why.trim() === '' ? 'The reason is kept with the entry.' : undefined}
        />
        <DialogActs>
          <Button type="submit" look="do">
            Enter all the same
          </Button>
          <Button onClick={onClose}>Not yet</Button>
        </DialogActs>
      </form>
    </Dialog>
  );
}
