import { useEffect, useState } from 'react';

/** A part that is loaded after the page is drawn; null until it is there. */
export function useLoaded<T extends object>(load: () => Promise<T>): T | null {
  const [loaded, set] = useState<T | null>(null);
  useEffect(() => {
    let left = false;
    void load().then((it) => {
      if (!left) set(it);
    });
    return () => {
      left = true;
    };
  }, [load]);
  return loaded;
}
