import { useMemo } from 'react';
import type { Student } from '@/core/students';
import { instrumentOn } from '@/core/students';
import type { ReadyState } from '@/store';
import { ScaleRows } from '../../shell/ScaleRows';
import type { StudentModel } from '../student-model';
import { RhythmGates } from './RhythmGates';
import { Shaping } from './Shaping';

/** What is worked out with the student in the lesson: rhythms before the score, scales row by row, shaping and fingering. */
export function Workshop({
  ready,
  student,
  model,
}: {
  readonly ready: ReadyState;
  readonly student: Student;
  readonly model: StudentModel;
}) {
  const scales = useMemo(
    () =>
      model.goals.flatMap(({ goal, level }) =>
        level.components.flatMap(({ id, name, source }) =>
          source.kind === 'scales' && source.rows.length > 0 ? [{ goal, id, name, rows: source.rows }] : [],
        ),
      ),
    [model.goals],
  );
  return (
    <>
      <RhythmGates ready={ready} student={student} pieces={model.pieces} />
      {scales.map(({ goal, id, name, rows }) => (
        <ScaleRows key={`${goal.id} ${id}`} goal={goal} name={name} rows={rows} day={ready.now.day} />
      ))}
      <Shaping
        ready={ready}
        student={student}
        instrument={instrumentOn(student, ready.now.day)}
        pieces={model.pieces}
      />
    </>
  );
}
