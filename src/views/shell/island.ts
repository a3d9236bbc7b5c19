import { createElement, type ComponentType } from 'react';
import { flushSync } from 'react-dom';
import { createRoot } from 'react-dom/client';
import { drawing } from './drawing';
import { here } from './view-address';

/**
 * Draws a view in its place on the page, for the site's builder. What it comes with would draw it in slices of a few
 * milliseconds between which the browser draws too; a view comes to an empty page, and is drawn at once.
 */
export default function island(place: HTMLElement): (view: ComponentType) => void {
  return (view) => {
    const root = createRoot(place);
    place.addEventListener('astro:unmount', () => root.unmount(), { once: true });
    flushSync(() => root.render(drawing(createElement(view), 'visible', here())));
  };
}
