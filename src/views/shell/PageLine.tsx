import { useEffect, type ReactNode } from 'react';
import { viewOf } from './views-table';
import css from './PageLine.module.css';

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
    const view = viewOf(location.pathname)?.name;
    // Several views are about one student: each page has a title of its own.
    const isNamed = view === undefined || title.toLowerCase().includes(view.toLowerCase());
    document.title = [title, ...(isNamed ? [] : [view]), 'Formal Stave'].join(' · ');
    // The router tells the title a moment after the change; where it came first, it told that of the bare page.
    const told = document.querySelector('.astro-route-announcer');
    if (told?.textContent) told.textContent = document.title;
  }, [title]);
  return (
    <div className={css.page}>
      <div className={css.what}>
        <h1>{href === undefined ? title : <a href={href}>{title}</a>}</h1>
        {sub !== undefined && <span className={css.sub}>{sub}</span>}
      </div>
      {end !== undefined && <span className={css.keys}>{end}</span>}
    </div>
  );
}
