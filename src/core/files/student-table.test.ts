import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import tarrin from '../../demo/tarrin-flute-2026.json';
import { addDays, calendarDay, slotOn } from '../time';
import { readRequirementFile } from './requirement-file';
import { STUDENT_COLUMNS } from './student-row';
import { readStudents, type StudentReading } from './student-table';
import { guessColumns, parseTable } from './table';
import { dayOrderOf, typedDay, typedTime } from './typed-days';

const read = readRequirementFile(tarrin);
if (!read.ok) throw new Error('the demo set was not read');
const PLAIN: StudentReading = {
  today: calendarDay('2027-01-20'),
  students: [],
  sets: [read.value.set],
  families: {},
  dayOrder: null,
  known: 'stays out',
  term: { from: calendarDay('2027-01-20'), until: null },
};
const reading = (lines: readonly string[], change: Partial<StudentReading> = {}) => {
  const table = parseTable(lines.join('\n'));
  return readStudents(table, guessColumns(table, STUDENT_COLUMNS), (line) => `s${line}`, {
    ...PLAIN,
    ...change,
  });
};

describe('a pasted table of students', () => {
  test('headings as schools write them, every column', () => {
    const { students, bad, asksFamily } = reading([
      'Surname, first name\tInstrument\tDOB\tDay\tTime\tLength\tHow often\tShared with\tYear group\tPractice (min/day)\tLevels held\tNotes',
      'Thwaite, Jonah\tflute\t12 March 2014\tWeds\t3.30pm\t30 min\tfortnightly\tNell Marrin\tYear 8\t25\tlevel 3\tneeds a chair',
      'Marrin, Nell\tflute\t\tWednesday\t15:30\t30\tevery other week\t\t\t\t\t',
    ]);
    expect(bad).toEqual([]);
    expect(asksFamily).toEqual([]);
    expect(students).toMatchObject([
      {
        name: 'Jonah Thwaite',
        birthDate: '2014-03-12',
        slot: { kind: 'fortnightly', weekday: 2, start: '15:30', minutes: 30, anchor: '2027-01-20' },
        sharesWith: 's3',
        schoolYear: { year: 8, from: '2026-09-01' },
        minutesByWeekday: [25, 25, 25, 25, 25, 25, 0],
        levelsHeld: [{ family: 'Tarrin Board flute', rank: 3, levelName: 'Level 3' }],
        notes: 'needs a chair',
      },
      {
        name: 'Nell Marrin',
        birthDate: null,
        sharesWith: 's2',
        minutesByWeekday: [20, 20, 20, 20, 20, 20, 0],
      },
    ]);
  });
  test('first name and surname apart, minutes of a week shared out', () => {
    const { students } = reading(['First name,Last name,Instrument,Practice a week', 'Ada,Kell,oboe,100']);
    expect(students).toMatchObject([{ name: 'Ada Kell', minutesByWeekday: [17, 17, 17, 17, 16, 16, 0] }]);
  });
  const head = 'name,instrument,born,day,time,level,shared with';
  test.each<[string, string, string]>([
    ['no name', ',flute,,,,,', 'no name'],
    ['no instrument', 'Ada Kell,,,,,,', 'no instrument'],
    ['no day', 'Ada Kell,flute,31 February 2014,,,,', '"31 February 2014" is no birth date'],
    ['born tomorrow', 'Ada Kell,flute,2027-01-21,,,,', 'in the future'],
    ['no weekday', 'Ada Kell,flute,,Someday,15:00,,', '"Someday" is not a weekday'],
    ['no time', 'Ada Kell,flute,,Mon,25:00,,', '"25:00" is not a time'],
    ['a time alone', 'Ada Kell,flute,,,15:00,,', '"15:00" stands without a weekday'],
    [
      'no such level',
      'Ada Kell,flute,,,,Level 33,',
      'there is no level "Level 33"; nearest: Tarrin Board flute, Level 3',
    ],
    ['nobody to share with', 'Ada Kell,flute,,,,,Wren Ost', 'there is no student "Wren Ost"'],
  ])('a row with %s stays out, and says so', (_, row, why) => {
    const { students, bad } = reading([head, row, 'Wren Halloran,flute,,,,,']);
    expect(students.map(({ name }) => name)).toEqual(['Wren Halloran']);
    expect(bad).toHaveLength(1);
    expect(bad[0]?.why).toContain(why);
    expect(bad[0]?.line).toBe(2);
  });
  test('who is there already, in the table or in the studio, is pointed out and comes in only when said', () => {
    const lines = [head, 'Ada Kell,flute,,,,,', 'ADA  KELL,Flute,,,,,', 'Ada Kell,oboe,,,,,'];
    const once = reading(lines);
    expect(once.students).toHaveLength(2);
    expect(once.bad).toMatchObject([{ line: 3, why: 'ADA  KELL is on line 2 as well' }]);
    const again = reading(lines, { students: once.students });
    expect(again.students).toEqual([]);
    expect(again.bad.map(({ why }) => why)).toEqual([
      'Ada Kell is in the studio already',
      'Ada Kell is in the studio already',
      'Ada Kell is in the studio already',
    ]);
    expect(reading(lines, { known: 'is another student' }).students).toHaveLength(3);
  });
  describe('for students who are there already', () => {
    const known = 'is added to the student' as const;
    const there = reading([
      'name,instrument,born,day,time,practice,notes',
      'Ada Kell,flute,2014-03-12,Monday,15:00,25,likes dances',
      'Wren Ost,flute,,Tuesday,16:00,20,',
      'Wren Ost,oboe,,,,,',
    ]).students;
    test('levels are added once each, with their day and award, one row or several to a student', () => {
      const { students, changed, bad } = reading(
        [
          'name,level,passed on,award',
          'Kell, Ada,,',
          'Ada Kell,level 2,12 June 2025,merit',
          'Ada Kell,level 3; level 2,25/6/2026,',
          'Wren Ost,level 1,,',
          'Noor Hale,level 1,,',
        ].map((line) => line.replace('Kell, Ada', '"Kell, Ada"')),
        { students: there, known },
      );
      expect(students).toEqual([]);
      expect(changed).toMatchObject([
        {
          ...there[0],
          levelsHeld: [
            { rank: 2, day: '2025-06-12', award: 'merit' },
            { rank: 3, day: '2026-06-25', award: 'passed' },
          ],
        },
      ]);
      expect(bad.map(({ line, why }) => [line, why])).toEqual([
        [5, 'Wren Ost is the name of several students; the instrument says which'],
        [6, 'no instrument, and no Noor Hale in the studio'],
      ]);
    });
    test('of several rows of a student, who the lesson is shared with is said in any one of them', () => {
      const { changed, bad } = reading(
        ['name,instrument,shared with,level', 'Ada Kell,flute,Hale Nor,', 'Ada Kell,flute,,level 1'],
        { students: [...there, { ...there[1]!, id: 'hale', name: 'Hale Nor' }], known },
      );
      expect(bad).toEqual([]);
      expect(changed).toMatchObject([{ sharesWith: 'hale', levelsHeld: [{ rank: 1 }] }]);
    });
    test('a table of a term changes the lessons of the term, and nothing else', () => {
      const term = { from: calendarDay('2027-02-01'), until: calendarDay('2027-04-30') };
      const { changed, asksTerm } = reading(['name,instrument,day,time', 'Ada Kell,flute,Friday,9.15 am'], {
        students: there,
        known,
        term,
      });
      const [ada] = changed;
      if (!ada) throw new Error('nobody was changed');
      expect(asksTerm).toBe(true);
      expect(
        ['2027-01-31', '2027-02-01', '2027-04-30', '2027-05-01'].map((day) => slotOn(ada, calendarDay(day))),
      ).toMatchObject([
        { weekday: 0, start: '15:00' },
        { weekday: 4, start: '09:15' },
        { weekday: 4, start: '09:15' },
        { weekday: 0, start: '15:00' },
      ]);
      expect({ ...ada, earlierSlots: undefined }).toEqual({ ...there[0], earlierSlots: undefined });
    });
    test('what is open is filled in, a known birth date stays, and a student who shares is named back', () => {
      const { changed, bad } = reading(
        [
          'name,instrument,born,notes,shared with',
          'Ada Kell,flute,2014-03-13,,',
          'Wren Ost,flute,2013-01-02,own flute,Ada Kell',
          'Wren Ost,oboe,,,Nobody Known',
        ],
        { students: there, known },
      );
      expect(changed).toMatchObject([
        { birthDate: '2013-01-02', notes: 'own flute', sharesWith: there[0]?.id },
      ]);
      expect(bad.map(({ why }) => why)).toEqual([
        'Ada Kell was born on 2014-03-12, not on 2014-03-13',
        'there is no student "Nobody Known"',
      ]);
    });
  });
  test('an instrument of no family is asked once, and not once it is known', () => {
    const lines = [head, 'Ada Kell,nose pipe,,,,,', 'Wren Ost,nose pipe,,,,,'];
    expect(reading(lines).asksFamily).toEqual(['nose pipe']);
    expect(reading(lines, { families: { 'nose pipe': 'flute' } }).asksFamily).toEqual([]);
  });
  test('whether the day or the month comes first is found from the column, and asked where it does not say', () => {
    const born = (days: string[], dayOrder: StudentReading['dayOrder'] = null) => {
      const found = reading([head, ...days.map((each, at) => `Ada ${at},flute,${each},,,,`)], { dayOrder });
      return [found.students.map(({ birthDate }) => birthDate), found.bad.length, found.asksDayOrder];
    };
    expect(born(['3/4/2014', '25/12/2013'])).toEqual([['2014-04-03', '2013-12-25'], 0, false]);
    expect(born(['3/4/2014', '12/25/2013'])).toEqual([['2014-03-04', '2013-12-25'], 0, false]);
    expect(born(['3/4/2014', '5.5.2013'])).toEqual([['2013-05-05'], 1, true]);
    expect(born(['3/4/2014', '5.5.2013'], 'month first')).toEqual([['2014-03-04', '2013-05-05'], 0, true]);
    expect(born(['13/4/2014', '4/13/2014'])).toEqual([['2014-04-13', '2014-04-13'], 0, true]);
  });
});

