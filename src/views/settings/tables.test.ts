/** The tables that leave the studio, and the one that comes back. */
import { expect, test } from 'vitest';
import { formatCsv, guessColumns, parseTable, readStudents, STUDENT_COLUMNS } from '@/core/files';
import { markRows, resultRows, studentRows } from '@/core/register';
import { fileName } from '../shell/save-file';
import { studio, today } from '../test-studio';

test('the table of students comes back as it went, but for what a table cannot hold', () => {
  const table = parseTable(formatCsv(studentRows(studio, today)));
  let made = 0;
  const { students, bad } = readStudents(
    table,
    guessColumns(table, STUDENT_COLUMNS),
    () => `s${(made += 1)}`,
    {
      today,
      students: [],
      sets: studio.sets.values(),
      families: studio.settings.instrumentFamilies ?? {},
      dayOrder: null,
      known: 'stays out',
      term: { from: today, until: null },
    },
  );
  expect(bad).toEqual([]);
  const active = [...studio.students.values()].filter(({ archivedOn }) => archivedOn === null);
  const facts = (of: typeof active) =>
    of
      .map(({ name, instrument, birthDate, minutesByWeekday, levelsHeld, notes, slot }) => ({
        name,
        instrument,
        birthDate,
        minutesByWeekday,
        notes,
        lesson: slot.kind === 'none' ? null : [slot.weekday, slot.start, slot.minutes],
        held: levelsHeld.map(({ family, rank }) => `${family} ${rank}`).sort(),
      }))
      .sort((a, b) => (a.name < b.name ? -1 : 1));
  expect(facts([...students])).toEqual(facts(active));
});

test('marks: each criterion of a sheet that counts in a row, and their total', () => {
  const [head = [], ...rows] = markRows(studio);
  const of = (name: string) => head.indexOf(name);
  const hers = rows.filter(
    (row) => row[of('student')] === 'Orla Penhallow' && row[of('component')] === 'Dance',
  );
  expect(hers.length).toBeGreaterThan(4);
  const sheets = new Map<string, (readonly string[])[]>();
  for (const row of hers) {
    const key = `${row[of('day')]} ${row[of('marked by')]}`;
    sheets.set(key, [...(sheets.get(key) ?? []), row]);
  }
  for (const sheet of sheets.values()) {
    const total = sheet.find((row) => row[of('criterion')] === 'total')![of('mark')];
    const given = sheet.filter((row) => row[of('criterion')] !== 'total').map((row) => row[of('mark')]);
    expect(total).toBe(given.includes('') ? '' : String(given.reduce((sum, each) => sum + Number(each), 0)));
  }
});

test('goals and results: one row a goal', () => {
  const [head = [], ...rows] = resultRows(studio);
  expect(rows).toHaveLength(studio.goals.size);
  expect(rows.every((row) => row.length === head.length)).toBe(true);
});

test.each([
  [['Tarrin Board', 'flute', '2026'], 'Tarrin Board flute 2026.csv'],
  [['A/B: "x"', '2027-01-20'], 'A B x 2027-01-20.csv'],
  [['', 'x'.repeat(200)], `${'x'.repeat(120)}.csv`],
] as const)('a file of %j', (parts, name) => {
  expect(fileName(parts, 'csv')).toBe(name);
});
