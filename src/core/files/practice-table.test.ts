import { expect, test } from 'vitest';
import { calendarDay } from '../time';
import { PRACTICE_COLUMNS, practiceRows, readPractice } from './practice-table';
import { formatCsv, guessColumns, parseTable } from './table';
import type { PracticeEntry } from '../plan';

const today = calendarDay('2027-01-20');
const S = { goalId: 'g', componentId: 's', pieceId: 'gigue' };
const T = { goalId: 'g', componentId: 't', pieceId: null };
const names = {
  students: [
    {
      id: 'orla',
      name: 'Orla Penhallow',
      parts: [
        { part: S, names: ['S', 'Ropewalk Gigue', 'S Ropewalk Gigue'] },
        { part: T, names: ['T', 'Technique', 'T Technique'] },
        { part: { ...T, goalId: 'h' }, names: ['T', 'Technique', 'T Technique'] },
      ],
    },
    { id: 'ivo', name: 'Ivo Brannock', parts: [] },
    { id: 'ivo-2', name: 'ivo  brannock', parts: [] },
  ],
};
const read = (text: string) => {
  const table = parseTable(text);
  return readPractice(table, guessColumns(table, PRACTICE_COLUMNS), names, today);
};

test('a table of practice comes back as it went', () => {
  const bare = { studentId: 'orla', day: calendarDay('2027-01-12'), minutes: 20, source: 'lesson' } as const;
  const entries: PracticeEntry[] = [
    { ...bare, ...S, id: '1', bars: { from: 9, to: 12 }, tempo: 66, clean: 3, slips: 1, mark: 10 },
    { ...bare, goalId: null, componentId: null, pieceId: null, id: '2', minutes: 0 },
    {
      ...bare,
      ...S,
      id: '3',
      company: 'with somebody',
      support: 'recording',
      listenedFor: 'the "up" beat, and time',
    },
  ];
  const rows = practiceRows(
    entries,
    () => 'Orla Penhallow',
    ({ pieceId }) => (pieceId === null ? '' : 'S Ropewalk Gigue'),
  );
  const { items, bad } = read(formatCsv(rows));
  expect(bad).toEqual([]);
  expect(items).toHaveLength(3);
  expect(items.map((entry, at) => ({ ...entry, id: String(at + 1) }))).toEqual(
    expect.arrayContaining(
      entries.map((entry): unknown =>
        expect.objectContaining({ ...entry, id: expect.any(String) as unknown }),
      ),
    ),
  );
});

const HEAD = 'student,day,part,minutes,bars,tempo,clean,slips,own mark,with whom,support\n';
test.each([
  ['Nobody,2027-01-12,S,20', 'there is no student "Nobody"'],
  ['Ivo Brannock,2027-01-12,,20', 'there are 2 students called Ivo Brannock'],
  ['Orla Penhallow,12 Jan,S,20', '"12 Jan" is not a day such as 2027-01-20'],
  ['Orla Penhallow,2027-01-21,S,20', '2027-01-21 is still to come'],
  ['Orla Penhallow,2027-01-12,Q,20', 'the student has no "Q" to practise'],
  ['Orla Penhallow,2027-01-12,T,20', '"T" names 2 parts; write the letter and the title'],
  ['Orla Penhallow,2027-01-12,S,', '"" is not minutes from 0 to 720'],
  ['Orla Penhallow,2027-01-12,S,721', '"721" is not minutes from 0 to 720'],
  ['Orla Penhallow,2027-01-12,S,20,12-9', '"12-9" is not bars such as 9 or 9-12'],
  ['Orla Penhallow,2027-01-12,S,20,,0', '"0" is not a figure up to 999: tempo'],
  ['Orla Penhallow,2027-01-12,S,20,,,,,11', '"11" is not a figure up to 10: mark'],
  ['Orla Penhallow,2027-01-12,S,20,,,,,,maybe', '"maybe" is neither "alone" nor "with somebody"'],
  ['Orla Penhallow,2027-01-12,S,20,,,,,,,radio', '"radio" is none of video, recording, video and recording'],
])('%s stays out', (row, why) => {
  const { items, bad } = read(HEAD + row);
  expect([items, bad.map((each) => [each.line, each.why])]).toEqual([[], [[2, why]]]);
});
