// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeAll, describe, expect, test, vi } from 'vitest';
import { PIECE_COLUMNS, readPieces } from '@/core/files';
import { practiceCard } from '@/core/plan';
import { checkRule, explainRule, type Rule } from '@/core/requirements';
import type { Student } from '@/core/students';
import { calendarDay as day } from '@/core/time';
import { standInForTheBrowser } from '@/ui/test-dom';
import { blankRule } from './library/rule-form';
import { RuleEditor } from './library/parts/RuleEditor';
import { CriterionRow } from './mark/parts/CriterionRow';
import { History } from './mark/parts/History';
import { PlanTable } from './plan/parts/PlanTable';
import { PracticeCardTable } from './plan/parts/PracticeCardTable';
import { CandidateList } from './programme/parts/CandidateList';
import { EntryFacts } from './programme/parts/EntryFacts';
import { RuleList } from './programme/parts/RuleList';
import { DecisionItem } from './register/parts/DecisionItem';
import { LessonItem } from './register/parts/LessonItem';
import { StudentDialog } from './register/parts/StudentDialog';
import { registerModel } from './register/register-model';
import { PasteTable } from './shell/PasteTable';
import { contextOf, studio, today } from './test-studio';

beforeAll(standInForTheBrowser);
afterEach(cleanup);
const press = (name: string | RegExp, at = 0) =>
  fireEvent.click(screen.getAllByRole('button', { name })[at]!);
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

describe('Programme', () => {
  const context = contextOf('orla-5');
  const rowsOf = (entry = context.entry, trial: typeof entry | null = null) =>
    context.level.rules.map((rule) => {
      const verdict = checkRule(rule, entry);
      const then = trial && checkRule(rule, trial);
      return { rule, verdict, then, words: explainRule(rule, then ?? verdict, context.level) };
    });
  const without = { ...context.entry, programme: { ...context.entry.programme, a: [] } };

  test('each rule has its box, its words and its reason', () => {
    render(<RuleList rows={rowsOf(without)} onWaive={vi.fn()} onAskAgain={vi.fn()} />);
    const first = screen.getAllByRole('listitem')[0]!;
    expect(within(first).getByRole('img', { name: 'undecided' })).toBeTruthy();
    expect(first.textContent).toContain('One piece from each of A, B and C');
    expect(first.textContent).toContain('A still open.');
  });
  test('a rule the tried piece would meet shows half a box', () => {
    render(<RuleList rows={rowsOf(without, context.entry)} onWaive={vi.fn()} onAskAgain={vi.fn()} />);
    expect(screen.getAllByRole('img', { name: 'met if this piece is set' }).length).toBeGreaterThan(0);
  });
  test('a waiver needs who and why', async () => {
    const waive = vi.fn();
    const old = { ...context.entry, session: { ...context.session, day: day('2031-01-01') } };
    render(<RuleList rows={rowsOf(old)} onWaive={waive} onAskAgain={vi.fn()} />);
    press('Waive');
    expect(screen.getByRole('button', { name: 'Waive the rule' })).toHaveProperty('disabled', true);
    type('Who allowed it', ' the board ');
    type('Why', 'letter of 2 January');
    await userEvent.click(screen.getByRole('button', { name: 'Waive the rule' }));
    expect(waive).toHaveBeenCalledExactlyOnceWith('edition', 'the board', 'letter of 2 January');
  });
  test('a waived rule can be asked again', () => {
    const ask = vi.fn();
    const waived = { ...context.entry, waivers: [{ ruleId: 'time', by: 'the board', why: 'a clock' }] };
    render(<RuleList rows={rowsOf(waived)} onWaive={vi.fn()} onAskAgain={ask} />);
    expect(screen.getByText('Waived by the board: a clock')).toBeTruthy();
    press('Ask again');
    expect(ask).toHaveBeenCalledExactlyOnceWith('time');
  });

  const candidates = (cursor: string | null) => {
    const [move, choose] = [vi.fn(), vi.fn()];
    render(
      <CandidateList
        slot={context.level.components[0]!}
        context={context}
        pieces={studio.pieces}
        effort={studio.settings.effort}
        cursor={cursor}
        onCursor={move}
        onChoose={choose}
        why={null}
        onWhy={vi.fn()}
        onLeaveOut={vi.fn()}
      />,
    );
    return { move, choose };
  };
  test('the list is searched by title, composer, key or metre', () => {
    candidates(null);
    const all = screen.getAllByRole('listitem').length;
    type('Find a piece', 'gigue');
    expect(screen.getAllByRole('listitem')).toHaveLength(1);
    type('Find a piece', 'zebra');
    expect(screen.getByText('Nothing with these words')).toBeTruthy();
    type('Find a piece', '');
    expect(screen.getAllByRole('listitem')).toHaveLength(all);
  });
  test('the first press tries a piece, the second sets it, J and Enter do the same', () => {
    const { move, choose } = candidates('tarrin-anchor-minuet');
    press(/Ropewalk Gigue/);
    expect(move).toHaveBeenCalledExactlyOnceWith('tarrin-ropewalk-gigue');
    press(/Anchor Minuet/);
    expect(choose).toHaveBeenCalledExactlyOnceWith('tarrin-anchor-minuet');
    fireEvent.keyDown(document.body, { key: 'Enter' });
    expect(choose).toHaveBeenCalledTimes(2);
    fireEvent.keyDown(document.body, { key: 'k' });
    expect(move).toHaveBeenCalledTimes(2);
  });

  const facts = (goalId: string) => {
    const events = {
      onSession: vi.fn(),
      onAim: vi.fn(),
      onFact: vi.fn(),
      onTakes: vi.fn(),
      onCondition: vi.fn(),
      onEdition: vi.fn(),
      onRecording: vi.fn(),
      onScale: vi.fn(),
      onCloseGoal: vi.fn(),
    };
    render(<EntryFacts context={contextOf(goalId)} {...events} />);
    return events;
  };
  test('a fact is kept when its field is left, and only when it changed', () => {
    const { onFact } = facts('orla-5');
    fireEvent.blur(screen.getByLabelText('Pianist'));
    expect(onFact).not.toHaveBeenCalled();
    type('Pianist', 'A colleague');
    fireEvent.blur(screen.getByLabelText('Pianist'));
    expect(onFact).toHaveBeenCalledExactlyOnceWith('Pianist', 'A colleague');
  });
  test('how many takes is asked, unknown until said', () => {
    const { onTakes } = facts('hester-chair');
    expect(screen.getByText('not known')).toBeTruthy();
    type('Takes recorded', '3');
    expect(onTakes).toHaveBeenLastCalledWith({ count: 3, continuous: true });
    type('Takes recorded', '333');
    expect(onTakes).toHaveBeenCalledTimes(1);
  });
});

