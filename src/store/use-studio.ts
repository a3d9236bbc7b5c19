import { useEffect, useSyncExternalStore } from 'react';
import type { StoreState } from './store-state';
import { getState, start, subscribe } from './studio-store';

let started = false;

/** The state of the store; opens the studio on first use. */
export function useStudio(): StoreState {
  useEffect(() => {
    if (started) return;
    started = true;
    void start();
  }, []);
  return useSyncExternalStore(subscribe, getState, getState);
}