test('a column of days written one way reads back as they were, or says that it can be read in two', () => {
  const anyDay = fc.integer({ min: 0, max: 9_000 }).map((days) => addDays(calendarDay('2000-01-01'), days));
  fc.assert(
    fc.property(fc.array(anyDay, { minLength: 1, maxLength: 8 }), fc.boolean(), (days, dayFirst) => {
      const column = days.map((day) => {
        const [year, month, date] = day.split('-').map(Number);
        return dayFirst ? `${date}/${month}/${year}` : `${month}/${date}/${year}`;
      });
      const order = dayOrderOf(column);
      if (order === 'undecided') return;
      if (order !== 'no matter') expect(order).toBe(dayFirst ? 'day first' : 'month first');
      const known = order === 'no matter' ? null : order;
      expect(column.map((each) => typedDay(each, known))).toEqual(days);
    }),
    { numRuns: 500, seed: 5 },
  );
});

test.each<[string, string | undefined]>([
  ['2015/10/05', '2015-10-05'],
  ['5 Oct 2015', '2015-10-05'],
  ['October 5, 2015', '2015-10-05'],
  ['5th October 2015', '2015-10-05'],
  ['5/10/15', undefined],
  ['soon', undefined],
  ['2015-02-30', undefined],
])('the day "%s"', (text, day) => expect(typedDay(text, null)).toBe(day));

test.each<[string, string | undefined]>([
  ['3.30pm', '15:30'],
  ['3:30 PM', '15:30'],
  ['4 pm', '16:00'],
  ['12 am', '00:00'],
  ['12.15pm', '12:15'],
  ['15.40', '15:40'],
  ['1540', '15:40'],
  ['9:05 a.m.', '09:05'],
  ['15', undefined],
  ['13 pm', undefined],
  ['8:60', undefined],
])('the time "%s"', (text, time) => expect(typedTime(text)).toBe(time));