describe('Mark', () => {
  const context = contextOf('orla-5');
  const scheme = context.scheme.components[0]!;
  const criterion = scheme.criteria[0]!;
  const row = (rest: Partial<Parameters<typeof CriterionRow>[0]> = {}) => {
    const [pick, mark] = [vi.fn(), vi.fn()];
    render(
      <CriterionRow
        criterion={criterion}
        keyName="Q"
        current={false}
        glyph="teacher"
        mark={undefined}
        own={undefined}
        other={undefined}
        onPick={pick}
        onMark={mark}
        {...rest}
      />,
    );
    return { pick, mark };
  };
  test('a band of one mark is given by one press', () => {
    const { pick, mark } = row();
    press(/Notes and rhythm: 6/);
    expect(pick).toHaveBeenCalledOnce();
    expect(mark).toHaveBeenCalledExactlyOnceWith(6, 'ours');
  });
  test('a band of two asks which', () => {
    const { mark } = row();
    press(/Notes and rhythm: 2–1/);
    expect(mark).not.toHaveBeenCalled();
    press('1');
    expect(mark).toHaveBeenCalledExactlyOnceWith(1, 'ours');
  });
  test('zero exists, although no band holds it', () => {
    const { mark } = row();
    press('Notes and rhythm: 0');
    expect(mark).toHaveBeenCalledExactlyOnceWith(0, 'ours');
  });
  test('marks stand side by side, in their own bands', () => {
    row({ mark: 4, own: 6, other: 5 });
    const pressed = screen
      .getAllByRole('button', { pressed: true })
      .map((each) => each.getAttribute('aria-label'));
    expect(pressed).toEqual([expect.stringMatching(/^Notes and rhythm: 4/)]);
    const own = screen.getByRole('img', { name: 'student’s own' });
    expect(own.closest('button')?.getAttribute('aria-label')).toMatch(/^Notes and rhythm: 6/);
  });
  test('what was heard so far, a line a sheet, or no evidence', () => {
    const component = context.level.components[0]!;
    render(<History context={context} component={component} scheme={scheme} today={today} />);
    expect(screen.getAllByRole('img').map((each) => each.getAttribute('aria-label'))).toContainEqual(
      expect.stringMatching(/^teacher, \d+ of 24$/i),
    );
    cleanup();
    render(
      <History context={{ ...context, sheets: [] }} component={component} scheme={scheme} today={today} />,
    );
    expect(screen.getByText('No evidence yet.')).toBeTruthy();
  });
});

