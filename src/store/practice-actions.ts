import type { PracticeEntry } from '@/core/plan';
import { newId } from './seed';
import { act } from './studio-store';

export const addPractice = (entry: Omit<PracticeEntry, 'id'>): Promise<boolean> =>
  act(entry.minutes === 0 ? 'note that there was no practice' : 'note practice', () => [
    { kind: 'practice', data: { ...entry, id: newId() } },
  ]);

export const removePractice = (id: string): Promise<boolean> =>
  act('remove a practice entry', () => [{ kind: 'practice', remove: id }]);
