import { expect, test } from 'vitest';
import type { Level } from '../requirements';
import { entryWith, pieceWith } from '../requirements/arbitrary';
import { calendarDay as day } from '../time';
import { newGoal, usedPieces, type Goal } from './goal';
import { piecesFor } from './own-choice';
import { inSession, toTell, told, withProgramme } from './goal-history';

const level = {
  components: [
    { id: 'd', letter: 'D', name: 'Dance', source: { kind: 'list', pieceIds: ['a', 'b'], min: 1, max: 1 } },
  ],
} as unknown as Level;
const pieces = new Map([pieceWith('a'), pieceWith('b')].map((piece) => [piece.id, piece]));
const [started, today] = [day('2027-01-06'), day('2027-01-20')];
const piece = (pieceId: string) => ({ d: [{ kind: 'piece' as const, pieceId }] });
const goal: Goal = newGoal(
  'g',
  { studentId: 's', setId: 'set', levelId: 'l', sessionId: 'spring', aimAwardId: 'pass' },
  level,
  started,
  { programme: piece('a'), enteredOn: started },
);

test('deferring moves the goal: its programme and plan stay, the entry was for the session left', () => {
  const sent: Goal = { ...goal, recordingSentOn: today };
  const moved = inSession(sent, 'summer', today);
  expect(moved).toEqual({
    ...goal,
    sessionId: 'summer',
    enteredOn: null,
    recordingSentOn: null,
    history: [{ on: today, kind: 'deferred', fromSessionId: 'spring', enteredOn: started }],
  });
  expect(inSession(moved, 'autumn', today).history).toHaveLength(2);
  // Nothing to remember: the same session, or one corrected on the day the goal was set.
  expect(inSession(goal, 'spring', today)).toBe(goal);
  expect(inSession({ ...goal, enteredOn: null }, 'summer', started).history).toBeUndefined();
});

test('a programme changed after entry is remembered until the office was told; before entry, or when nothing changed, not', () => {
  const changed = withProgramme(goal, piece('b'), level, pieces, today);
  expect(toTell(changed)).toEqual([
    { on: today, kind: 'changed after entry', what: 'Dance: B instead of A', toldOn: null },
  ]);
  const [later] = [day('2027-01-21')];
  expect(toTell(told(changed, later))).toEqual([]);
  expect(told(changed, later).history?.[0]).toMatchObject({ toldOn: later });
  expect(withProgramme(goal, piece('a'), level, pieces, today).history).toBeUndefined();
  expect(
    withProgramme({ ...goal, enteredOn: null }, piece('b'), level, pieces, today).history,
  ).toBeUndefined();
  expect(withProgramme(goal, {}, level, pieces, today).history).toMatchObject([
    { what: 'Dance: nothing instead of A' },
  ]);
});

test('the pieces of a goal that was withdrawn were not used', () => {
  const closed = { ...goal, closedOn: today };
  const used = (ended: Goal['ended']) =>
    usedPieces([{ ...closed, ...(ended && { ended }) }], new Map(), 's', null).map(({ pieceId }) => pieceId);
  expect([used(undefined), used('taken'), used('withdrawn')]).toEqual([['a'], ['a'], []]);
});

test('picked by hand, an own choice shows what is not known to be for other instruments', () => {
  const all = new Map(
    [
      pieceWith('listed'),
      pieceWith('horn', { instrument: 'Horn, trumpet' }),
      pieceWith('piano', { instrument: 'piano' }),
      pieceWith('nobody said'),
    ].map((piece) => [piece.id, piece]),
  );
  const { set } = entryWith([], [{ pieces: [pieceWith('listed')], min: 1, max: 1 }], {});
  const shown = (instrument: string) => [...piecesFor(instrument, all, [set]).keys()];
  expect(shown('horn')).toEqual(['horn', 'nobody said']);
  expect(shown('flute')).toEqual(['listed', 'nobody said']);
});
