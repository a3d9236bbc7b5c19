import { elementScroll, type Virtualizer } from '@tanstack/react-virtual';

/**
 * Tells a list the size of its element when the browser has laid it out by itself. Asked for while the view is being
 * drawn, the size would cost a layout of the whole page.
 */
export function observeElementRect(
  { scrollElement }: Pick<Virtualizer<Element, Element>, 'scrollElement'>,
  tell: (rect: { readonly width: number; readonly height: number }) => void,
): (() => void) | undefined {
  if (!scrollElement) return undefined;
  const observer = new ResizeObserver((entries) => {
    const box = entries.at(-1)?.borderBoxSize[0];
    if (box) tell({ width: Math.round(box.inlineSize), height: Math.round(box.blockSize) });
  });
  observer.observe(scrollElement, { box: 'border-box' });
  return () => observer.disconnect();
}

/** Scrolls where the list does not stand there already: the first scrolling to its top would cost another layout. */
export function scrollWhenAway<T extends Element>(
  offset: number,
  options: Parameters<typeof elementScroll>[1],
  list: Virtualizer<T, Element>,
): void {
  if (offset + (options.adjustments ?? 0) !== (list.scrollOffset ?? 0)) elementScroll(offset, options, list);
}
