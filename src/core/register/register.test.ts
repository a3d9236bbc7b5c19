import { describe, expect, test } from 'vitest';
import type { LessonRecord, Student } from '../students';
import { calendarDay as day, slotOn, withSlotFrom, type HasSlots, type LessonSlot } from '../time';
import { weeksLeft } from './decisions';
import { afterChange, clashesWith, lessonsOn, makeUpsOwed, shiftStart } from './lessons';
import { slotClashes, withTimetable } from './timetable';

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
    [
      'moved, and cancelled where it went',
      [student('a', weekly('16:00'))],
      [record({ state: 'cancelled', movedTo: { day: day('2027-01-22'), start: '10:00' } })],
      '2027-01-22',
      ['10:00 a cancelled'],
    ],
    [
      'the day it left says no more than that it left',
      [student('a', weekly('16:00'))],
      [record({ state: 'cancelled', movedTo: { day: day('2027-01-22'), start: '10:00' } })],
      '2027-01-20',
      ['16:00 a moved'],
    ],
    [
      'on the day of its time: the slot changed on Friday',
      [
        student(
          'a',
          { kind: 'weekly', weekday: 4, start: '09:00', minutes: 45 },
          {
            earlierSlots: [{ until: day('2027-01-21'), slot: weekly('16:00') }],
          },
        ),
      ],
      [record({})],
      '2027-01-20',
      ['16:00 a held'],
    ],
    [
      'and no more from then on',
      [
        student(
          'a',
          { kind: 'weekly', weekday: 4, start: '09:00', minutes: 45 },
          {
            earlierSlots: [{ until: day('2027-01-21'), slot: weekly('16:00') }],
          },
        ),
      ],
      [],
      '2027-01-27',
      [],
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

describe('what was recorded of a lesson', () => {
  const friday = { day: day('2027-01-22'), start: '10:00' };
  const saturday = { day: day('2027-01-23'), start: '09:00' };
  test('moved, cancelled there, moved again, held: each step stays known', () => {
    const moved = afterChange(record({ state: 'planned' }), { state: 'moved', movedTo: friday });
    const cancelled = afterChange(moved, { state: 'cancelled', cancelledBy: 'teacher' });
    expect(cancelled).toMatchObject({ state: 'cancelled', movedTo: friday, cancelledBy: 'teacher' });
    const again = afterChange(cancelled, { state: 'moved', movedTo: saturday });
    expect(again).not.toHaveProperty('cancelledBy');
    const held = afterChange(afterChange(again, { state: 'held' }), { note: 'well played' });
    expect(held.earlier).toEqual([
      { state: 'moved', movedTo: friday },
      { state: 'cancelled', movedTo: friday, cancelledBy: 'teacher' },
      { state: 'moved', movedTo: saturday },
    ]);
    expect(held).toMatchObject({ state: 'held', movedTo: saturday, note: 'well played' });
  });
  test('what the teacher cancelled is owed until it is moved or held; what the student cancelled is not', () => {
    const owed = (...records: Partial<LessonRecord>[]) => makeUpsOwed(records.map(record)).get('a') ?? 0;
    const off = { state: 'cancelled', cancelledBy: 'teacher' } as const;
    expect(owed(off, { ...off, id: '2027-01-13/a' })).toBe(2);
    expect(owed({ state: 'cancelled', cancelledBy: 'student' }, { state: 'moved', movedTo: friday })).toBe(0);
  });
  test('lessons in the same minutes are told, one after the other not, nor one that is cancelled', () => {
    const students = [
      student('a', weekly('16:00')),
      student('b', weekly('16:15')),
      student('c', weekly('16:30')),
    ];
    const lessons = lessonsOn(wednesday, students, [], []);
    const clashes = (start: string, of = lessons) =>
      clashesWith(of, { students: [students[0]!], minutes: 30 }, start).map(({ students: [who] }) => who?.id);
    expect([clashes('16:00'), clashes('16:30'), clashes('15:45'), clashes('17:00')]).toEqual([
      ['b'],
      ['b', 'c'],
      [],
      [],
    ]);
    const off = lessonsOn(
      wednesday,
      students,
      [record({ id: '2027-01-20/b', studentId: 'b', state: 'cancelled' })],
      [],
    );
    expect(clashes('16:00', off)).toEqual([]);
  });
});

test('a slot from a day on leaves the days before, and one that would have begun later is given up', () => {
  const monday: LessonSlot = { kind: 'weekly', weekday: 0, start: '09:00', minutes: 30 };
  const first = withSlotFrom({ slot: weekly('16:00') }, weekly('17:00'), day('2027-02-01'));
  const second = withSlotFrom(first, monday, day('2027-01-25'));
  const on = (when: string) => slotOn(second, day(when));
  expect([on('2027-01-24'), on('2027-01-25'), on('2027-03-01')]).toEqual([weekly('16:00'), monday, monday]);
  expect(slotOn(first, day('2027-01-31'))).toEqual(weekly('16:00'));
  expect(slotOn(first, day('2027-02-01'))).toEqual(weekly('17:00'));
});

test('a slot of a term: before it, and after its last day, the slots are as they would have been', () => {
  const [noon, two, four] = ['12:00', '14:00', '16:00'].map((start) => weekly(start));
  if (!noon || !two || !four) throw new Error('three slots');
  const later = withSlotFrom({ slot: four }, two, day('2027-05-01'));
  const term = withSlotFrom(later, noon, day('2027-02-01'), day('2027-03-31'));
  const over = withSlotFrom(later, noon, day('2027-02-01'), day('2027-06-30'));
  const on = (of: HasSlots, ...days: string[]) => days.map((each) => slotOn(of, day(each)));
  expect(on(term, '2027-01-31', '2027-02-01', '2027-03-31', '2027-04-01', '2027-05-01')).toEqual([
    four,
    noon,
    noon,
    four,
    two,
  ]);
  expect(on(over, '2027-01-31', '2027-06-30', '2027-07-01')).toEqual([four, noon, two]);
});

test('a timetable is given to those it names; lessons that then stand in the same minutes are told once', () => {
  const noon = weekly('12:00');
  const [a, b] = [student('a', weekly('15:00')), student('b', weekly('16:00'))];
  const students = [a, b, student('c', weekly('17:00'))];
  const timetable = { slots: new Map([a, b].map(({ id }) => [id, noon])), from: wednesday, until: null };
  const changed = withTimetable(students, timetable);
  expect(changed.map(({ id }) => id)).toEqual([a.id, b.id]);
  expect(changed.map((each) => slotOn(each, wednesday))).toEqual([noon, noon]);
  expect(slotClashes(changed, wednesday).map(({ day: on, one, other }) => [on, one.id, other.id])).toEqual([
    [wednesday, `${wednesday}/a`, `${wednesday}/b`],
  ]);
  const turns = ['2027-01-20', '2027-01-27'].map((anchor, at) =>
    student(`t${at}`, { kind: 'fortnightly', weekday: 2, start: '12:00', minutes: 30, anchor: day(anchor) }),
  );
  expect(slotClashes(turns, wednesday)).toEqual([]);
  const pair = [student('a', noon, { sharesWith: 'b' }), student('b', noon, { sharesWith: 'a' })];
  expect(slotClashes(pair, wednesday)).toEqual([]);
});
