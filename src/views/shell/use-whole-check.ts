import { useEffect } from 'react';
import { sweepAttached, type Which } from '@/store';
import { whenQuiet } from './when-quiet';

const CHECKED = 'formal-stave.checked';

/**
 * A studio opens without its data being looked at one by one; that is done once in a tab, when nothing else is. What
 * stands apart and nothing names any more goes then too.
 */
export function useWholeCheck(which: Which | null): void {
  useEffect(() => {
    if (which === null || sessionStorage.getItem(CHECKED) === which) return undefined;
    return whenQuiet(() => {
      void import('./whole-check')
        .then(({ checkWhole }) => checkWhole(which))
        .then((found) => {
          if (found !== null) sessionStorage.setItem(CHECKED, which);
          return sweepAttached(which);
        });
    });
  }, [which]);
}
