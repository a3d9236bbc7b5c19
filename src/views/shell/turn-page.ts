import type { TransitionBeforeSwapEvent } from 'astro:transitions/client';

/** A view that was drawn beforehand into a place that stands in no page yet. */
export interface ReadyView {
  readonly place: HTMLElement;
  /** Shows it, once its place stands in the page and the address is its own. */
  readonly show: () => void;
  /** Ends it. */
  readonly leave: () => void;
}

let readyAt: (path: string) => ReadyView | null = () => null;
/** @param take - the view at this path as it was drawn beforehand, never to be given again; null where it was not */
export const takeReadyFrom = (take: (path: string) => ReadyView | null): void => {
  readyAt = take;
};

/** The one in the page, if it was drawn beforehand. */
let shown: ReadyView | null = null;
let coming: ReadyView | null = null;

/**
 * Puts the next page in place of this one. What both have in common stays as it stands, so that the browser need not
 * make it anew: only the view changes, and which of the tabs is the current one.
 * @param deselectScripts - marks the scripts of a page that ran already
 */
export function turnPage(
  event: Pick<TransitionBeforeSwapEvent, 'newDocument' | 'to' | 'swap'>,
  deselectScripts: (page: Document) => void,
): void {
  const { newDocument: next, to, swap } = event;
  const [main, nextMain] = [document.getElementById('main'), next.getElementById('main')];
  const [tabs, nextTabs] = [tabsOf(document), tabsOf(next)];
  event.swap = () => {
    // A printed sheet has no masthead.
    if (!main || !nextMain || tabs.length === 0 || tabs.length !== nextTabs.length) {
      swap();
      tabInSight();
      return;
    }
    deselectScripts(next);
    document.title = next.title;
    for (const each of document.querySelectorAll('.astro-route-announcer')) each.remove();
    for (const [at, tab] of tabs.entries())
      if (nextTabs[at]?.hasAttribute('aria-current')) tab.setAttribute('aria-current', 'page');
      else tab.removeAttribute('aria-current');
    tabInSight();
    // Before what has the focus goes: afterwards the browser would have to look at the whole page for it.
    main.focus({ preventScroll: true });
    coming = to.search === '' ? readyAt(to.pathname) : null;
    main.replaceChildren(...(coming ? [coming.place] : nextMain.childNodes));
  };
}
/** Where the tabs scroll, the current one is in sight. */
export const tabInSight = (): void =>
  document.querySelector('nav [aria-current]')?.scrollIntoView({ block: 'nearest', inline: 'center' });

const tabsOf = (page: Document) => [...page.querySelectorAll('.masthead nav a')];

/** The page was turned and its address is that of the next: the view before it ends, one that was ready is shown. */
export function pageTurned(): void {
  shown?.leave();
  shown = coming;
  coming = null;
  shown?.show();
}
