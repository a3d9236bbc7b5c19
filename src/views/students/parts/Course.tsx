import { useMemo } from 'react';
import type { GoalContext } from '@/core/register';
import { Chart } from '@/ui/Chart';
import { marksOverTime } from '../marks-over-time';

/** The marks of a component over time, against its share of the awards. */
export function Course({
  context,
  componentId,
}: {
  readonly context: GoalContext;
  readonly componentId: string;
}) {
  const course = useMemo(() => marksOverTime(context, componentId), [context, componentId]);
  const letter = context.level.components.find(({ id }) => id === componentId)?.letter ?? '';
  return course && <Chart label={`Marks of ${letter} over time`} data={course} />;
}
