// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeAll, expect, test, vi } from 'vitest';
import type { Studio } from '@/core/files';
import { afterInstrument, decisionsOf, goalContext, lessonsOn, unsettledGoals } from '@/core/register';
import { instrumentOn, withInstrumentFrom, type Student } from '@/core/students';
import { calendarDay as day } from '@/core/time';
import type { InstrumentAnswers } from '@/store';
import { press, standInForTheBrowser, type } from '@/ui/test-dom';
import { studio, today } from '../test-studio';
import { ArchiveDialog } from './parts/ArchiveDialog';
import { StudentDialog } from './parts/StudentDialog';

beforeAll(standInForTheBrowser);
afterEach(() => {
  cleanup();
  // What was typed and not saved is kept where another file of tests has left a studio open.
  localStorage.clear();
});

const orla = studio.students.get('orla')!;
const goalOf = (id: string) =>
  [...studio.goals.values()].find((goal) => goal.studentId === id && !goal.closedOn)!;

const show = (student: Student) => {
  const save = vi.fn<
    (student: Student, opened: Student | null, change: InstrumentAnswers | null) => Promise<{ kind: 'kept' }>
  >(() => Promise.resolve({ kind: 'kept' }));
  render(
    <StudentDialog
      studio={studio}
      student={student}
      today={today}
      newId={() => 'new'}
      onSave={save}
      onFamily={vi.fn()}
      onClose={vi.fn()}
    />,
  );
  return save;
};

test('another instrument is dated, and each open goal is asked about before anything is saved', async () => {
  const save = show(orla);
  type('Instrument or voice', 'oboe');
  type('Plays the new one from', '2027-01-12');
  press('Save');
  await screen.findByRole('dialog', { name: 'Orla Penhallow: oboe instead of flute' });
  press('Save', 1);
  expect(save).not.toHaveBeenCalled();
  expect(screen.getByText('Choose one.')).toBeTruthy();
  const choice = screen.getByRole('combobox', { name: /Level 5, spring visit.*entered/ });
  // A level that is not open to the new instrument cannot go on with it.
  expect([...choice.querySelectorAll('option')].map((each) => each.value)).toEqual(['', 'kept', 'withdrawn']);
  type(/Level 5, spring visit/, 'kept');
  press('Save', 1);
  const [saved, , answers] = save.mock.calls[0]!;
  expect([...answers!.goals]).toEqual([[goalOf('orla').id, 'kept']]);
  expect(saved).toMatchObject({
    instrument: 'oboe',
    earlierInstruments: [{ until: '2027-01-11', instrument: 'flute' }],
  });
  expect(['2027-01-11', '2027-01-12'].map((each) => instrumentOn(saved, day(each)))).toEqual([
    'flute',
    'oboe',
  ]);
});

test('an instrument written wrongly leaves no trace; the same one written otherwise asks nothing', () => {
  const nobody = { ...orla, id: 'nobody', instrument: 'fluet' };
  const save = show(nobody);
  type('Instrument or voice', 'flute');
  type('Was fluet', 'wrong');
  press('Save');
  expect(save.mock.calls[0]![0]).not.toHaveProperty('earlierInstruments');
  cleanup();
  const again = show({ ...orla, instrument: 'Flute ' });
  type('Instrument or voice', 'flute');
  expect(screen.queryByLabelText('Plays the new one from')).toBeNull();
  press('Save');
  expect(again).toHaveBeenCalledOnce();
});

/** The studio once Orla plays another instrument and her goal was answered for. */
function after(answer: 'kept' | 'withdrawn' | 'goes on'): Studio {
  const goal = goalOf('orla');
  const { goals } = afterInstrument(studio, orla, 'oboe', new Map([[goal.id, answer]]), new Set(), today);
  const oboist = withInstrumentFrom(orla, 'oboe', today);
  return {
    ...studio,
    students: new Map(studio.students).set('orla', oboist),
    goals: new Map(studio.goals).set(goal.id, goals[0]!),
  };
}

test('a goal kept goes on with its own instrument; one withdrawn waits for the office, one that goes on too', () => {
  const id = goalOf('orla').id;
  const contextIn = (changed: Studio) => goalContext(changed, changed.goals.get(id)!, today)!;
  expect(contextIn(after('kept')).student.instrument).toBe('flute');
  const withdrawn = after('withdrawn');
  expect(withdrawn.goals.get(id)).toMatchObject({ closedOn: today, ended: 'withdrawn' });
  expect(unsettledGoals(withdrawn).map((goal) => goal.id)).toEqual([id]);
  expect(decisionsOf([contextIn(withdrawn)], today)).toMatchObject([{ kind: 'tell', what: ['withdrawn'] }]);
  expect(decisionsOf([contextIn(after('goes on'))], today)).toContainEqual(
    expect.objectContaining({ kind: 'tell', what: ['on the oboe instead of the flute'] }),
  );
  // The days before keep the instrument they had.
  const before = lessonsOn(day('2027-01-13'), [...withdrawn.students.values()], [], []);
  expect(
    before.flatMap(({ students }) => students).map((each) => instrumentOn(each, day('2027-01-13'))),
  ).toContain('flute');
});

test('archiving asks about each open goal', () => {
  const archive = vi.fn();
  render(<ArchiveDialog studio={studio} student={orla} onArchive={archive} onClose={vi.fn()} />);
  fireEvent.click(screen.getByLabelText(/Withdraw .*Level 5, spring visit, entered on/));
  press('Archive');
  expect(archive).toHaveBeenCalledExactlyOnceWith([goalOf('orla').id]);
});