describe('Plan', () => {
  const plan = contextOf('orla-5').plan!;
  test('the table says every week that the stave draws, with its minutes', () => {
    render(<PlanTable plan={plan} />);
    const rows = within(screen.getByRole('table', { hidden: true })).getAllByRole('row', { hidden: true });
    expect(rows).toHaveLength(plan.weeks.length + 1);
    const minutes = rows.slice(1).map((each) => each.querySelector('td')?.textContent);
    expect(minutes).toEqual(plan.weeks.map((week) => `${Math.round(week.load)} of ${week.minutes}`));
    expect(rows.some((each) => each.textContent.includes('gate'))).toBe(true);
  });
  const card = practiceCard(plan, 0);
  const cardTable = () => {
    const change = vi.fn();
    const minutes = contextOf('orla-5').student.minutesByWeekday;
    render(<PracticeCardTable card={card} minutesByWeekday={minutes} onMinutes={change} />);
    return { change, minutes };
  };
  test('the card’s blocks add up to its rows and its foot', () => {
    cardTable();
    const rows = screen.getAllByRole('row').slice(1, -1);
    const sums = rows.map((row) =>
      [...row.querySelectorAll('td:not(:last-child) > b')].reduce(
        (sum, cell) => sum + Number(cell.textContent),
        0,
      ),
    );
    expect(sums).toEqual(card.rows.map((row) => row.minutes));
    expect(sums.reduce((all, sum) => all + sum, 0)).toBe(card.minutes);
  });
  test('minutes of a day are changed in the foot; what is no number falls back', () => {
    const { change, minutes } = cardTable();
    const field = screen.getAllByLabelText(/^Minutes on Thursday/)[0]!;
    fireEvent.change(field, { target: { value: '45' } });
    fireEvent.blur(field);
    expect(change).toHaveBeenCalledExactlyOnceWith(minutes.map((each, at) => (at === 3 ? 45 : each)));
    for (const wrong of ['x', '-5', '721', '4.5', '']) {
      fireEvent.change(field, { target: { value: wrong } });
      fireEvent.blur(field);
      expect(field).toHaveProperty('value', String(minutes[3]));
    }
    expect(change).toHaveBeenCalledOnce();
  });
});

describe('Register', () => {
  const model = registerModel(studio, today, today, '15:46');
  const now = { day: today, time: '15:46' };
  const lesson = (id: string, open = true) => {
    const row = model.rows.find((each) => each.lesson.students.some((student) => student.id === id))!;
    const [toggle, record] = [vi.fn(), vi.fn()];
    render(<LessonItem row={row} day={today} now={now} open={open} onOpen={toggle} onRecord={record} />);
    return { row, toggle, record };
  };
  test('an open lesson: minutes left, where to go, attendance', () => {
    const { record } = lesson('orla');
    expect(screen.getByText('24 min left')).toBeTruthy();
    expect(screen.getByRole('link', { name: /Mark/ }).getAttribute('href')).toBe('/mark?goal=orla-5');
    press('Held');
    expect(record).toHaveBeenCalledExactlyOnceWith([{ id: `${today}/orla`, studentId: 'orla', day: today }], {
      state: 'held',
      movedTo: null,
    });
  });
  test('a shared lesson is recorded for both at once', () => {
    const thursday = day('2027-01-21');
    const [row] = registerModel(studio, thursday, today, '15:46').rows;
    const record = vi.fn();
    render(<LessonItem row={row!} day={thursday} now={now} open onOpen={vi.fn()} onRecord={record} />);
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
    const events = { onEnter: vi.fn(), onHold: vi.fn(), onGate: vi.fn() };
    const context = contextOf('jonah-4');
    const common = { goalId: 'jonah-4', studentId: 'jonah', due: today, days: 0 };
    const gate = {
      kind: 'gate',
      ...common,
      componentId: 'a',
      letter: 'A',
      stage: 'learn',
      moveTo: day('2027-01-27'),
    } as const;
    const show = (decision: Parameters<typeof DecisionItem>[0]['decision']) => {
      cleanup();
      render(<DecisionItem decision={decision} context={context} today={today} {...events} />);
    };
    show({ kind: 'enter', ...common, level: 'Level 4', open: [] });
    press('Enter');
    press(/^Hold to/);
    expect(events.onHold).toHaveBeenCalledExactlyOnceWith('summer-2027');
    show(gate);
    press('Passed');
    press(/^Move to/);
    expect(events.onGate.mock.calls.map((call) => call[1] as unknown)).toEqual([
      { passedOn: today },
      { movedTo: '2027-01-27' },
    ]);
    show({ kind: 'rule', ...common, title: 'Age', sentence: '7 on 31 March 2027.' });
    expect(screen.getByRole('link', { name: 'Programme' })).toBeTruthy();
    show({ kind: 'minutes', ...common, from: today, to: today, demand: 9, minutes: 3 });
    expect(screen.getByRole('link', { name: 'Plan' })).toBeTruthy();
  });

  const dialog = (student: Student | null) => {
    const save = vi.fn<(student: Student) => void>();
    render(
      <StudentDialog
        studio={studio}
        student={student}
        today={today}
        newId={() => 'wren'}
        onSave={save}
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
    ['born tomorrow', 'Birth date', '2027-01-21', 'A day in the past.'],
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
    type('Level, 1 lowest', '9');
    press('Add the level');
    press('Remove');
    press('Save');
    expect(save.mock.calls[0]?.[0].levelsHeld.map((held) => held.rank).at(-1)).toBe(9);
    expect(save.mock.calls[0]?.[0].levelsHeld).toHaveLength(before);
  });
});

