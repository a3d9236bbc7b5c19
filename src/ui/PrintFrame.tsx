import type { ReactNode } from 'react';
import { Sideways } from './Sideways';
import css from './PrintFrame.module.css';

/** One printed page: what it is, for whom, when, and the wordmark at the foot. */
export function PrintFrame({
  title,
  sub,
  size,
  children,
}: {
  readonly title: string;
  readonly sub: string;
  readonly size: 'A5' | 'A4' | 'A4 landscape';
  readonly children: ReactNode;
}) {
  return (
    <article className={css.page} data-size={size}>
      <header className={css.head}>
        <h1>{title}</h1>
        <p>{sub}</p>
      </header>
      <Sideways label={`${title}, ${sub}`}>{children}</Sideways>
      <footer className={css.foot}>Formal Stave</footer>
    </article>
  );
}
