import type { Session } from '../requirements';
import type { GoalResult } from './goal-event';

/** Stands for the session of a goal of earlier years that the requirement does not list. */
export const EARLIER_SESSION = 'earlier';

export const earlierSession = ({ on }: Pick<GoalResult, 'on'>): Session => ({
  id: EARLIER_SESSION,
  name: on.slice(0, 4),
  day: on,
  entryOpens: null,
  entryCloses: null,
  late: null,
  fee: '',
  recordingDue: null,
  venue: '',
});
