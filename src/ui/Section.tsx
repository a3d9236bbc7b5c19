import type { ReactNode } from 'react';
import css from './Section.module.css';

/** A region: a thick rule, a plain word, and at the end what it counts in. */
export function Section({
  title,
  end,
  children,
  label,
}: {
  readonly title: string;
  readonly end?: ReactNode;
  readonly children: ReactNode;
  readonly label?: string;
}) {
  return (
    <section className={css.root} aria-label={label ?? title}>
      <div className={css.head}>
        <h2>{title}</h2>
        {end !== undefined && <span className={css.end}>{end}</span>}
      </div>
      {children}
    </section>
  );
}
