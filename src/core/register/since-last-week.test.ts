import { describe, expect, test } from 'vitest';
import { prepare, verdictOf, type HandedCard, type PlanInput } from '../plan';
import { goalOf, inputOf, list, today } from '../plan/arbitrary';
import { addDays } from '../time';
import { cardStillServes, sinceLastWeek } from './since-last-week';

const started = addDays(today, -28);
const goal = goalOf('exam', {
  components: [list('a'), list('b')],
  pieces: { a: ['p'], b: ['q'] },
  on: addDays(today, 70),
  plan: {
    startedOn: started,
    gates: [{ componentId: 'a', stage: 'prepare', movedTo: null, passedOn: addDays(today, -2) }],
  },
});
const entry = (days: number, minutes: number) => ({
  id: `e${days}`,
  studentId: 'w',
  goalId: 'exam',
  componentId: 'a',
  pieceId: 'p',
  day: addDays(today, days),
  minutes,
  source: 'card' as const,
});
const inputWith = (
  practice: PlanInput['evidence']['practice'],
  cards: readonly HandedCard[] = [],
): PlanInput => inputOf([goal], { p: 60, q: 60 }, { evidence: { practice, cards } });
const sinceOf = (input: PlanInput) => sinceLastWeek(input, prepare(input).whole!);

describe('what changed since last week', () => {
  test('minutes reported against those asked, gates passed and moved, the fullest weeks then and now', () => {
    const since = sinceOf(inputWith([entry(-20, 50), entry(-3, 40)]))!;
    expect(since).toMatchObject({ reported: 40, passed: 1, begun: 0 });
    const more = goalOf('new', { components: [list('c')], pieces: { c: ['q'] }, on: addDays(today, 70) });
    const input = inputWith([entry(-20, 50)]);
    expect(sinceOf({ ...input, goals: [...input.goals, more] })?.begun).toBe(1);
    expect(since.asked).toBeGreaterThan(0);
    // Less was done than asked: the rest is fuller, and no gate comes sooner.
    expect(since.peak[1]).toBeGreaterThan(since.peak[0]);
    expect(since.moved.every(({ from, to }) => to >= from)).toBe(true);
  });
  test('nothing reported is said as such; a plan begun this week has no week before', () => {
    expect(sinceOf(inputWith([entry(-20, 50)]))?.reported).toBeNull();
    const fresh = inputOf(
      [goalOf('new', { components: [list('a')], pieces: { a: ['p'] }, on: addDays(today, 70) })],
      { p: 60 },
    );
    expect(sinceOf(fresh)).toBeNull();
  });
});

test('a card that was handed out serves while what is left fits or is nearly as well spread', () => {
  const card = (minutes: number): HandedCard => ({
    id: 'c',
    studentId: 'w',
    from: today,
    to: addDays(today, 6),
    handedOn: today,
    lines: [
      {
        line: 1,
        goalId: 'exam',
        componentId: 'a',
        pieceId: 'p',
        day: addDays(today, 1),
        minutes,
        title: 'p',
        how: '',
        listenFor: '',
      },
    ],
  });
  const full = inputWith([entry(-3, 40)]);
  const { peak } = verdictOf(full);
  const asked = prepare(full).whole!.weeks[0]!.load;
  expect(cardStillServes(full, card(Math.round(asked))).serves).toBe(true);
  const little = cardStillServes(full, card(1));
  expect(little.free).toBe(peak);
  expect(little.serves).toBe(little.peak <= 1 || little.peak <= 1.02 * peak);
  const tight = { ...full, student: { ...full.student, minutesByWeekday: [10, 10, 10, 10, 10, 10, 0] } };
  expect(cardStillServes(tight, card(1)).serves).toBe(false);
});
