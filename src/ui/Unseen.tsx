import type { ReactNode } from 'react';
import css from './Unseen.module.css';

/** Words for who hears the page; who sees it knows them from their place. */
export const Unseen = ({ children }: { readonly children: ReactNode }) => (
  <span className={css.root}>{children}</span>
);
