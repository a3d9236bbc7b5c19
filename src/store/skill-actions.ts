import {
  emptyBook,
  instrumentKey,
  type Evidence,
  type InstrumentFamily,
  type SkillBook,
} from '@/core/skills';
import type { CalendarDay } from '@/core/time';
import { act } from './studio-store';

const changeBook = (action: string, id: string, change: (book: SkillBook) => Partial<SkillBook>) =>
  act(action, (studio) => {
    if (!studio.students.has(id)) return [];
    const book = studio.skillBooks.get(id) ?? emptyBook(id);
    return [{ kind: 'skillbook', data: { ...book, ...change(book) } }];
  });

export const hearSkill = (
  studentId: string,
  skillId: string,
  day: CalendarDay,
  how: Evidence['how'],
): Promise<boolean> =>
  changeBook('note a skill', studentId, (book) => ({
    evidence: [
      ...book.evidence.filter((each) => each.skillId !== skillId || each.day !== day),
      { skillId, day, how },
    ],
  }));
/** The evidence stays: a pathway orders the same skills. */
export const choosePathways = (studentId: string, pathwayIds: readonly string[]): Promise<boolean> =>
  changeBook('change the pathway', studentId, () => ({ pathwayIds }));
export const exceptSkill = (studentId: string, skillId: string, why: string | null): Promise<boolean> =>
  changeBook(why === null ? 'no longer skip a skill' : 'skip a skill', studentId, (book) => ({
    exceptions: [
      ...book.exceptions.filter((each) => each.skillId !== skillId),
      ...(why === null ? [] : [{ skillId, why }]),
    ],
  }));

/** Says which family of instruments one belongs to that the shipped table does not know. */
export const nameFamily = (instrument: string, family: InstrumentFamily): Promise<boolean> =>
  act('name a family of instruments', ({ settings }) => [
    {
      kind: 'settings',
      data: {
        ...settings,
        instrumentFamilies: { ...settings.instrumentFamilies, [instrumentKey(instrument)]: family },
      },
    },
  ]);
