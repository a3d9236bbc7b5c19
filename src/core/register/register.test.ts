import { describe, expect, test } from 'vitest';
import type { Student } from '../students';
import { calendarDay as day, type LessonSlot } from '../time';
import { weeksLeft } from './decisions';
import { lessonsOn, shiftStart, type LessonRecord } from './lessons';

const student = (id: string, slot: LessonSlot, rest: Partial<Student> = {}): Student => ({
  id,
  name: id,
  instrument: 'flute',
  birthDate: day('2012-01-01'),
  slot,
  sharesWith: null,
  minutesByWeekday: [0, 0, 0, 0, 0, 0, 0],
  levelsHeld: [],
  reachSemitones: null,
  schoolYear: null,
  archivedOn: null,
  ...rest,
});
const weekly = (start: string, minutes = 30): LessonSlot => ({ kind: 'weekly', weekday: 2, start, minutes });
const wednesday = day('2027-01-20');
const record = (rest: Partial<LessonRecord>): LessonRecord => ({
  id: '2027-01-20/a',
  studentId: 'a',
  day: wednesday,
  state: 'held',
  note: '',
  movedTo: null,
  ...rest,
});
const names = (...args: Parameters<typeof lessonsOn>) =>
  lessonsOn(...args).map(
    (lesson) => `${lesson.start} ${lesson.students.map((each) => each.id).join('+')} ${lesson.state}`,
  );

describe('the lessons of a day', () => {
  test.each<[string, Student[], LessonRecord[], string, string[]]>([
    [
      'in the order of the clock',
      [student('a', weekly('16:00')), student('b', weekly('15:40'))],
      [],
      '2027-01-20',
      ['15:40 b planned', '16:00 a planned'],
    ],
    ['on its weekday only', [student('a', weekly('16:00'))], [], '2027-01-21', []],
    [
      'every other week',
      [
        student('a', {
          kind: 'fortnightly',
          weekday: 2,
          start: '16:00',
          minutes: 30,
          anchor: day('2027-01-06'),
        }),
      ],
      [],
      '2027-01-20',
      ['16:00 a planned'],
    ],
    [
      'not in the week between',
      [
        student('a', {
          kind: 'fortnightly',
          weekday: 2,
          start: '16:00',
          minutes: 30,
          anchor: day('2027-01-06'),
        }),
      ],
      [],
      '2027-01-27',
      [],
    ],
    [
      'an anchor on another weekday',
      [
        student('a', {
          kind: 'fortnightly',
          weekday: 2,
          start: '16:00',
          minutes: 30,
          anchor: day('2027-01-04'),
        }),
      ],
      [],
      '2027-01-20',
      ['16:00 a planned'],
    ],
    [
      'shared by two',
      [
        student('a', weekly('16:00'), { sharesWith: 'b' }),
        student('b', weekly('16:00'), { sharesWith: 'a' }),
      ],
      [],
      '2027-01-20',
      ['16:00 a+b planned'],
    ],
    [
      'shared, named by one only',
      [student('a', weekly('16:00'), { sharesWith: 'b' }), student('b', weekly('16:00'))],
      [],
      '2027-01-20',
      ['16:00 a planned', '16:00 b planned'],
    ],
    ['archived', [student('a', weekly('16:00'), { archivedOn: wednesday })], [], '2027-01-20', []],
    [
      'archived later',
      [student('a', weekly('16:00'), { archivedOn: day('2027-01-21') })],
      [],
      '2027-01-20',
      ['16:00 a planned'],
    ],
    [
      'moved away',
      [student('a', weekly('16:00'))],
      [record({ state: 'moved', movedTo: { day: day('2027-01-22'), start: '10:00' } })],
      '2027-01-20',
      ['16:00 a moved'],
    ],
    [
      'moved here',
      [student('a', weekly('16:00'))],
      [record({ state: 'moved', movedTo: { day: day('2027-01-22'), start: '10:00' } })],
      '2027-01-22',
      ['10:00 a planned'],
    ],
    ['in a closure', [student('a', weekly('16:00'))], [], '2027-02-17', []],
  ])('%s', (_, students, records, on, expected) =>
    expect(
      names(day(on), students, records, [
        { id: 'c', name: 'mid-term', from: day('2027-02-15'), to: day('2027-02-21'), stops: 'lessons' },
      ]),
    ).toEqual(expected),
  );
});

test.each([
  ['15:40', 30, '16:10'],
  ['23:50', 20, '00:10'],
  ['09:05', 55, '10:00'],
])('%s and %i minutes is %s', (start, minutes, end) => expect(shiftStart(start, minutes)).toBe(end));
test.each([
  ['2027-01-20', 0],
  ['2027-01-21', 1],
  ['2027-01-27', 1],
  ['2027-01-28', 2],
  ['2027-03-31', 10],
  ['2027-01-01', 0],
])('weeks left to %s: %i', (to, weeks) => expect(weeksLeft(wednesday, day(to))).toBe(weeks));
