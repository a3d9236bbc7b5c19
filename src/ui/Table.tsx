import type { ReactNode } from 'react';
import { classes } from './classes';
import css from './Table.module.css';

/** A ruled table in a box that scrolls sideways on its own where it must. */
export function Table({
  head,
  children,
  label,
  tight = false,
}: {
  readonly head: readonly ReactNode[];
  readonly children: ReactNode;
  readonly label: string;
  readonly tight?: boolean;
}) {
  return (
    // A scrolling region must take focus, so that the keyboard can scroll it.
    // eslint-disable-next-line jsx-a11y/no-noninteractive-tabindex
    <div className={css.scroll} role="region" aria-label={label} tabIndex={0}>
      <table aria-label={label} className={classes(css.root, tight && css.tight)}>
        <thead>
          <tr>
            {head.map((cell, at) => (
              <th key={at} scope="col">
                {cell}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>{children}</tbody>
      </table>
    </div>
  );
}
