// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { afterEach, beforeAll, describe, expect, test, vi } from 'vitest';
import { PIECE_COLUMNS, readPieces, type ColumnMap, type PastedTable, type PieceColumn } from '@/core/files';
import { type Rule } from '@/core/requirements';
import type { Student } from '@/core/students';
import { calendarDay as day } from '@/core/time';
import { press, standInForTheBrowser, type } from '@/ui/test-dom';
import { blankRule } from './library/rule-form';
import { RuleEditor } from './library/parts/RuleEditor';
import { DecisionItem } from './register/parts/DecisionItem';
import { LessonItem } from './register/parts/LessonItem';
import { StudentDialog } from './students/parts/StudentDialog';
import { contextsOfDay, registerModel } from './register/register-model';
import { PasteTable } from './shell/PasteTable';
import { useDraft } from './shell/use-draft';
import { contextOf, studio, today } from './test-studio';

beforeAll(standInForTheBrowser);
afterEach(() => {
  cleanup();
  // What was typed and not saved is kept where another file of tests has left a studio open.
  localStorage.clear();
});

describe('Register', () => {
  const model = registerModel(studio, today, today, '15:46', contextsOfDay(studio, today, today));
  const now = { day: today, time: '15:46' };
  const lesson = (id: string, open = true) => {
    const row = model.rows.find((each) => each.lesson.students.some((student) => student.id === id))!;
    const [toggle, record] = [vi.fn(), vi.fn()];
    render(
      <LessonItem
        row={row}
        day={today}
        now={now}
        open={open}
        onOpen={toggle}
        onRecord={record}
        lessonsOf={() => []}
        report={null}
      />,
    );
    return { row, toggle, record };
  };
  test('an open lesson: minutes left, where to go, attendance', () => {
    const { record } = lesson('orla');
    expect(screen.getByText('24 min left')).toBeTruthy();
    expect(screen.getByRole('link', { name: /Mark/ }).getAttribute('href')).toBe('/mark?goal=orla-5');
    press('Held');
    press('Student cancelled');
    const records = [{ id: `${today}/orla`, studentId: 'orla', day: today }];
    expect(record.mock.calls).toEqual([
      [records, { state: 'held' }],
      [records, { state: 'cancelled', cancelledBy: 'student' }],
    ]);
  });
  test('a shared lesson is recorded for both at once', () => {
    const thursday = day('2027-01-21');
    const [row] = registerModel(
      studio,
      thursday,
      today,
      '15:46',
      contextsOfDay(studio, thursday, today),
    ).rows;
    const record = vi.fn();
    render(
      <LessonItem
        row={row!}
        day={thursday}
        now={now}
        open
        onOpen={vi.fn()}
        onRecord={record}
        lessonsOf={() => []}
        report={null}
      />,
    );
    expect(screen.getByRole('button', { name: 'Callum Wray and Davit Sorrel' })).toBeTruthy();
    press('Absent');
    expect((record.mock.calls[0]?.[0] as { id: string }[]).map((each) => each.id).sort()).toEqual([
      '2027-01-21/callum',
      '2027-01-21/davit',
    ]);
  });
  test('a note is kept when the line is left', () => {
    const { record } = lesson('orla');
    const field = screen.getByLabelText('Note');
    fireEvent.change(field, { target: { value: 'reed order' } });
    fireEvent.blur(field);
    expect(record).toHaveBeenCalledExactlyOnceWith(expect.anything(), { note: 'reed order' });
  });
  test('every kind of decision has its choices', () => {
    const events = {
      onEnter: vi.fn(),
      onHold: vi.fn(),
      onTold: vi.fn(),
      onResult: vi.fn(),
      onGate: vi.fn(),
    };
    const context = contextOf('jonah-4');
    const common = { goalId: 'jonah-4', studentId: 'jonah', due: today, days: 0 };
    const gate = {
      kind: 'gate',
      ...common,
      componentId: 'a',
      pieceId: null,
      letter: 'A',
      stage: 'learn',
      moveTo: day('2027-01-27'),
    } as const;
    const show = (decision: Parameters<typeof DecisionItem>[0]['decision']) => {
      cleanup();
      render(<DecisionItem decision={decision} names={context} today={today} {...events} />);
    };
    show({ kind: 'enter', ...common, level: 'Level 4', session: 'spring', open: [] });
    press('Enter');
    press(/^Defer to/);
    expect(events.onHold).toHaveBeenCalledExactlyOnceWith('summer-2027');
    show(gate);
    press('Passed');
    press(/^Move to/);
    expect(events.onGate.mock.calls.map((call) => call[1] as unknown)).toEqual([
      { passedOn: today },
      { movedTo: '2027-01-27' },
    ]);
    show({ kind: 'tell', ...common, what: ['Dance: a instead of b'] });
    press('The office was told');
    show({ kind: 'result', ...common, level: 'Level 4', session: 'winter' });
    press('Enter the result');
    expect([events.onTold, events.onResult].map((each) => each.mock.calls.length)).toEqual([1, 1]);
    show({ kind: 'rule', ...common, title: 'Age', sentence: '7 on 31 March 2027.' });
    expect(screen.getByRole('link', { name: 'Programme' })).toBeTruthy();
    show({ kind: 'minutes', ...common, from: today, to: today, demand: 9, minutes: 3 });
    expect(screen.getByRole('link', { name: 'Plan' })).toBeTruthy();
  });

  const dialog = (student: Student | null) => {
    const save = vi.fn<(student: Student, opened: Student | null) => Promise<{ kind: 'kept' }>>(() =>
      Promise.resolve({ kind: 'kept' }),
    );
    render(
      <StudentDialog
        studio={studio}
        student={student}
        today={today}
        newId={() => 'wren'}
        onSave={save}
        onFamily={vi.fn()}
        onClose={vi.fn()}
      />,
    );
    return save;
  };
  test('a student is saved as typed, with a slot every other week and no stretch', () => {
    const save = dialog(null);
    type('Name', ' Wren Halloran ');
    type('Instrument or voice', 'harp');
    type('Birth date', '2016-05-04');
    fireEvent.change(screen.getByLabelText('How often'), { target: { value: 'fortnightly' } });
    type('One lesson is on', '2027-01-27');
    type('Mon', '45');
    press('Add the student');
    expect(save.mock.calls[0]?.[0]).toMatchObject({
      id: 'wren',
      name: 'Wren Halloran',
      birthDate: '2016-05-04',
      slot: { kind: 'fortnightly', weekday: 2, start: '16:00', minutes: 30, anchor: '2027-01-27' },
      minutesByWeekday: [45, 20, 20, 20, 20, 20, 0],
      reachSemitones: null,
    });
  });
  test.each([
    ['no name', 'Name', '', 'The student needs a name.'],
    ['born tomorrow', 'Birth date', '2027-01-21', 'A day in the past, or empty.'],
    ['a lesson of two minutes', 'Minutes', '2', '5 to 600 minutes.'],
    ['a stretch of fifty', 'Widest stretch, semitones', '50', 'Semitones, 1 to 40.'],
    ['half minutes of practice', 'Tue', '7.5', 'Whole minutes, 0 to 720 a day.'],
  ])('%s is said at the field, and nothing is saved', (_, label, value, words) => {
    const save = dialog(studio.students.get('orla')!);
    type(label, value);
    press('Save');
    expect(screen.getByText(words)).toBeTruthy();
    expect(save).not.toHaveBeenCalled();
  });
  test('a level held is added and removed', () => {
    const save = dialog(studio.students.get('orla')!);
    const before = studio.students.get('orla')!.levelsHeld.length;
    const passed = screen.getByRole('combobox', { name: 'Level passed' });
    fireEvent.change(passed, { target: { value: 'flute level 9' } });
    fireEvent.keyDown(passed, { key: 'Enter' });
    press('Add the level');
    press('Remove');
    press('Save');
    expect(save.mock.calls[0]?.[0].levelsHeld.map((held) => held.rank).at(-1)).toBe(9);
    expect(save.mock.calls[0]?.[0].levelsHeld).toHaveLength(before);
  });
});

