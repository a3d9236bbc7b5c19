import { useState } from 'react';
import type { Studio } from '@/core/files';
import { instrumentChange, type GoalAnswer } from '@/core/register';
import type { Piece } from '@/core/repertoire';
import type { Student } from '@/core/students';
import type { InstrumentAnswers } from '@/store';
import { Button, CheckField, Dialog, DialogActs, SelectField } from '@/ui';
import { goalLabel } from '../../shell/words';

/** What becomes of each open goal and piece when a student takes up another instrument. */
export function InstrumentDialog({
  studio,
  student,
  instrument,
  onAnswered,
  onClose,
}: {
  readonly studio: Studio;
  /** As before the change. */
  readonly student: Student;
  readonly instrument: string;
  readonly onAnswered: (answers: InstrumentAnswers) => void;
  readonly onClose: () => void;
}) {
  const change = instrumentChange(studio, student, instrument);
  const [goals, setGoals] = useState<ReadonlyMap<string, GoalAnswer>>(new Map());
  const [takenOut, setTakenOut] = useState<ReadonlySet<string>>(new Set());
  const [tried, setTried] = useState(false);
  const piece = ({ id, title }: Piece, act = '') => (
    <CheckField
      key={id}
      label={act === '' ? title : `${act} ${title}, which is for other instruments`}
      checked={takenOut.has(id)}
      onChange={(out) =>
        setTakenOut(new Set([...takenOut].filter((each) => each !== id).concat(out ? [id] : [])))
      }
    />
  );
  return (
    <Dialog title={`${student.name}: ${instrument} instead of ${student.instrument}`} onClose={onClose}>
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          setTried(true);
          if (change.goals.every(({ goal }) => goals.has(goal.id))) onAnswered({ goals, takenOut });
        }}
      >
        {change.goals.map(({ goal, isOpen, pieces }) => (
          <div key={goal.id}>
            <SelectField
              label={`${goalLabel(studio, goal)}${goal.enteredOn ? ', entered' : ''}`}
              value={goals.get(goal.id) ?? ''}
              options={[
                { value: '', label: 'what becomes of it?' },
                ...(isOpen ? [{ value: 'goes on', label: `goes on, on the ${instrument}` }] : []),
                { value: 'kept', label: `kept on the ${student.instrument}` },
                { value: 'withdrawn', label: 'withdrawn' },
              ]}
              error={tried && !goals.has(goal.id) ? 'Choose one.' : undefined}
              onChange={(value) => {
                const others = [...goals].filter(([id]) => id !== goal.id);
                setGoals(new Map(value === '' ? others : [...others, [goal.id, value as GoalAnswer]]));
              }}
            />
            {goals.get(goal.id) === 'goes on' && pieces.map((each) => piece(each, 'Remove'))}
          </div>
        ))}
        {change.learning.length > 0 && (
          <fieldset>
            <legend>Pieces for other instruments: tick those no longer learned.</legend>
            {change.learning.map((each) => piece(each.piece))}
          </fieldset>
        )}
        <DialogActs>
          <Button type="submit" look="do">
            Save
          </Button>
          <Button onClick={onClose}>Back to the form</Button>
        </DialogActs>
      </form>
    </Dialog>
  );
}
