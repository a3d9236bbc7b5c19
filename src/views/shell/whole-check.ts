import { loadWords } from '@/core/files';
import { databaseName, setAside, type Which } from '@/store';
import { check } from '@/workers/check.job';

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
