import { useEffect, useState } from 'react';
import type { FindDialog } from './FindDialog';

/** The dialog's code, once it is here: then it opens with the key, and what is typed next goes into it. */
let loaded: typeof FindDialog | null = null;
const load = () =>
  import('./FindDialog').then((file) => {
    loaded = file.FindDialog;
  });

/** Whether something is being found. The code comes when there is nothing else to do, or when it is asked for. */
export function useFind(isOpen: boolean) {
  const [finding, find] = useState(false);
  const [, drawAgain] = useState(loaded !== null);
  useEffect(() => {
    if (!isOpen || loaded) return undefined;
    const idle = requestIdleCallback(() => void load().catch(() => undefined));
    return () => cancelIdleCallback(idle);
  }, [isOpen]);
  useEffect(() => {
    if (finding && !loaded)
      load().then(
        () => drawAgain(true),
        () => find(false),
      );
  }, [finding]);
  return { finding, find, FindDialog: loaded };
}
