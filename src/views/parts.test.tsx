// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeAll, describe, expect, test, vi } from 'vitest';
import { practiceCard } from '@/core/card';
import { checkRule, explainRule } from '@/core/requirements';
import { calendarDay as day, lessonDays } from '@/core/time';
import { press, standInForTheBrowser, type } from '@/ui/test-dom';
import { CriterionRow } from './mark/parts/CriterionRow';
import { History } from './mark/parts/History';
import { systemsOf } from './plan/stave-model';
import { PlanTable } from './plan/parts/PlanTable';
import { PracticeCardTable } from './plan/parts/PracticeCardTable';
import { CandidateList } from './programme/parts/CandidateList';
import { EntryFacts } from './programme/parts/EntryFacts';
import { RuleList } from './programme/parts/RuleList';
import { contextOf, studio, today } from './test-studio';

beforeAll(standInForTheBrowser);
afterEach(cleanup);

describe('Programme', () => {
  const context = contextOf('orla-5');
  const rowsOf = (entry = context.entry, trial: typeof entry | null = null) =>
    context.level.rules.map((rule) => {
      const verdict = checkRule(rule, entry);
      const then = trial && checkRule(rule, trial);
      return { rule, verdict, then, words: explainRule(rule, then ?? verdict, context.level) };
    });
  const without = { ...context.entry, programme: { ...context.entry.programme, s: [] } };

  test('each rule has its box, its words and its reason', () => {
    render(<RuleList rows={rowsOf(without)} onWaive={vi.fn()} onAskAgain={vi.fn()} />);
    const first = screen.getAllByRole('listitem')[0]!;
    expect(within(first).getByRole('img', { name: 'undecided' })).toBeTruthy();
    expect(first.textContent).toContain('One piece from each of S, D and Y');
    expect(first.textContent).toContain('S still open.');
  });
  test('a rule the tried piece would meet shows half a box', () => {
    render(<RuleList rows={rowsOf(without, context.entry)} onWaive={vi.fn()} onAskAgain={vi.fn()} />);
    expect(screen.getAllByRole('img', { name: 'met if this piece is chosen' }).length).toBeGreaterThan(0);
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
        sets={null}
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
  test('a press tries a piece, however often; its own button sets it, and so does Enter', () => {
    const { move, choose } = candidates('tarrin-anchor-minuet');
    press(/Ropewalk Gigue/);
    expect(move).toHaveBeenCalledExactlyOnceWith('tarrin-ropewalk-gigue');
    press(/Anchor Minuet/);
    press(/Anchor Minuet/);
    expect(choose).not.toHaveBeenCalled();
    press('Set');
    expect(choose).toHaveBeenCalledExactlyOnceWith('tarrin-anchor-minuet');
    fireEvent.keyDown(document.body, { key: 'Enter' });
    expect(choose).toHaveBeenCalledTimes(2);
    fireEvent.keyDown(document.body, { key: 'k' });
    expect(move).toHaveBeenCalledTimes(4);
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
        component={scheme}
        criterion={criterion}
        keyName="Q"
        current={false}
        who={{ assessor: 'teacher' }}
        mark={undefined}
        beside={[]}
        onPick={pick}
        onMark={mark}
        {...rest}
      />,
    );
    return { pick, mark };
  };
  test('a band of one mark is given by one press', () => {
    const { pick, mark } = row();
    press(/^6 .*Notes and rhythm/);
    expect(pick).toHaveBeenCalledOnce();
    expect(mark).toHaveBeenCalledExactlyOnceWith(6);
  });
  test('a band of two asks which', () => {
    const { mark } = row();
    press(/^2–1 .*Notes and rhythm/);
    expect(mark).not.toHaveBeenCalled();
    press('1');
    expect(mark).toHaveBeenCalledExactlyOnceWith(1);
  });
  test('zero exists, although no band holds it', () => {
    const { mark } = row();
    press('0 Notes and rhythm');
    expect(mark).toHaveBeenCalledExactlyOnceWith(0);
  });
  test('marks stand side by side, in their own bands', () => {
    row({
      mark: 4,
      beside: [
        { who: { assessor: 'student' }, mark: 6 },
        { who: { assessor: 'mock' }, mark: 5 },
      ],
    });
    const pressed = screen.getAllByRole('button', { pressed: true }).map((each) => each.textContent);
    expect(pressed).toEqual([expect.stringMatching(/^4 .*Notes and rhythm/)]);
    for (const [name, band] of [
      ['student', 6],
      ['mock examiner', 5],
    ] as const)
      expect(screen.getByRole('img', { name }).closest('button')?.textContent).toMatch(
        new RegExp(`^${band} .*Notes and rhythm`),
      );
  });
  test('what was heard so far, a line a sheet, or no evidence', () => {
    const component = context.level.components[0]!;
    const onOpen = vi.fn();
    render(<History context={context} component={component} scheme={scheme} today={today} onOpen={onOpen} />);
    press(/^Correct the teacher’s marks of/);
    expect(onOpen.mock.calls[0]?.[1]).toEqual({ assessor: 'teacher' });
    expect(String(onOpen.mock.calls[0]?.[0]) < today).toBe(true);
    expect(screen.getAllByRole('img').map((each) => each.getAttribute('aria-label'))).toContainEqual(
      expect.stringMatching(/^teacher, \d+ of 24$/i),
    );
    cleanup();
    render(
      <History
        context={{ ...context, readSheets: [] }}
        component={component}
        scheme={scheme}
        today={today}
        onOpen={onOpen}
      />,
    );
    expect(screen.getByText('Not marked yet.')).toBeTruthy();
  });
});

describe('Plan', () => {
  const plan = contextOf('orla-5').whole!;
  test('the table says what the stave draws: every week with its lesson, minutes, gates and the marks heard in it', () => {
    const context = contextOf('orla-5');
    render(
      <PlanTable
        student={context.student}
        systems={systemsOf(plan, [context], (each) => each.plan)}
        plan={plan}
        closures={[...studio.closures.values()]}
      />,
    );
    const rows = within(screen.getByRole('table', { hidden: true })).getAllByRole('row', { hidden: true });
    const past = Math.min(8, plan.now);
    expect(rows).toHaveLength(past + plan.weeks.length + 1);
    const cells = rows
      .slice(1)
      .map((each) => [...each.querySelectorAll('td')].map((cell) => cell.textContent));
    expect(cells.map(([, minutes]) => minutes)).toEqual([
      ...Array.from({ length: past }, () => 'past'),
      ...plan.weeks.map((week) => `${Math.round(week.load)} of ${week.minutes}`),
    ]);
    const drawn = plan.grid.slice(plan.now - past);
    expect(cells.map(([lesson]) => lesson === 'none')).toEqual(
      drawn.map(
        ({ from, to }) => lessonDays(context.student, from, to, [...studio.closures.values()]).length === 0,
      ),
    );
    const text = cells.flat().join(' | ');
    expect(text).toMatch(/; gate \d+ \w+/);
    // Each current mark of the drawn weeks stands once, under its own component.
    const [first] = drawn;
    for (const [at, item] of plan.items.entries()) {
      const own = context.readSheets.filter(
        ({ sheet, mark, current }) =>
          current &&
          mark.kind === 'complete' &&
          sheet.componentId === item.componentId &&
          first &&
          sheet.day >= first.from,
      );
      const said = cells.flatMap((row) => [...(row[2 + at] ?? '').matchAll(/\d+ by the \w+/g)]);
      expect(said).toHaveLength(own.length);
    }
    expect(text).toContain('heard: ');
  });
  const card = practiceCard(plan, 0);
  const cardTable = () => {
    const [change, first] = [vi.fn(), vi.fn()];
    const { minutesByWeekday: minutes } = contextOf('orla-5').student;
    render(
      <PracticeCardTable
        card={card}
        practice={{ minutesByWeekday: minutes }}
        onMinutes={change}
        onFirst={first}
      />,
    );
    return { change, first, minutes };
  };
  test('the card’s blocks add up to its rows and its foot', () => {
    cardTable();
    const rows = screen.getAllByRole('row').slice(1, -1);
    const sums = rows.map((row) =>
      [...row.querySelectorAll('td:not(:last-child) > div > b')].reduce(
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
    expect(change).toHaveBeenCalledExactlyOnceWith(day('2027-01-21'), 45);
    for (const wrong of ['x', '-5', '721', '4.5', '']) {
      fireEvent.change(field, { target: { value: wrong } });
      fireEvent.blur(field);
      expect(field).toHaveProperty('value', String(minutes[3]));
    }
    expect(change).toHaveBeenCalledOnce();
  });
});
