import type { PerformingName } from '@/core/runs';

/** What shows that a student can perform, as the checklist calls it. */
export const PERFORMING_NAME: Readonly<Record<PerformingName, string>> = {
  steady: 'Steady run',
  streak: 'Clean in a row',
  'cold starts': 'Every section cold',
  memory: 'Memory',
  recovery: 'Recovery',
  listeners: 'Before listeners',
  room: 'Another room',
  instrument: 'Another instrument',
  clothes: 'Clothes of the day',
  routine: 'Stage routine',
};
