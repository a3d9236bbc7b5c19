import { lazy, Suspense, useState, type ReactNode } from 'react';
import type { Goal } from '@/core/programme';
import { entryFaults, goalContext } from '@/core/register';
import type { ReadyState } from '@/store';
import type { Asked } from './FaultsDialog';

const FaultsDialog = lazy(() => import('./FaultsDialog').then((part) => ({ default: part.FaultsDialog })));

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
      <Suspense fallback={null}>
        <FaultsDialog
          {...asked}
          onEnter={(why) => {
            asked.enter([{ on: now.day, kind: 'entered all the same', open: asked.faults, why }]);
            ask(null);
          }}
          onClose={() => ask(null)}
        />
      </Suspense>
    ),
  };
}
