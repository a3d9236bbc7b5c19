/** Things the focus can stand on. */
const FOCUSABLE =
  'a[href], button, input:not([type="hidden"]), select, textarea, summary, [tabindex]:not([tabindex="-1"])';

const canTake = (element: Element): element is HTMLElement =>
  element instanceof HTMLElement &&
  element.isConnected &&
  !element.matches(':disabled') &&
  (typeof element.checkVisibility !== 'function' || element.checkVisibility());

/**
 * Remembers where an element stands, so that once it is gone the focus can go on from there.
 * @returns what asks for the place: the element while it can take the focus; else what took its place, in the nearest of
 * the elements it stood in that is still there; null where nothing is
 */
export function placeOfFocus(element: Element): () => HTMLElement | null {
  const path: { readonly within: Element; readonly at: number }[] = [];
  for (let within = element.parentElement; within; within = within.parentElement)
    path.push({ within, at: [...within.querySelectorAll(FOCUSABLE)].indexOf(element) });
  return () => {
    if (canTake(element)) return element;
    for (const { within, at } of path) {
      if (!within.isConnected) continue;
      const there = [...within.querySelectorAll(FOCUSABLE)];
      // Disabled or hidden, it still stands there: the nearest after it, else before it.
      const from = element.isConnected ? there.indexOf(element) : Math.min(at, there.length - 1);
      const next =
        there.slice(Math.max(0, from)).find(canTake) ?? there.slice(0, Math.max(0, from)).findLast(canTake);
      if (next) return next;
    }
    return null;
  };
}
