// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { say } from './say';
import { setSingleKeys, useKeys } from './use-keys';
import { useKeptFocus } from './use-kept-focus';

beforeEach(() => localStorage.clear());
afterEach(cleanup);

function Page({ act }: { readonly act: (key: string) => void }) {
  useKeys({
    j: () => act('j'),
    '4': () => act('4'),
    Enter: () => act('Enter'),
    ArrowDown: () => act('down'),
    'Ctrl+z': () => act('undo'),
  });
  return (
    <>
      <input aria-label="words" />
      <input type="checkbox" aria-label="tick" />
      <input type="radio" aria-label="choice" />
      <button type="button">press</button>
    </>
  );
}
const pressed = (on: string | null, key: string, code = '', ctrlKey = false) => {
  const act = vi.fn<(key: string) => void>();
  render(<Page act={act} />);
  const target = on === null ? document.body : screen.getByLabelText(on === 'press' ? /x^/ : on);
  fireEvent.keyDown(target, { key, code, ctrlKey });
  cleanup();
  return act.mock.calls.flat();
};

describe('single keys', () => {
  test.each([
    ['on the page', null, 'j', '', ['j']],
    ['while words are typed', 'words', 'j', '', []],
    ['after a checkbox was pressed', 'tick', 'j', '', ['j']],
    ['a figure after a checkbox', 'tick', '4', 'Digit4', ['4']],
    ['Enter on a checkbox is its own', 'tick', 'Enter', '', []],
    ['an arrow on a choice of several is its own', 'choice', 'ArrowDown', '', []],
    ['an arrow on a checkbox', 'tick', 'ArrowDown', '', ['down']],
  ] as const)('%s', (_, on, key, code, done) => expect(pressed(on, key, code)).toEqual(done));
  test('switched off, letters and figures do nothing; keys with Ctrl and arrows act', () => {
    setSingleKeys(false);
    expect(pressed(null, 'j')).toEqual([]);
    expect(pressed(null, '4', 'Digit4')).toEqual([]);
    expect(pressed(null, 'z', '', true)).toEqual(['undo']);
    expect(pressed(null, 'ArrowDown')).toEqual(['down']);
  });
});

function Lines() {
  useKeptFocus();
  const [lines, set] = useState(['one', 'two', 'three']);
  const [isHeld, hold] = useState(false);
  return (
    <>
      {lines.map((line) => (
        <button key={line} type="button" onClick={() => set(lines.filter((each) => each !== line))}>
          {line}
        </button>
      ))}
      <button type="button" disabled={isHeld} onClick={() => hold(true)}>
        held
      </button>
      <button type="button">last</button>
    </>
  );
}
test.each([
  ['one', 'two'],
  ['three', 'held'],
  ['held', 'last'],
])('pressing away "%s" leads to "%s"', async (gone, next) => {
  render(<Lines />);
  const button = screen.getByRole('button', { name: gone });
  button.focus();
  fireEvent.click(button);
  await waitFor(() => expect(document.activeElement?.textContent).toBe(next));
});
test('who leaves a field for the page is left there', async () => {
  render(<Lines />);
  const button = screen.getByRole('button', { name: 'one' });
  button.focus();
  button.blur();
  fireEvent.click(screen.getByRole('button', { name: 'two' }));
  await Promise.resolve();
  expect(document.activeElement).toBe(document.body);
});

test('what is said in one go is heard as one; the same again is news again', async () => {
  document.body.innerHTML = '<p id="status" role="status"></p>';
  const heard = () => document.getElementById('status')?.textContent;
  say('Tone 5 of 6');
  say('Done: give a mark');
  await waitFor(() => expect(heard()).toBe('Tone 5 of 6. Done: give a mark'));
  say('Done: give a mark');
  expect(heard()).toBe('');
  await waitFor(() => expect(heard()).toBe('Done: give a mark'));
});
