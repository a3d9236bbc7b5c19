import { Activity, createElement, type ReactElement, type ReactNode } from 'react';
import { AtAddress, type ViewAddress } from './view-address';

/** A view at an address. Hidden, it is drawn when there is nothing else to do, and its effects wait. */
export const drawing = (view: ReactElement, mode: 'visible' | 'hidden', address: ViewAddress): ReactNode =>
  createElement(AtAddress, { value: address }, createElement(Activity, { mode, children: view }));
