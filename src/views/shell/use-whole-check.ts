import { loadWords } from '@/core/files';
import { useEffect } from 'react';
import { databaseName, setAside, sweepAttached, type Which } from '@/store';
import { check } from '@/workers/check.job';
import { whenQuiet } from './when-quiet';

/**
 * Checks all data of the studio in a worker and sets aside what does not hold.
 * @returns how many records were set aside; null where the check itself failed
 */
export async function checkWhole(which: Which): Promise<number | null> {
  const checked = await check.answer(databaseName(which));
  if (checked.kind !== 'answer') return null;
  await loadWords();
  setAside(checked.answer);
  return checked.answer.length;
}

const CHECKED = 'formal-stave.checked';

/**
 * A studio opens without its data being looked at one by one; that is done once in a tab, when nothing else is. What
 * stands apart and nothing names any more goes then too.
 */
export function useWholeCheck(which: Which | null): void {
  useEffect(() => {
    if (which === null || sessionStorage.getItem(CHECKED) === which) return undefined;
    return whenQuiet(() => {
      void checkWhole(which).then((found) => {
        if (found !== null) sessionStorage.setItem(CHECKED, which);
        return sweepAttached(which);
      });
    });
  }, [which]);
}
