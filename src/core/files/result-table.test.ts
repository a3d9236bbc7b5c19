import { describe, expect, test } from 'vitest';
import tarrin from '../../demo/tarrin-flute-2026.json';
import {
  levelsAfterResult,
  newGoal,
  pastGoal,
  resultQuestions,
  withResult,
  type Goal,
  type GoalResult,
} from '../programme';
import { findLevel, schemeOf } from '../requirements';
import type { Student } from '../students';
import { calendarDay } from '../time';
import { readRequirementFile } from './requirement-file';
import { readResults, RESULT_COLUMNS, type ResultReading } from './result-table';
import { guessColumns, parseTable } from './table';

const file = readRequirementFile(tarrin);
if (!file.ok) throw new Error('the set does not hold');
const sets = [file.value.set];
const flute = sets.find(({ id }) => id === 'tarrin-flute-2026')!;
const level5 = findLevel(flute, 'level-5')!;
const today = calendarDay('2027-06-01');
const student = (id: string, name: string, instrument = 'flute') =>
  ({ id, name, instrument, levelsHeld: [] }) as unknown as Student;
const open: Goal = newGoal(
  'orla-5',
  {
    studentId: 'orla',
    setId: flute.id,
    levelId: 'level-5',
    sessionId: 'spring-2027',
    aimAwardId: 'strong',
  },
  level5,
  calendarDay('2026-09-07'),
);
const students = [
  student('orla', 'Orla Penhallow'),
  student('nell', 'Nell Fairweather'),
  student('twin-1', 'Sam Bray'),
  student('twin-2', 'Sam Bray'),
  ...Array.from({ length: 40 }, (_, at) => student(`s${at}`, `Student ${at}`)),
];
const reading: ResultReading = { today, students, sets, goals: [open], dayOrder: null };
const readIn = (text: string, part: Partial<ResultReading> = {}) => {
  const table = parseTable(text);
  return readResults(table, guessColumns(table, RESULT_COLUMNS), { ...reading, ...part });
};
const HEAD = 'student,requirement,level,date,result,marks,marks by component,fee,certificate\n';

describe('a table of results', () => {
  test('a row finds the goal it is of, or is one from before', () => {
    const { items, bad } = readIn(
      `${HEAD}Orla Penhallow,,,2027-04-20,strong,95,S 19; D 20; Y 18; T 18; E 20,48,received\n` +
        'orla  penhallow,Tarrin Board flute,Level 4,25 March 2026,STRONG,97,19 20 20 18 20,,\n' +
        'Nell Fairweather,Tarrin Board flute,level 4,2026-06-17,,80,,,\n' +
        'Nell Fairweather,Tarrin Board flute,Level 3,2025-06-18,no award,,,,\n',
    );
    expect(bad).toEqual([]);
    expect(
      items.map(({ goalId, level, result }) => [goalId, level.name, result.on, result.award, result.total]),
    ).toEqual([
      ['orla-5', 'Level 5', '2027-04-20', 'strong', 95],
      [null, 'Level 4', '2026-03-25', 'strong', 97],
      [null, 'Level 4', '2026-06-17', 'pass', 80],
      [null, 'Level 3', '2025-06-18', null, null],
    ]);
    expect(items[0]?.result).toMatchObject({ fee: '48', certificate: 'received', marks: { s: 19, e: 20 } });
    expect(Object.values(items[1]?.result.marks ?? {})).toEqual([19, 20, 20, 18, 20]);
  });

  test('a total with all its marks says the award, floors and all', () => {
    const { items } = readIn(
      `${HEAD}Student 1,Tarrin Board flute,Level 1,2026-03-25,,95,19 20 20 18 18,,\n` +
        'Student 2,Tarrin Board flute,Level 1,2026-03-25,,95,13 20 20 20 22,,\n',
    );
    expect(items.map(({ result }) => result.award)).toEqual(['strong', 'pass']);
  });

  test('of forty rows the six wrong ones are named, and the others come in', () => {
    const good = Array.from(
      { length: 34 },
      (_, at) =>
        `Student ${at},Tarrin Board flute,Level ${(at % 9) + 1},2026-03-25,pass,${78 + (at % 15)},,,`,
    );
    const wrong: [string, RegExp][] = [
      ['Nobody Here,Tarrin Board flute,Level 1,2026-03-25,pass,80,,,', /no student "Nobody Here"/],
      ['Sam Bray,Tarrin Board flute,Level 1,2026-03-25,pass,80,,,', /2 students called Sam Bray/],
      ['Student 34,Tarrin Board flute,Level 12,2026-03-25,pass,80,,,', /no level "Level 12"/],
      ['Student 35,Tarrin Board flute,Level 1,2027-12-01,pass,80,,,', /still to come/],
      [
        'Student 36,Tarrin Board flute,Level 1,2026-03-25,strong,80,,,',
        /strong asks 93, and the total is 80/,
      ],
      ['Student 37,Tarrin Board flute,Level 1,2026-03-25,pass,80,S 30; D 20,,', /30: above 24/],
    ];
    const rows = [...good.slice(0, 20), ...wrong.map(([row]) => row), ...good.slice(20)];
    const { items, bad } = readIn(HEAD + rows.join('\n'));
    expect(items).toHaveLength(34);
    expect(bad.map(({ line }) => line)).toEqual([22, 23, 24, 25, 26, 27]);
    wrong.forEach(([, why], at) => expect(bad[at]?.why).toMatch(why));
  });

  test.each([
    ['Student 1,Tarrin Board flute,Level 1,2026-03-25,,95,,,', /95 alone does not say the award/],
    ['Student 1,Tarrin Board flute,Level 1,2026-03-25,gold,80,,,', /none of pass, strong, superb/],
    ['Student 1,Tarrin Board flute,Level 1,2026-03-25,pass,many,,,', /not a total such as 120/],
    ['Student 1,Tarrin Board flute,Level 1,2026-03-25,,,,,', /neither a result nor a total/],
    ['Student 1,Tarrin Board flute,Level 1,2026-03-25,,130,,,', /130 of 120 is too high/],
    ['Student 1,Tarrin Board flute,Level 1,2026-03-25,pass,80,1 2 3,,', /3 marks, and the level has 5/],
    ['Student 1,Tarrin Board flute,Level 1,2026-03-25,pass,80,Q 3,,', /"Q 3" is no component/],
    ['Student 1,Tarrin Board flute,Level 1,2026-03-25,pass,80,,,lost', /"lost" is none of/],
    ['Student 1,Nowhere,Level 1,2026-03-25,pass,80,,,', /no requirement "Nowhere"/],
    ['Student 1,,,2026-03-25,pass,80,,,', /no requirement and no level/],
    ['Student 1,Tarrin Board flute,Level 1,nonsense,pass,80,,,', /"nonsense" is no day/],
    [',Tarrin Board flute,Level 1,2026-03-25,pass,80,,,', /no student/],
  ])('%s is refused', (row, why) => {
    const { items, bad } = readIn(HEAD + row);
    expect(items).toEqual([]);
    expect(bad[0]?.why).toMatch(why);
  });

  test('the same result twice, or one that is there, stays out', () => {
    const row = 'Student 1,Tarrin Board flute,Level 1,2026-03-25,pass,80,,,\n';
    expect(readIn(HEAD + row + row)).toMatchObject({ items: [{}], bad: [{ line: 3 }] });
    const done = withResult(
      open,
      { on: calendarDay('2027-04-20'), award: 'pass', total: 80 },
      'correction',
      today,
    );
    const again = readIn(`${HEAD}Orla Penhallow,,,2027-04-20,pass,80,,,`, { goals: [done] });
    expect(again.bad[0]?.why).toMatch(/already/);
  });

  test('a day that can be read in two ways is asked about', () => {
    const row = `${HEAD}Student 1,Tarrin Board flute,Level 1,4/5/2026,pass,80,,,`;
    expect(readIn(row)).toMatchObject({ items: [], asksDayOrder: true });
    expect(readIn(row, { dayOrder: 'day first' }).items[0]?.result.on).toBe('2026-05-04');
  });
});

