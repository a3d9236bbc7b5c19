import { useState } from 'react';
import type { Studio } from '@/core/files';
import { openGoalsOf } from '@/core/register';
import type { Student } from '@/core/students';
import { formatDay } from '@/core/time';
import { Button, CheckField, Dialog, DialogActs } from '@/ui';
import { goalLabel } from '../../shell/words';

/** What becomes of the open goals of a student who leaves: each stays open, or is withdrawn. */
export function ArchiveDialog({
  studio,
  student,
  onArchive,
  onClose,
}: {
  readonly studio: Studio;
  readonly student: Student;
  /** @param givenUp - ids of the goals that are withdrawn */
  readonly onArchive: (givenUp: readonly string[]) => void;
  readonly onClose: () => void;
}) {
  const goals = openGoalsOf(studio, student.id);
  const [givenUp, giveUp] = useState<ReadonlySet<string>>(new Set());
  return (
    <Dialog title={`Archive ${student.name}?`} onClose={onClose} typed={false}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          onArchive([...givenUp]);
        }}
      >
        <p>
          {goals.length === 1 ? 'One goal is' : `${goals.length} goals are`} still open. Withdraw those that
          end here; the others wait until the student is brought back. An entry that is withdrawn stays among
          the decisions until the office was told.
        </p>
        {goals.map((goal) => (
          <CheckField
            key={goal.id}
            label={`Withdraw ${goalLabel(studio, goal)}${goal.enteredOn ? `, entered on ${formatDay(goal.enteredOn, 'written')}` : ''}`}
            checked={givenUp.has(goal.id)}
            onChange={(on) =>
              giveUp(new Set([...givenUp].filter((id) => id !== goal.id).concat(on ? [goal.id] : [])))
            }
          />
        ))}
        <DialogActs>
          <Button type="submit" look="do">
            Archive
          </Button>
          <Button onClick={onClose}>Keep in the studio</Button>
        </DialogActs>
      </form>
    </Dialog>
  );
}
