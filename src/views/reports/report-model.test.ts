import { expect, test } from 'vitest';
import { REPORT_FACTS, withRecords } from '@/core/files';
import { calendarDay } from '@/core/time';
import { studio, today } from '../test-studio';
import { reportOf, reportsFile, USUAL_FACTS } from './report-model';

const from = calendarDay('2026-10-28');
const question = { from, to: today, facts: USUAL_FACTS, forecasts: new Map() };
const active = [...studio.students.values()].filter(({ archivedOn }) => archivedOn === null);
const textOf = (report: ReturnType<typeof reportOf>) => JSON.stringify(report);

test('a report says what happened in the term, and nothing of before', () => {
  const { parts } = reportOf(studio, studio.students.get('orla')!, question);
  const linesOf = (title: string) => parts.find((part) => part.title === title)?.lines ?? [];
  expect(linesOf('Pieces')).toEqual([
    expect.stringMatching(/^Ropewalk Gigue, .*: learned 11 November 2026$/),
    expect.stringMatching(/^Low Water Air, .*: learned 2 December 2026$/),
    expect.stringMatching(/^Signal Study no\. 2, .*: begun 18 November 2026$/),
  ]);
  expect(linesOf('What is ahead').join()).toContain('Level 5');
  expect(parts.map(({ title }) => title)).not.toContain('Practice');
  const all = reportOf(studio, studio.students.get('orla')!, {
    ...question,
    from: calendarDay('2026-01-01'),
  });
  expect(all.parts.find(({ title }) => title === 'Pieces')!.lines.length).toBeGreaterThan(3);
});

test('no report names another student, and none has a forecast that was not ticked', () => {
  const forecasts = new Map(
    [...studio.goals.keys()].map((id) => [id, { total: [1, 2, 3, 4, 5], awards: [] } as never]),
  );
  for (const student of active) {
    const said = textOf(
      reportOf(studio, student, {
        ...question,
        forecasts,
        facts: REPORT_FACTS.filter((fact) => fact !== 'forecast'),
      }),
    );
    for (const other of active) if (other !== student) expect(said).not.toContain(other.name);
    expect(said).not.toMatch(/on the day about|for the aim/);
  }
  const ticked = reportOf(studio, studio.students.get('orla')!, {
    ...question,
    forecasts,
    facts: ['forecast'],
  });
  expect(textOf(ticked)).toContain('on the day about 1 to 5');
});

test('next steps are the teacher’s own words, and the file has a page for each with nothing left to run', () => {
  const nell = { ...studio.students.get('nell')!, nextSteps: 'Longer lines <b>soon</b>\n& a duet.' };
  const made = withRecords(studio, [{ kind: 'student', id: 'nell', data: nell }]);
  const report = reportOf(made, nell, question);
  expect(report.parts.at(-1)).toEqual({
    title: 'Next steps',
    lines: ['Longer lines <b>soon</b>', '& a duet.'],
  });
  const reports = [report, ...active.slice(0, 9).map((student) => reportOf(made, student, question))];
  const file = reportsFile(reports, 'I. Calloway');
  expect(file.match(/<article>/g)).toHaveLength(10);
  expect(file).toContain('Longer lines &lt;b&gt;soon&lt;/b&gt;');
  expect(file).toContain('&amp; a duet.');
  expect(file).not.toMatch(/<script|src=|href=/);
});
