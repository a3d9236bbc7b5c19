import { shapingsOfStudent } from '@/core/files';
import {
  emptyShaping,
  withMark,
  type Fingering,
  type PrintedFingering,
  type ShapeMark,
  type ShapingPlan,
} from '@/core/shaping';
import { without } from '@/core/without';
import { newId } from './seed';
import { act } from './studio-store';

/** Whose shaping of which piece. */
interface Of {
  readonly studentId: string;
  readonly pieceId: string;
}

const changeShaping = (action: string, { studentId, pieceId }: Of, to: (plan: ShapingPlan) => ShapingPlan) =>
  act(action, (studio) => {
    const known = shapingsOfStudent(studio, studentId).find((each) => each.pieceId === pieceId);
    return [{ kind: 'shaping', data: to(known ?? emptyShaping(newId(), studentId, pieceId)) }];
  });

export const shapeBars = (of: Of, mark: Omit<ShapeMark, 'id'>): Promise<boolean> =>
  changeShaping('shape a place', of, (plan) => withMark(plan, { ...mark, id: newId() }));

export const unshapeBars = (of: Of, id: string): Promise<boolean> =>
  changeShaping('remove a shape', of, (plan) => ({
    ...plan,
    marks: plan.marks.filter((mark) => mark.id !== id),
  }));

export const noteFingering = (of: Of, fingering: Omit<Fingering, 'id'>): Promise<boolean> =>
  changeShaping('note a fingering', of, (plan) => ({
    ...plan,
    fingerings: [...plan.fingerings, { ...fingering, id: newId() }].sort(
      (a, b) => a.bar - b.bar || (a.beat ?? 0) - (b.beat ?? 0),
    ),
  }));

export const removeFingering = (of: Of, id: string): Promise<boolean> =>
  changeShaping('remove a fingering', of, (plan) => ({
    ...plan,
    fingerings: plan.fingerings.filter((each) => each.id !== id),
  }));

/** What the printed fingering is worth; null: nobody says. */
export const setPrintedFingering = (of: Of, printed: PrintedFingering | null): Promise<boolean> =>
  changeShaping('say what printed fingering is worth', of, (plan) =>
    printed === null ? without(plan, 'printed') : { ...plan, printed },
  );
