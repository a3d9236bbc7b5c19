import { TABS } from './views-table';

/** The pages of the tabs as they came, by path. */
const pages = new Map<string, string>();

/** Resolves when a studio is open: until then everything else waits. */
function opened(): Promise<void> {
  const root = document.documentElement;
  const isOpen = () => root.dataset['saved'] !== undefined;
  if (isOpen()) return Promise.resolve();
  return new Promise((resolve) => {
    const observer = new MutationObserver(() => {
      if (!isOpen()) return;
      observer.disconnect();
      resolve();
    });
    observer.observe(root, { attributes: true, attributeFilter: ['data-saved'] });
  });
}
const idle = () => new Promise<void>((resolve) => requestIdleCallback(() => resolve()));

/**
 * Gets the views of the tabs ready one after the other, when there is nothing else to do: their pages are kept and their
 * code is loaded, so that a press on a tab waits for neither.
 */
export async function warmViews(): Promise<void> {
  await opened();
  for (const { path } of TABS) {
    await idle();
    try {
      const answer = await fetch(path);
      if (!answer.ok) continue;
      const text = await answer.text();
      pages.set(path, text);
      const island = parsed(text).querySelector('astro-island')?.getAttribute('component-url');
      await idle();
      if (island) await import(/* @vite-ignore */ island);
    } catch {
      // It is fetched when it is gone to.
    }
  }
}

const parsed = (text: string): Document => new DOMParser().parseFromString(text, 'text/html');

/** A page that need not be fetched; null where it is not there yet, or asks for styles that are not. */
export function keptPage(path: string): Document | null {
  const text = pages.get(path);
  if (text === undefined) return null;
  const page = parsed(text);
  const styles = [...page.querySelectorAll('link[rel="stylesheet"]')].map((link) =>
    link.getAttribute('href'),
  );
  const here = (href: string | null) =>
    document.head.querySelector(`link[rel="stylesheet"][href="${href ?? ''}"]`) !== null;
  if (!styles.every(here)) return null;
  for (const each of page.querySelectorAll('noscript')) each.remove();
  return page;
}

/** The styles of this page stay with the one that comes: what was loaded once is there when this page comes again. */
export function keepStyles(next: Document): void {
  for (const link of document.head.querySelectorAll('link[rel="stylesheet"]'))
    if (!next.head.querySelector(`link[rel="stylesheet"][href="${link.getAttribute('href') ?? ''}"]`))
      next.head.append(link.cloneNode());
}
