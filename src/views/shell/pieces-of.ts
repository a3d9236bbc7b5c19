import type { Studio } from '@/core/files';
import type { GoalContext } from '@/core/register';
import type { Piece } from '@/core/repertoire';
import { valueAt } from '@/core/value-at';

/** The pieces of one component of a goal, or of all of them, each once. */
export function piecesOf(
  { pieces }: Pick<Studio, 'pieces'>,
  { goal, level }: Pick<GoalContext, 'goal' | 'level'>,
  componentId?: string,
): Piece[] {
  const ids = level.components
    .filter(({ id }) => componentId === undefined || id === componentId)
    .flatMap(({ id, source }) => [
      ...(source.kind === 'excerpt' ? [source.pieceId] : []),
      ...(valueAt(goal.programme, id) ?? []).flatMap((choice) =>
        choice.kind === 'piece' ? [choice.pieceId] : [],
      ),
    ]);
  return [...new Set(ids)].flatMap((id) => pieces.get(id) ?? []);
}
