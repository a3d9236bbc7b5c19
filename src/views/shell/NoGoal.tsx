import { lazy, Suspense } from 'react';
import type { NoGoalPageProps } from './NoGoalPage';

const NoGoalPage = lazy(() => import('./NoGoalPage').then((part) => ({ default: part.NoGoalPage })));

/** What a view that needs a goal shows when it has none; loaded when it is seen, which is seldom. */
export const NoGoal = (props: NoGoalPageProps) => (
  <Suspense>
    <NoGoalPage {...props} />
  </Suspense>
);
