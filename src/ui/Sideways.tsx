import type { ReactNode, Ref } from 'react';
import css from './Sideways.module.css';

/** What may be wider than the screen, and then scrolls sideways by itself; paper shows all of it. */
export const Sideways = ({
  label,
  ref,
  children,
}: {
  readonly label: string;
  readonly ref?: Ref<HTMLDivElement>;
  readonly children: ReactNode;
}) => (
  // What scrolls must take the focus, so that the keyboard can scroll it.
  // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
  <div ref={ref} className={css.root} role="region" aria-label={label} tabIndex={0}>
    {children}
  </div>
);
