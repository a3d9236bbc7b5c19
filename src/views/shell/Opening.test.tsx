// @vitest-environment jsdom
import { act, cleanup, render, screen } from '@testing-library/react';
import { afterEach, expect, test, vi } from 'vitest';
import { Opening } from './Opening';

afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

test('a studio that does not open says what can be done, and not before it is late', () => {
  vi.useFakeTimers();
  render(<Opening />);
  act(() => void vi.advanceTimersByTime(9_000));
  expect(screen.queryByRole('button')).toBeNull();
  act(() => void vi.advanceTimersByTime(2_000));
  expect(screen.getByRole('alert').textContent).toContain('Nothing is lost.');
  expect(screen.getByRole('button', { name: 'Load the page again' })).toBeTruthy();
  expect(screen.getByText(/Opening the studio/)).toBeTruthy();
});
