import type { ComponentType } from 'react';
import { keepPage } from './kept-pages';
import { keepReady } from './ready-views';
import { TABS } from './views-table';
import { idle } from './when-quiet';

/** Drawn beforehand, which needs a view that is come to by its bare address. */
const DRAWN = TABS.map(({ path }) => path);
/** Gone to from every name, as the tabs are from everywhere. */
const WARM = [...DRAWN, '/student', '/students'];

/**
 * Gets views ready when there is nothing else to do: their pages are kept, their code is loaded and those of the tabs are
 * drawn, one after the other, so that a press on a tab or a name waits for none of it.
 */
export async function warmViews(): Promise<void> {
  const pages = await Promise.all(WARM.map((path) => keepPage(path).catch(() => null)));
  const views = new Map<string, ComponentType>();
  for (const [at, path] of WARM.entries()) {
    await idle();
    const island = pages[at]?.querySelector('astro-island');
    const url = island?.getAttribute('component-url');
    const name = island?.getAttribute('component-export');
    if (!url || !name) continue;
    // What does not come now is loaded when its view is gone to.
    const file = (await import(/* @vite-ignore */ url).catch(() => ({}))) as Record<string, ComponentType>;
    const view = file[name];
    if (view && DRAWN.includes(path)) views.set(path, view);
  }
  keepReady(views);
}
