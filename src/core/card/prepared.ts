import type { Manner } from './manner';

/** Minutes a row of a scale table takes; rows of one block, at most. Our choice, because a weak row is played again. */
const ROW_MINUTES = 3;
const MOST_ROWS = 3;

/** How many rows a block takes. */
export const rowsIn = (minutes: number): number =>
  Math.min(MOST_ROWS, Math.max(1, Math.floor(minutes / ROW_MINUTES)));

export const ROWS_MANNER: Manner = {
  how: 'once each, then the weaker one again',
  listenFor: 'every note as long as the others',
};

/** Tasks by kind of test, told by its name. */
const TESTS: readonly (readonly [RegExp, readonly Manner[]])[] = [
  [
    /sight|quick stud|unseen|look/i,
    [
      {
        how: 'a new line every day: look for half a minute, then no stopping',
        listenFor: 'going on in time',
      },
      { how: 'a new line: clap it first, then play', listenFor: 'the rhythm before the notes' },
    ],
  ],
  [
    /clap|rhythm/i,
    [{ how: 'clap back what somebody taps, then say how it is counted', listenFor: 'the strong beat' }],
  ],
  [/improvi|compos/i, [{ how: 'four phrases from one idea', listenFor: 'an end that sounds like one' }]],
  [
    /question|viva|why|style|theory|talk|discuss/i,
    [{ how: 'answer aloud, in two sentences', listenFor: 'one example from the piece' }],
  ],
  [
    /aural|\bear\b|listen|sing|echo/i,
    [
      { how: 'sing back what somebody plays', listenFor: 'where the tune turns' },
      { how: 'sing it, then find it on the instrument', listenFor: 'the first note and the last' },
    ],
  ],
  [
    /major|minor|chromatic|scale|arpeggio|triad|seventh/i,
    [
      { how: 'slowly, then from memory', listenFor: 'every note as long as the others' },
      { how: 'from the top down first', listenFor: 'the same sound all the way' },
    ],
  ],
];
const OTHER: readonly Manner[] = [
  { how: 'as it is asked on the day', listenFor: 'what you are not sure of' },
];

/** Ways to work on a skill by itself; they take turns from day to day. */
export const SKILL_WAYS: readonly Manner[] = [
  { how: 'as you were shown, slowly, five times', listenFor: 'the same each time' },
  { how: 'on two notes or one beat that you know', listenFor: 'what changes when it works' },
  { how: 'in a place of a piece you play', listenFor: 'whether it still works there' },
  { how: 'show it to somebody and say how it is done', listenFor: 'what is hard to say' },
];

/** The item of a prepared component that is due, and how it is done; items and ways take turns. */
export function testFor(
  name: string,
  tests: readonly string[],
  before: number,
): { readonly what: string | null; readonly manner: Manner } {
  const what = tests[before % Math.max(1, tests.length)] ?? null;
  const waysOf = (words: string) => TESTS.find(([pattern]) => pattern.test(words))?.[1];
  const ways = waysOf(what ?? '') ?? waysOf(name) ?? OTHER;
  const turn = Math.floor(before / Math.max(1, tests.length));
  return { what, manner: ways[turn % ways.length] ?? { how: '', listenFor: '' } };
}
