import { useSyncExternalStore } from 'react';

const print = () => window.matchMedia('print');
const subscribe = (listener: () => void) => {
  const query = print();
  query.addEventListener('change', listener);
  return () => query.removeEventListener('change', listener);
};

/** Whether the page is being drawn for paper: lists that draw only what is in sight then draw everything. */
export const usePrinting = (): boolean =>
  useSyncExternalStore(
    subscribe,
    () => print().matches,
    () => false,
  );
