import { expect, test } from 'vitest';
import { askedOfTake, goalNames, openGoalsOf, recordingAsked, type AskedOfTake } from '@/core/register';
import { calendarDay } from '@/core/time';
import { studio } from '../test-studio';

const due = calendarDay('2027-02-12');
const ASKED: AskedOfTake = {
  bars: [{ bars: { from: 9, to: 24 }, tempo: { unit: 'q.', perMinute: 88 }, what: 'Chair audition' }],
  recordings: [{ what: 'Chair audition', most: 2, continuous: true, due, sentOn: null }],
};

test('a take is held against the recording asked for: its bars, crotchets a minute, takes, last day', () => {
  expect(recordingAsked(ASKED, null, 2)).toEqual({
    bars: { from: 9, to: 24 },
    tempo: 132,
    tolerance: 5,
    continuous: true,
    takes: { most: 2, made: 2 },
    due,
  });
  // Sent already, there is no day left to keep; without a recording the bars are those that were played.
  const sent = ASKED.recordings.map((each) => ({ ...each, sentOn: due }));
  expect(recordingAsked({ ...ASKED, recordings: sent }, null, 1).due).toBeNull();
  expect(recordingAsked({ ...ASKED, recordings: [] }, { from: 1, to: 4 }, 1)).toMatchObject({
    bars: { from: 1, to: 4 },
    tempo: 132,
    continuous: false,
    takes: null,
  });
  expect(recordingAsked({ bars: [], recordings: [] }, null, 1)).toMatchObject({ bars: null, tempo: null });
});

test('the bars every open goal of the demo asks for of a piece stand with its tempo, and no other piece has them', () => {
  const excerpts = [...studio.goals.values()].flatMap((goal) => {
    const names = goalNames(studio, goal);
    if (!names || !openGoalsOf(studio, goal.studentId).includes(goal)) return [];
    return names.level.components.flatMap(({ source }) =>
      source.kind === 'excerpt' ? [{ student: goal.studentId, source }] : [],
    );
  });
  expect(excerpts.length).toBeGreaterThan(0);
  for (const { student, source } of excerpts)
    expect(askedOfTake(studio, student, source.pieceId).bars).toContainEqual(
      expect.objectContaining({ tempo: source.tempo }),
    );
  expect(askedOfTake(studio, 'orla', 'no-such-piece')).toEqual({ bars: [], recordings: [] });
});
