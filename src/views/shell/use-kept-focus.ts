import { useEffect } from 'react';
import { placeOfFocus } from '@/ui';

/** When an act takes away what had the focus, the focus goes to what stands in its place, never to the page. */
export function useKeptFocus(): void {
  useEffect(() => {
    let place: (() => HTMLElement | null) | null = null;
    let last: Element | null = null;
    const remember = ({ target }: FocusEvent) => {
      if (!(target instanceof Element)) return;
      last = target;
      place = placeOfFocus(target);
    };
    const mend = () => {
      const now = document.activeElement;
      if (!last || !place) return;
      const isLost =
        now === null || now === document.body ? place() !== last : now === last && last.matches(':disabled');
      // A dialog that opens takes the focus of itself, and gives it back when it closes.
      if (isLost && !document.querySelector('dialog[open]')) place()?.focus({ preventScroll: true });
    };
    const observer = new MutationObserver(mend);
    document.addEventListener('focusin', remember);
    observer.observe(document.body, {
      subtree: true,
      childList: true,
      attributes: true,
      attributeFilter: ['disabled', 'hidden', 'open'],
    });
    return () => {
      document.removeEventListener('focusin', remember);
      observer.disconnect();
    };
  }, []);
}