describe('Library', () => {
  const paste = () => {
    const take = vi.fn();
    render(
      <PasteTable
        fields={PIECE_COLUMNS}
        read={(table, map) => {
          const { pieces, bad } = readPieces(table, map, (line) => `p${line}`);
          return { items: pieces, bad };
        }}
        itemWords="pieces"
        preview={(piece) => [piece.title, piece.composer]}
        onTake={take}
      />,
    );
    return take;
  };
  test('bad rows are named with their line and reason, the others come in', () => {
    const take = paste();
    type(
      'Table',
      'title\tcomposer\ttime\nTally Bells\tA. Hewn\t1:20\nGull Stairs\tN. Sedgely\tlong\n\tN. Sedgely\t1:00',
    );
    expect(screen.getByRole('status').textContent).toContain('2 rows stay out');
    const rows = () =>
      within(screen.getByRole('table', { name: 'Rows to mend' }))
        .getAllByRole('row')
        .slice(1)
        .map((row) => row.textContent);
    expect(rows()).toEqual([
      expect.stringContaining('3"long" is no time'),
      expect.stringContaining('4no title'),
    ]);
    expect(screen.getByRole('button', { name: 'Take 1 pieces' })).toBeTruthy();
    type('Line 3, title', 'Gull Stairs, slow');
    type('Line 3, time', '2:10');
    expect(rows()).toEqual(['3mended', expect.stringContaining('4no title')]);
    press('Take 2 pieces');
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
    press('Take 2 pieces');
    expect((take.mock.calls[0]?.[0] as { title: string }[]).map((piece) => piece.title)).toEqual([
      'Tally Bells',
      'Gull Stairs',
    ]);
  });
  test.each<[Rule['kind'], string[]]>([
    ['one from each', ['Letters']],
    ['count', ['At least', 'At most']],
    ['time', ['At least', 'At most', 'Seconds between pieces']],
    ['count where', ['Bound', 'How many', 'Whose', 'Is']],
    ['level held', ['Syllabus', 'Level, 1 lowest']],
    ['age', ['From age', 'To age', 'On']],
    ['entry fact', ['What']],
    ['different composers', []],
    ['graded pieces', ['Decided by', 'Fact', 'Class: how many of grade, how many free']],
    ['condition', ['About', 'Allowed']],
    ['combined', ['Needed']],
  ])('the blanks of "%s"', (kind, labels) => {
    render(<RuleEditor rule={blankRule(kind)} problem={undefined} onChange={vi.fn()} onRemove={vi.fn()} />);
    for (const label of ['Rule', ...labels]) expect(screen.getByLabelText(label)).toBeTruthy();
    expect(document.querySelectorAll('input, select')).toHaveLength(labels.length + 1);
  });
});
