import { useSyncExternalStore } from 'react';

const print = () => window.matchMedia('print');
/** Told by the browser before it counts the sheets; the media query changes only afterwards. */
let isPrinting = false;

const subscribe = (listener: () => void) => {
  const query = print();
  const begin = () => {
    isPrinting = true;
    listener();
  };
  const end = () => {
    isPrinting = false;
    listener();
  };
  query.addEventListener('change', listener);
  window.addEventListener('beforeprint', begin);
  window.addEventListener('afterprint', end);
  return () => {
    query.removeEventListener('change', listener);
    window.removeEventListener('beforeprint', begin);
    window.removeEventListener('afterprint', end);
  };
};

/** Whether the page is being drawn for paper: lists that draw only what is in sight then draw everything. */
export const usePrinting = (): boolean =>
  useSyncExternalStore(
    subscribe,
    () => isPrinting || print().matches,
    () => false,
  );
