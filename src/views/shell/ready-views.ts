import { createElement, type ComponentType } from 'react';
import { flushSync } from 'react-dom';
import { createRoot } from 'react-dom/client';
import { followStudio, openedState } from '@/store';
import { drawing } from './drawing';
import { memoriesOf } from './looked';
import { takeReadyFrom, type ReadyView } from './turn-page';
import { idle, whenQuiet } from './when-quiet';

interface Kept {
  readonly view: ReadyView;
  /** What it was drawn from. */
  readonly from: readonly unknown[];
}
/** By path. */
const kept = new Map<string, Kept>();

/** All that the first drawing of a view hangs on; null while no studio is open. */
function drawnFrom(path: string): readonly unknown[] | null {
  const ready = openedState();
  return ready && [ready.which, ready.studio, ready.now.day, memoriesOf(path)];
}
function isFresh({ from }: Kept, path: string): boolean {
  const now = drawnFrom(path);
  return now?.every((each, at) => each === from[at]) ?? false;
}
function drop(path: string): void {
  kept.get(path)?.view.leave();
  kept.delete(path);
}

function draw(path: string, component: ComponentType): ReadyView {
  const place = document.createElement('div');
  place.style.display = 'contents';
  const root = createRoot(place);
  let isThere = false;
  const address = { path, isBare: true, isThere: () => isThere };
  // The same one when it is shown: then it is not drawn once more.
  const view = createElement(component);
  root.render(drawing(view, 'hidden', address));
  return {
    place,
    show: () => {
      isThere = true;
      flushSync(() => root.render(drawing(view, 'visible', address)));
    },
    leave: () => root.unmount(),
  };
}

async function drawAll(views: ReadonlyMap<string, ComponentType>): Promise<void> {
  for (const [path, component] of views) {
    await idle();
    const one = kept.get(path);
    if (path === location.pathname || (one && isFresh(one, path))) continue;
    drop(path);
    const from = drawnFrom(path);
    if (from) kept.set(path, { view: draw(path, component), from });
  }
}

/** Draws views beforehand while nobody waits, and anew when they would be drawn otherwise. */
export function keepReady(views: ReadonlyMap<string, ComponentType>): void {
  takeReadyFrom((path) => {
    const one = kept.get(path);
    if (!one) return null;
    if (!isFresh(one, path)) {
      drop(path);
      return null;
    }
    kept.delete(path);
    return one.view;
  });
  void drawAll(views);
  document.addEventListener('astro:page-load', () => void drawAll(views));
  let stop: () => void = () => undefined;
  followStudio(() => {
    stop();
    stop = whenQuiet(() => void drawAll(views));
  });
}
