import { byDay, dayAhead, daysLeft, shortDay } from './by-day';
import { ruleModule } from './rule-module';

export interface RecordingDue {
  readonly id: string;
  readonly kind: 'recording due';
}

export const recordingDue = ruleModule<RecordingDue>()({
  name: 'Recording sent in time',
  about: 'entry',
  title: () => 'Recording sent in time',
  check: (_, { session, recordingSentOn: sent, today }) => {
    const due = session?.recordingDue ?? null;
    return {
      status: byDay(due, sent, today),
      evidence: { kind: 'recording' as const, due, sent, daysLeft: daysLeft(due, today) },
    };
  },
  sentence: (_, { evidence: { due, sent, daysLeft: days } }) => {
    if (due === null || days === null) return 'No last day for the recording known.';
    if (sent !== null) return `Sent ${shortDay(sent)}; due ${shortDay(due)}.`;
    return days < 0 ? `Not sent; it was due ${shortDay(due)}.` : `Not sent; due ${dayAhead(due, days)}.`;
  },
  fields: {},
});