describe('Library', () => {
  const readRows = (table: PastedTable, map: ColumnMap<PieceColumn>) => {
    const { pieces, bad } = readPieces(table, map, (line) => `p${line}`);
    return { items: pieces, bad };
  };
  const paste = () => {
    const take = vi.fn();
    const Paste = () => (
      <PasteTable
        form={useDraft<null>('paste', 'Paste', null)}
        fields={PIECE_COLUMNS}
        read={readRows}
        itemWord="piece"
        preview={(piece) => [piece.title, piece.composer]}
        onTake={take}
      />
    );
    render(<Paste />);
    return take;
  };
  test('bad rows are named with their line and reason, the others come in', () => {
    const take = paste();
    type(
      'Table',
      'title\tcomposer\ttime\nTally Bells\tA. Hewn\t1:20\nGull Stairs\tN. Sedgely\tlong\n\tN. Sedgely\t1:00',
    );
    expect(screen.getByRole('status').textContent).toContain('2 rows are left out');
    const rows = () =>
      within(screen.getByRole('table', { name: 'Rows to fix' }))
        .getAllByRole('row')
        .slice(1)
        .map((row) => row.textContent);
    expect(rows()).toEqual([
      expect.stringContaining('3"long" is not a time'),
      expect.stringContaining('4no title'),
    ]);
    expect(screen.getByRole('button', { name: 'Import 1 piece' })).toBeTruthy();
    type('Line 3, title', 'Gull Stairs, slow');
    type('Line 3, time', '2:10');
    expect(rows()).toEqual(['3fixed', expect.stringContaining('4no title')]);
    press('Import 2 pieces');
    expect(
      (take.mock.calls[0]?.[0] as { title: string; seconds: number }[]).map(
        ({ title, seconds }) => `${title} ${seconds}`,
      ),
    ).toEqual(['Tally Bells 80', 'Gull Stairs, slow 130']);
  });
  test('columns are set by hand where the first row does not name them', () => {
    const take = paste();
    type('Table', 'A. Hewn;Tally Bells\nN. Sedgely;Gull Stairs');
    fireEvent.change(screen.getByLabelText('title'), { target: { value: '1' } });
    fireEvent.change(screen.getByLabelText('composer'), { target: { value: '0' } });
    press('Import 2 pieces');
    expect((take.mock.calls[0]?.[0] as { title: string }[]).map((piece) => piece.title)).toEqual([
      'Tally Bells',
      'Gull Stairs',
    ]);
  });
  test.each<[Rule['kind'], string[]]>([
    ['one from each', ['Letters']],
    ['count', ['At least', 'At most']],
    ['time', ['At least', 'At most', 'Seconds between pieces']],
    ['count where', ['Bound', 'How many', 'Property', 'Value']],
    ['level held', ['Syllabus', 'Level, 1 lowest']],
    ['age', ['From age', 'To age', 'On']],
    ['entry fact', ['What']],
    ['different composers', []],
    ['graded pieces', ['Decided by', 'Fact', 'Class: how many of grade, how many free']],
    ['condition', ['About', 'Allowed']],
    ['combined', ['Needed']],
  ])('the blanks of "%s"', (kind, labels) => {
    render(
      <RuleEditor
        rule={blankRule(kind)}
        problem={undefined}
        families={['Tarrin Board flute']}
        onChange={vi.fn()}
        onRemove={vi.fn()}
      />,
    );
    for (const label of ['Rule', ...labels]) expect(screen.getByLabelText(label)).toBeTruthy();
    expect(document.querySelectorAll('input, select')).toHaveLength(labels.length + 1);
  });
});
