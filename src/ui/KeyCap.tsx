import type { ReactNode } from 'react';
import css from './KeyCap.module.css';

/** A key, shown where the hand would use it; hidden where there is no keyboard. */
export const KeyCap = ({ name }: { readonly name: string }) => <kbd className={css.root}>{name}</kbd>;

/** Keys and what they do; hidden as a whole where the keys are. */
export const KeyHint = ({ children }: { readonly children: ReactNode }) => (
  <span className={css.hint}>{children}</span>
);
