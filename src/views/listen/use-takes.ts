import { useEffect, useState } from 'react';
import { subscribeTakes, takesOf, type Take, type Which } from '@/store';

/** Takes of a studio as they are kept; null until they are read, and where they cannot be. */
export function useTakes(which: Which): {
  readonly takes: readonly Take[] | null;
  readonly isUnreadable: boolean;
} {
  const [takes, set] = useState<readonly Take[] | null>(null);
  const [isUnreadable, fail] = useState(false);
  useEffect(() => {
    let isGone = false;
    const read = () =>
      void takesOf(which)
        .then((found) => {
          if (!isGone) set(found);
        })
        .catch(() => {
          if (!isGone) fail(true);
        });
    read();
    const stop = subscribeTakes(read);
    return () => {
      isGone = true;
      stop();
    };
  }, [which]);
  return { takes, isUnreadable };
}
