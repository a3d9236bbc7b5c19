/** A phrase that comes again, the one peak, a swell that leads nowhere on purpose, a change of tempo. */
export const SHAPES = ['comes again', 'peak', 'swell on purpose', 'tempo'] as const;
export type Shape = (typeof SHAPES)[number];

/** Against the time before. */
export const GRADES = ['more', 'less'] as const;
export type Grade = (typeof GRADES)[number];

/** What printed fingering is worth. */
export const PRINTED_FINGERING = ['binding', 'optional', 'to be tried'] as const;
export type PrintedFingering = (typeof PRINTED_FINGERING)[number];
