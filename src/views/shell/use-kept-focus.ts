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
      if (!isLost) return;
      const next = place();
      // Behind an open dialog nothing can take the focus.
      const dialog = [...document.querySelectorAll<HTMLElement>('dialog[open]')].at(-1);
      if (!dialog || dialog.contains(next)) next?.focus({ preventScroll: true });
      else dialog.querySelector<HTMLElement>('input, select, textarea, button')?.focus();
    };
    // Another view is another page: nothing in it stands in the place of what was here.
    const forget = () => {
      last = null;
      place = null;
    };
    const observer = new MutationObserver(mend);
    document.addEventListener('focusin', remember);
    document.addEventListener('astro:before-swap', forget);
    observer.observe(document.body, {
      subtree: true,
      childList: true,
      attributes: true,
      attributeFilter: ['disabled', 'hidden', 'open'],
    });
    return () => {
      document.removeEventListener('focusin', remember);
      document.removeEventListener('astro:before-swap', forget);
      observer.disconnect();
    };
  }, []);
}
