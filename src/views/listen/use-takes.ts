import { useEffect, useState } from 'react';
import { subscribeTakes, takesOf, type Take, type Which } from '@/store';

/** Takes of a studio as they are kept; null until they are read. */
export function useTakes(which: Which): readonly Take[] | null {
  const [takes, set] = useState<readonly Take[] | null>(null);
  useEffect(() => {
    let isGone = false;
    const read = () =>
      void takesOf(which)
        .catch(() => [])
        .then((found) => {
          if (!isGone) set(found);
        });
    read();
    const stop = subscribeTakes(read);
    return () => {
      isGone = true;
      stop();
    };
  }, [which]);
  return takes;
}
