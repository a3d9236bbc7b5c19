import type { CSSProperties } from 'react';

/** Numbers from data as custom properties: `vars({ share: 0.4 })` sets `--share`. */
export const vars = (values: Readonly<Record<string, number | string>>): CSSProperties =>
  Object.fromEntries(Object.entries(values).map(([name, value]) => [`--${name}`, value])) as CSSProperties;

/** Class names that are there. */
export const classes = (...names: readonly (string | false | undefined)[]): string =>
  names.filter((name) => typeof name === 'string' && name !== '').join(' ');
