import type { HandedCard } from './handed-card';
import type { PracticeEntry } from './practice-entry';

/** Whether anybody has said what was done of a card: an entry that names it, or any in its week. */
export const isReported = (card: HandedCard, practice: readonly PracticeEntry[]): boolean =>
  practice.some((entry) => entry.card?.id === card.id || (card.from <= entry.day && entry.day <= card.to));
