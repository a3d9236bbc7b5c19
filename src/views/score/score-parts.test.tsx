// @vitest-environment jsdom
import { cleanup, render, screen } from '@testing-library/react';
import { afterEach, beforeAll, describe, expect, test, vi } from 'vitest';
import { readScoreText, scoreWork, xRay } from '@/core/score';
import { press, standInForTheBrowser, type } from '@/ui/test-dom';
import type { ScoreAnswer } from '@/workers/score.job';
import { demoTexts } from '@/demo';
import { studio } from '../test-studio';
import { StringsAndButtons } from './parts/StringsAndButtons';
import { barName } from './score-model';

beforeAll(standInForTheBrowser);
afterEach(cleanup);

/** What the worker answers for a score of the demo. */
function answerOf(id: string): ScoreAnswer {
  const xml = demoTexts().get(studio.scores.get(id)?.textId ?? '') ?? '';
  const read = readScoreText(xml);
  const seen = read.ok && xRay(read.value);
  if (!seen || !seen.ok) throw new Error(`${id} was not read`);
  const work = scoreWork(seen.value, '', {});
  return { ...seen.value, work, title: '', composer: '', parts: [], part: '', notices: [], xml };
}
const shown = (answer: ScoreAnswer, instrument: string | null = null) => {
  const onPick = vi.fn();
  const student = [...studio.students.values()][0]!;
  render(
    <StringsAndButtons
      answer={answer}
      student={instrument === null ? null : { ...student, instrument }}
      onPick={onPick}
    />,
  );
  return onPick;
};
const kinds = () => screen.getAllByRole('option').map(({ textContent }) => textContent);

describe('Strings and buttons', () => {
  const gigue = answerOf('score-ropewalk-gigue');
  const waltz = answerOf('score-lantern-waltz');

  test('only what the part can be counted for: no string below which it goes, buttons for two staves alone', () => {
    shown(gigue);
    expect(kinds()).toEqual([
      'not asked',
      'violin strings',
      'viola strings',
      'cello strings',
      'double bass strings',
      'guitar strings',
    ]);
    cleanup();
    shown(waltz);
    expect(kinds()).toContain('left-hand buttons');
    cleanup();
    shown({ ...gigue, moves: { ...gigue.moves, strings: { ...gigue.moves.strings, violin: null } } });
    expect(kinds()).not.toContain('violin strings');
  });

  test('the student’s own instrument is asked first; the sum is that of the bars, and a bar is pressed', () => {
    const onPick = shown(gigue, 'violin');
    const byBar = gigue.moves.strings.violin ?? [];
    const sum = byBar.reduce((all, each) => all + each, 0);
    const struck = gigue.moves.struck.reduce((all, each) => all + each, 0);
    expect(screen.getByText(`${sum} string crossings at least, in ${struck} notes.`)).toBeDefined();
    const most = byBar.indexOf(Math.max(...byBar));
    press(barName(gigue, most));
    expect(onPick).toHaveBeenCalledExactlyOnceWith(most);
  });

  test('moves of the bass are told in fifths, none before it is asked', () => {
    shown(waltz, 'flute');
    expect(screen.queryByText(/moves of the bass/)).toBeNull();
    type('Moves of', 'buttons');
    const jumps = (waltz.moves.buttons ?? []).flat();
    expect(jumps.length).toBeGreaterThan(0);
    expect(
      screen.getByText(`${jumps.length} moves of the bass, the widest ${Math.max(...jumps)} fifths.`),
    ).toBeDefined();
  });
});
