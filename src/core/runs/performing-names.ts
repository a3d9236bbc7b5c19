/** What shows that a student can perform, beside the marks; in the order of the work. */
export const PERFORMING = [
  'steady',
  'streak',
  'cold starts',
  'memory',
  'recovery',
  'listeners',
  'room',
  'instrument',
  'clothes',
  'routine',
] as const;
export type PerformingName = (typeof PERFORMING)[number];
