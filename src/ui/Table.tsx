import type { ReactNode } from 'react';
import { classes } from './classes';
import { Sideways } from './Sideways';
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
    <Sideways label={label}>
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
    </Sideways>
  );
}
