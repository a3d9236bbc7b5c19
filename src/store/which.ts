/** The demo, or the studio of one's own. */
export type Which = 'demo' | 'own';

/** Name of the databases of a studio. */
export const databaseName = (which: Which): string => `formal-stave-${which}`;
