// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { Roving } from '.';

afterEach(cleanup);

describe('Roving', () => {
  const names = (lanes: string[][]) =>
    lanes.map((lane) => (
      <section key={lane.join()}>
        {lane.map((name) => (
          <button key={name} type="button" disabled={name === 'off'} aria-pressed={name === 'pressed'}>
            {name}
          </button>
        ))}
      </section>
    ));
  const stops = () =>
    screen
      .getAllByRole('button')
      .filter((each) => each.tabIndex === 0 && !(each as HTMLButtonElement).disabled);
  const key = (name: string) => fireEvent.keyDown(document.activeElement as Element, { key: name });
  const focused = () => document.activeElement?.textContent;

  test('one stop of Tab: the pressed control, then the one last used; the arrows pass over what is disabled', () => {
    render(<Roving>{names([['a', 'off', 'pressed', 'c']])}</Roving>);
    expect(stops().map((each) => each.textContent)).toEqual(['pressed']);
    stops()[0]?.focus();
    const walk = (keys: string[]) => keys.map((each) => (key(each), focused()));
    expect(walk(['ArrowLeft', 'ArrowUp', 'ArrowDown', 'ArrowRight', 'ArrowRight', 'Home', 'End'])).toEqual([
      'a',
      'a',
      'pressed',
      'c',
      'c',
      'a',
      'c',
    ]);
    expect(stops().map((each) => each.textContent)).toEqual(['c']);
  });
  test('lanes: up and down within one, left and right to the same place of the next', () => {
    render(<Roving lanes="section">{names([['a', 'b', 'c'], ['d'], ['e', 'f', 'g']])}</Roving>);
    stops()[0]?.focus();
    const walk = (keys: string[]) => keys.map((each) => (key(each), focused()));
    expect(walk(['ArrowDown', 'ArrowDown', 'ArrowDown', 'ArrowRight', 'ArrowRight', 'ArrowLeft'])).toEqual([
      'b',
      'c',
      'c',
      'd',
      'e',
      'd',
    ]);
  });
  test('what is typed keeps left and right; sideways leaves up and down', () => {
    render(
      <>
        <Roving>
          <input aria-label="one" />
          <input aria-label="two" />
        </Roving>
        <Roving sideways>{names([['a', 'b']])}</Roving>
      </>,
    );
    const at = () => document.activeElement?.getAttribute('aria-label') ?? focused();
    screen.getByLabelText('one').focus();
    expect((key('ArrowRight'), at())).toBe('one');
    expect((key('ArrowDown'), at())).toBe('two');
    screen.getByRole('button', { name: 'a' }).focus();
    expect((key('ArrowDown'), at())).toBe('a');
    expect((key('ArrowRight'), at())).toBe('b');
  });
  test('what comes later belongs to it, and moving presses where it is said', async () => {
    const pressed: string[] = [];
    const list = (all: string[]) => (
      <Roving follow>
        {all.map((each) => (
          <button key={each} type="button" onClick={() => pressed.push(each)}>
            {each}
          </button>
        ))}
      </Roving>
    );
    const { rerender } = render(list(['a']));
    rerender(list(['a', 'b']));
    await waitFor(() => expect(stops()).toHaveLength(1));
    stops()[0]?.focus();
    key('ArrowDown');
    expect(pressed).toEqual(['b']);
  });
});
