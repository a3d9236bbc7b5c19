import { describe, expect, test } from 'vitest';
import { calendarDay } from '@/core/time';
import { typedMark } from './mark/mark-model';
import { totalModel } from './mark/total-model';
import { calendarEvents } from './plan/save-calendar';
import { geometryOf, marksOf, systemsOf } from './plan/stave-model';
import { candidatesOf } from './programme/programme-model';
import { contextsOfDay, miniLines, registerModel } from './register/register-model';
import { contextOf, studio, today } from './test-studio';

test.each([
  ['4', 6, 'mark'],
  ['7', 6, 'no'],
  ['1', 10, 'wait'],
  ['10', 10, 'mark'],
  ['2', 10, 'mark'],
  ['0', 10, 'mark'],
  ['11', 10, 'no'],
  ['2', 24, 'wait'],
  ['24', 24, 'mark'],
] as const)('typing %s for a maximum of %i: %s', (digits, max, kind) =>
  expect(typedMark(digits, max).kind).toBe(kind),
);

test('the total in words and on the ruler', () => {
  const total = totalModel(contextOf('orla-5'), 'd', calendarDay('2027-01-13'));
  expect(total.words).toBe(
    'Pass; 14 short of strong; D 1 below the floor of 14. Counted: S, D, Y, T from the teacher; E from the mock examiner.',
  );
  expect(total.ruler.parts.map((part) => `${part.label} ${part.look}`)).toEqual([
    'S 18 ink',
    'D 13, today pencil',
    'Y 15 ink',
    'T 17 ink',
    'E 16 ink',
  ]);
  expect(total.ruler.lines.map((line) => line.kind)).toEqual(['single', 'double', 'final']);
});

describe('the preparation stave', () => {
  const context = contextOf('orla-5');
  const plan = context.whole!;
  const systems = systemsOf(plan, [context], (each) => each.plan);
  test.each([700, 968, 1224, 1624])(
    'fits a room of %i px, or scrolls with weeks that can be pressed',
    (room) => {
      const geometry = geometryOf(plan, systems, room);
      expect(geometry.weekWidth).toBeGreaterThanOrEqual(46);
      if (geometry.weekWidth > 46) expect(geometry.width).toBeLessThanOrEqual(room + 1);
      expect(geometry.x(plan.now)).toBe(geometry.today);
      expect(geometry.x(plan.grid.length)).toBeCloseTo(geometry.end, 6);
    },
  );
  test('marks of one week stand apart and left of today', () => {
    const geometry = geometryOf(plan, systems, 1224);
    for (const item of plan.items) {
      const marks = marksOf(context, plan, item, geometry);
      marks.forEach((mark, at) => {
        if (at > 0) expect(mark.x - marks[at - 1]!.x).toBeGreaterThanOrEqual(18.9);
        expect(mark.x).toBeLessThan(geometry.today);
      });
    }
  });
  test('as calendar: the session, its closing, the lessons and the gates to come', () => {
    const events = calendarEvents(context.student, [context], plan, today, [...studio.closures.values()]);
    expect(events[0]).toMatchObject({
      title: 'Orla Penhallow: Tarrin Board Level 5, spring visit',
      day: '2027-03-31',
      place: 'Customs House',
    });
    expect(events.filter((event) => event.title.startsWith('Lesson')).length).toBe(8);
    expect(
      events.filter((event) => event.title.startsWith('Gate')).every((event) => event.day >= today),
    ).toBe(true);
    expect(new Set(events.map((event) => event.uid)).size).toBe(events.length);
  });
});

test('candidates: what breaks a rule comes last and says why; minutes follow the bars', () => {
  const context = contextOf('jonah-4');
  const found = candidatesOf(context.level.components[1]!, context, studio.pieces, studio.settings.effort);
  expect(found.at(-1)).toMatchObject({
    piece: { title: 'Slack Tide' },
    breaks: 'P. Ostrey appears twice. Change one of the two.',
  });
  const fitting = found.filter((each) => each.breaks === null).map((each) => each.minutes ?? 0);
  expect(fitting).toEqual([...fitting].sort((a, b) => a - b));
});

test('the register: rows by the clock, what is on, and the mini-stave with own marks where there is no other', () => {
  const model = registerModel(studio, today, today, '15:46', contextsOfDay(studio, today, today));
  expect(model.rows.map((row) => `${row.lesson.start} ${row.state}`)).toEqual([
    '13:10 done',
    '13:35 done',
    '15:40 now',
    '16:10 to come',
    '16:45 to come',
    '17:30 to come',
    '18:05 to come',
    '19:00 to come',
  ]);
  expect(model.deadlines[0]).toMatchObject({ setName: 'Tarrin Board', days: 6 });
  expect(miniLines(contextOf('jonah-4')).lines).toEqual([
    { letter: 'S', mark: 13, max: 24, aim: 16, by: 'teacher' },
    { letter: 'D', mark: null, max: 24, aim: 16, by: 'own' },
    { letter: 'Y', mark: 12, max: 24, aim: 16, by: 'own' },
    { letter: 'T', mark: 15, max: 24, aim: 16, by: 'teacher' },
    { letter: 'E', mark: 16, max: 24, aim: 16, by: 'teacher' },
  ]);
  expect(model.decisions.map((decision) => decision.days)).toEqual(
    [...model.decisions.map((decision) => decision.days)].sort((a, b) => a - b),
  );
});
