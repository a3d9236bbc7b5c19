import type { PracticeEntry } from '@/core/plan';
import { newId } from './seed';
import { act } from './studio-store';

export const addPractice = (entry: Omit<PracticeEntry, 'id'>): Promise<boolean> =>
  act(entry.minutes === 0 ? 'note that there was no practice' : 'note practice', () => [
    { kind: 'practice', data: { ...entry, id: newId() } },
  ]);

/** Whether minutes of work are counted at the rate that was learned. */
export const agreeToRate = (studentId: string, usesRate: boolean): Promise<boolean> =>
  act(usesRate ? 'use the learned rate' : 'use the assumed minutes', ({ students }) => {
    const student = students.get(studentId);
    if (!student) return [];
    return [{ kind: 'student', data: { ...student, usesRate } }];
  });

export const removePractice = (id: string): Promise<boolean> =>
  act('remove a practice entry', () => [{ kind: 'practice', remove: id }]);
