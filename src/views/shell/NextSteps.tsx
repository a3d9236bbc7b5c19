import type { NextStep, NextLine } from '@/core/marks';
import type { Level } from '@/core/requirements';
import css from './NextSteps.module.css';

export interface NextStepsModel {
  readonly next: NextLine;
  readonly steps: readonly NextStep[];
}

/** "Shortest way to strong: 14 more marks". */
export const nextStepsTitle = ({ next }: NextStepsModel, missing: number): string =>
  `Shortest way to ${next.award.name}: ${next.gain} more ${next.gain === 1 ? 'mark' : 'marks'}${missing > 0 ? ', what is not marked counted as 0' : ''}`;

/** The fewest marks to the next award, smallest step first, each with what the next band of its criterion asks for. */
export function NextSteps({
  steps,
  level,
}: {
  readonly steps: NextStepsModel['steps'];
  readonly level: Level;
}) {
  return (
    <ol className={css.root} data-testid="next-steps">
      {steps.map(({ componentId, criterionId, criterion, marks, from, to, band }) => (
        <li key={`${componentId} ${criterionId}`} className={css.row}>
          <b>{level.components.find((each) => each.id === componentId)?.letter ?? ''}</b>
          <span>
            {criterion.name}: {marks} more, {from} to {to} of {criterion.maxMark}
          </span>
          <span className={css.band}>
            {band ? (
              <>
                next band {band.from === band.to ? band.from : `${band.from}–${band.to}`}
                {band.descriptor === '' ? '' : `: ${band.descriptor}`}
              </>
            ) : (
              'no band above'
            )}
          </span>
        </li>
      ))}
    </ol>
  );
}
