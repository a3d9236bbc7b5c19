import { useEffect, type ReactNode } from 'react';
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

/** The line under the masthead: the page's title, what it stands for, and its keys. */
export function PageLine({
  title,
  href,
  sub,
  end,
}: {
  readonly title: string;
  /** Where the title leads: a name leads to its own page. */
  readonly href?: string;
  readonly sub?: ReactNode;
  readonly end?: ReactNode;
}) {
  useEffect(() => {
    document.title = `${title} · Formal Stave`;
  }, [title]);
  return (
    <div className={css.page}>
      <h1>{href === undefined ? title : <a href={href}>{title}</a>}</h1>
      {sub !== undefined && <span className={css.sub}>{sub}</span>}
      {end !== undefined && <span className={css.keys}>{end}</span>}
    </div>
  );
}
