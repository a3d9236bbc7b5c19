export const RECORD_KINDS = [
  'student',
  'set',
  'piece',
  'goal',
  'sheet',
  'lesson',
  'closure',
  'skillbook',
  'score',
  'repertoire',
  'settings',
] as const;
export type RecordKind = (typeof RECORD_KINDS)[number];
