/** Class names that are there. */
export const classes = (...names: readonly (string | false | undefined)[]): string =>
  names.filter((name) => typeof name === 'string' && name !== '').join(' ');
