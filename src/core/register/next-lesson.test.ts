import { expect, test } from 'vitest';
import { NO_STUDIO } from '../files';
import type { LessonRecord, Student } from '../students';
import { calendarDay as day, type Closure } from '../time';
import { nextLesson } from './next-lesson';

// 20 January 2027 is a Wednesday.
const wren = {
  id: 'wren',
  name: 'Wren',
  slot: { kind: 'weekly', weekday: 2, start: '15:40', minutes: 30 },
  sharesWith: null,
  archivedOn: null,
} as unknown as Student;
const pip = { ...wren, id: 'pip', name: 'Pip', sharesWith: 'wren' };
const record = (on: string, change: Partial<LessonRecord>): LessonRecord => ({
  id: `${on}/wren`,
  studentId: 'wren',
  day: day(on),
  state: 'planned',
  note: '',
  movedTo: null,
  ...change,
});
const closed = (from: string, to: string, stops: Closure['stops']): Closure => ({
  id: from,
  name: 'Holiday',
  from: day(from),
  to: day(to),
  stops,
});

test.each<[string, string, string, readonly LessonRecord[], readonly Closure[], string | null]>([
  ['the one that is on', '2027-01-20', '15:46', [], [], '2027-01-20 15:40'],
  ['not over at its last minute', '2027-01-20', '16:09', [], [], '2027-01-20 15:40'],
  ['over at its end', '2027-01-20', '16:10', [], [], '2027-01-27 15:40'],
  [
    'held, and not over',
    '2027-01-20',
    '16:00',
    [record('2027-01-20', { state: 'held' })],
    [],
    '2027-01-20 15:40',
  ],
  [
    'cancelled',
    '2027-01-20',
    '15:00',
    [record('2027-01-20', { state: 'cancelled' })],
    [],
    '2027-01-27 15:40',
  ],
  [
    'moved to another day and time',
    '2027-01-20',
    '15:00',
    [record('2027-01-20', { state: 'moved', movedTo: { day: day('2027-01-22'), start: '17:00' } })],
    [],
    '2027-01-22 17:00',
  ],
  [
    'after a closure that stops lessons; practice closures stop none',
    '2027-01-21',
    '09:00',
    [],
    [closed('2027-01-25', '2027-02-05', 'lessons'), closed('2027-02-06', '2027-02-20', 'practice')],
    '2027-02-10 15:40',
  ],
  ['none in twelve weeks', '2027-01-21', '09:00', [], [closed('2027-01-21', '2027-12-31', 'both')], null],
])('%s', (_, today, time, records, closures, found) => {
  const studio = {
    ...NO_STUDIO,
    students: new Map([['wren', wren]]),
    lessons: new Map(records.map((each) => [each.id, each])),
    closures: new Map(closures.map((each) => [each.id, each])),
  };
  const next = nextLesson(studio, wren, { day: day(today), time });
  expect(next && `${next.day} ${next.lesson.start}`).toBe(found);
});

test('a shared lesson has both; one without a lesson has none', () => {
  const students = new Map([
    ['wren', { ...wren, sharesWith: 'pip' }],
    ['pip', pip],
  ]);
  const next = nextLesson({ ...NO_STUDIO, students }, pip, { day: day('2027-01-20'), time: '12:00' });
  expect(next?.lesson.students.map(({ id }) => id).sort()).toEqual(['pip', 'wren']);
  const alone = { ...wren, slot: { kind: 'none' } } as Student;
  expect(
    nextLesson({ ...NO_STUDIO, students: new Map([['wren', alone]]) }, alone, {
      day: day('2027-01-20'),
      time: '12:00',
    }),
  ).toBeNull();
});
