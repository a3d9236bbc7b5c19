/** The page of a view as it came, and read; that one is gone once it is shown, until there is time to read it again. */
interface KeptPage {
  readonly text: string;
  page: Document | null;
}
const pages = new Map<string, KeptPage>();

const parsed = (text: string): Document => new DOMParser().parseFromString(text, 'text/html');

/** Fetches the page of a view and keeps it, so that a press on its link need not wait; null when it does not come. */
export async function keepPage(path: string): Promise<Document | null> {
  const answer = await fetch(path);
  if (!answer.ok) return null;
  const text = await answer.text();
  const page = parsed(text);
  pages.set(path, { text, page });
  return page;
}

/** A page that need not be fetched; null where it is not there yet. */
export function keptPage(path: string): Document | null {
  const kept = pages.get(path);
  if (kept === undefined) return null;
  const page = kept.page ?? parsed(kept.text);
  for (const each of page.querySelectorAll('noscript')) each.remove();
  kept.page = null;
  requestIdleCallback(() => (kept.page ??= parsed(kept.text)));
  return page;
}
