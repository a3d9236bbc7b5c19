import { createContext, useContext, type ReactNode } from 'react';
import css from './KeyCap.module.css';

/** Whether the keys of what stands within are silent: another view has it as a part, and its own keys act. */
export const KeysSilent = createContext(false);

/** A key, shown where the hand would use it; hidden where there is no keyboard, and where it would not act. */
export const KeyCap = ({ name }: { readonly name: string }) =>
  useContext(KeysSilent) ? null : <kbd className={css.root}>{name}</kbd>;

/** Keys and what they do; hidden as a whole where the keys are. */
export const KeyHint = ({ children }: { readonly children: ReactNode }) =>
  useContext(KeysSilent) ? null : <span className={css.hint}>{children}</span>;
