import { TABS } from './views-table';

/** Gone to from every name, as the tabs are from everywhere. */
const WARM = [...TABS.map(({ path }) => path), '/student', '/students'];

/** The page of a view as it came, and read; that one is gone once it is shown, until there is time to read it again. */
interface KeptPage {
  readonly text: string;
  page: Document | null;
}
const pages = new Map<string, KeptPage>();

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
const STYLES = 'link[rel="stylesheet"]';
const hasStyle = (page: Document, href: string | null): boolean =>
  page.head.querySelector(`${STYLES}[href="${href ?? ''}"]`) !== null;
const idle = () => new Promise<void>((resolve) => requestIdleCallback(() => resolve()));

/**
 * Gets views ready when there is nothing else to do: their pages are kept and their code is loaded, one after the other,
 * so that a press on a tab or a name waits for neither.
 */
export async function warmViews(): Promise<void> {
  await opened();
  await idle();
  const islands = await Promise.all(WARM.map((path) => warmPage(path).catch(() => null)));
  for (const island of islands) {
    await idle();
    // What does not come now is loaded when its view is gone to.
    if (island) await import(/* @vite-ignore */ island).catch(() => null);
  }
}

/** Keeps a page and puts its styles in place; resolves to the address of its code. */
async function warmPage(path: string): Promise<string | null> {
  const answer = await fetch(path);
  if (!answer.ok) return null;
  const text = await answer.text();
  const page = parsed(text);
  pages.set(path, { text, page });
  for (const link of page.querySelectorAll<HTMLLinkElement>(STYLES))
    if (!hasStyle(document, link.getAttribute('href'))) document.head.append(link.cloneNode());
  return page.querySelector('astro-island')?.getAttribute('component-url') ?? null;
}

const parsed = (text: string): Document => new DOMParser().parseFromString(text, 'text/html');

/** A page that need not be fetched; null where it is not there yet, or asks for styles that are not. */
export function keptPage(path: string): Document | null {
  const kept = pages.get(path);
  if (kept === undefined) return null;
  const page = kept.page ?? parsed(kept.text);
  const styles = [...page.querySelectorAll(STYLES)];
  if (!styles.every((link) => hasStyle(document, link.getAttribute('href')))) return null;
  for (const each of page.querySelectorAll('noscript')) each.remove();
  kept.page = null;
  void idle().then(() => (kept.page ??= parsed(kept.text)));
  return page;
}

/** The styles of this page stay with the one that comes: what was loaded once is there when this page comes again. */
export function keepStyles(next: Document): void {
  for (const link of document.head.querySelectorAll(STYLES))
    if (!hasStyle(next, link.getAttribute('href'))) next.head.append(link.cloneNode());
}
