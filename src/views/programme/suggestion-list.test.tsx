// @vitest-environment jsdom
import { cleanup, render } from '@testing-library/react';
import { afterEach, beforeAll, expect, test } from 'vitest';
import type { ProgrammeAdvice } from '@/core/programme';
import { programmeQuestion } from '@/core/register';
import { standInForTheBrowser } from '@/ui/test-dom';
import { contextOf, studio } from '../test-studio';
import { SuggestionList } from './parts/SuggestionList';
import type { Advice } from './use-advice';

beforeAll(standInForTheBrowser);
afterEach(cleanup);

const context = contextOf('jonah-4');
const sums = programmeQuestion(studio, context);
const advice = (change: Partial<ProgrammeAdvice>): Advice => ({
  kind: 'ready',
  advice: { programmes: [], tried: 0, whole: true, conflict: null, nearest: [], remaining: [], ...change },
});
const stays = { kind: 'stays', pieceId: 'tarrin-tally-bells' } as const;
const left = { kind: 'left out', pieceId: 'tarrin-gull-stairs' } as const;

test.each<[string, Advice, string]>([
  ['stopped', { kind: 'stopped', best: [] }, 'Stopped. A change of the programme searches anew.'],
  ['failed', { kind: 'crashed', message: 'no answer' }, 'The search failed. no answer'],
  ['at its limit', advice({ whole: false }), 'The search reached its limit and had found no programme.'],
  [
    'the lists alone',
    advice({ conflict: { kind: 'conflict', obstacles: [], smallest: true } }),
    'The lists alone give no programme.',
  ],
  [
    'one conflict of two',
    advice({ conflict: { kind: 'conflict', obstacles: [stays, left], smallest: true }, remaining: [stays] }),
    'Tally Bells is kept (without it another conflict remains)',
  ],
])('how the search ended is said: %s', (_, how, words) => {
  const nothing = () => undefined;
  const { container } = render(
    <SuggestionList
      advice={how}
      sums={sums}
      context={context}
      studio={studio}
      onStop={nothing}
      onTake={nothing}
      onTakeBackIn={nothing}
    />,
  );
  expect(container.textContent).toContain(words);
  // Each end has its own words and none of another's.
  const ends = ['Stopped', 'failed', 'limit', 'lists alone', 'keeps all of these'];
  expect(ends.filter((each) => container.textContent.includes(each))).toHaveLength(1);
});
