import { useEffect } from 'react';

let begun = false;

/** Gets the other views ready once a studio is open and there is nothing else to do. */
export function useWarmViews(isOpen: boolean): void {
  useEffect(() => {
    if (!isOpen || begun) return undefined;
    const idle = requestIdleCallback(() => {
      begun = true;
      void import('./warm-views').then(({ warmViews }) => warmViews());
    });
    return () => cancelIdleCallback(idle);
  }, [isOpen]);
}