describe('a result', () => {
  const result: GoalResult = { on: calendarDay('2027-04-20'), award: 'pass', total: 90 };
  const better: GoalResult = { ...result, on: calendarDay('2027-05-11'), award: 'strong', total: 94 };

  test('closes the goal, and an appeal takes its place without losing it', () => {
    const first = withResult(open, result, 'correction', today);
    expect(first).toMatchObject({ closedOn: today, ended: 'taken', result });
    const noted = withResult(first, { ...result, certificate: 'received' }, 'correction', today);
    expect(noted.result).toEqual({ ...result, certificate: 'received' });
    const second = withResult(noted, better, 'appeal', today);
    expect(second.result).toEqual({
      ...better,
      earlier: [{ ...result, certificate: 'received', why: 'appeal' }],
    });
    expect(withResult(second, result, 'correction', today).result?.earlier).toHaveLength(2);
  });

  test('the level held is recorded once, follows an appeal, and goes where there is no award', () => {
    const held = levelsAfterResult([], flute, level5, undefined, result);
    expect(held).toEqual([
      { family: flute.family, levelName: 'Level 5', rank: 5, day: result.on, award: 'pass' },
    ]);
    expect(levelsAfterResult(held, flute, level5, undefined, result)).toEqual(held);
    const after = levelsAfterResult(held, flute, level5, result, better);
    expect(after.map(({ award, day }) => [award, day])).toEqual([['strong', better.on]]);
    expect(levelsAfterResult(after, flute, level5, better, { ...better, award: null })).toEqual([]);
    expect(levelsAfterResult(after, flute, level5, better, null)).toEqual([]);
    expect(levelsAfterResult(held, { ...flute, kind: 'festival' }, level5, undefined, better)).toBe(held);
  });

  test('what does not agree is asked about', () => {
    const scheme = schemeOf(flute, level5);
    const marks = { s: 19, d: 20, y: 18, t: 18, e: 20 };
    expect(resultQuestions(scheme, { award: 'strong', total: 95, marks })).toEqual([]);
    expect(resultQuestions(scheme, { award: 'strong', total: 94, marks })).toEqual([
      'The marks come to 95, not 94. Is one of them mistyped?',
    ]);
    expect(resultQuestions(scheme, { award: 'superb', total: 95 })).toEqual([
      'superb asks 106. Is 95 right?',
    ]);
    expect(resultQuestions(scheme, { award: 'pass', total: 95, marks })).toEqual([
      'By the scheme these marks are strong. Is that what was given?',
    ]);
  });

  test('one from before has a goal of its own, on the session of its day where there is one', () => {
    const past = (on: string) =>
      pastGoal('p', {
        studentId: 'orla',
        set: flute,
        level: level5,
        result: { ...result, on: calendarDay(on) },
      });
    expect(past('2027-03-31')).toMatchObject({
      sessionId: 'spring-2027',
      closedOn: '2027-03-31',
      ended: 'taken',
    });
    expect(past('2024-03-31').sessionId).toBe('earlier');
  });
});
