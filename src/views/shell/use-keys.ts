import { useContext, useLayoutEffect, useRef } from 'react';
import { KeysSilent } from '@/ui';

/** Presses of these are no typing. */
const PRESSED = ['checkbox', 'radio', 'button', 'submit', 'reset', 'file', 'color', 'range'];

const typing = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    ['TEXTAREA', 'SELECT'].includes(target.tagName) ||
    (target instanceof HTMLInputElement && !PRESSED.includes(target.type)));

const SINGLE_KEYS = 'formal-stave.single-keys';

/** Whether a letter, a figure or a sign acts by itself; with Ctrl, and on what has the focus, keys always act. */
export const singleKeysAct = (): boolean => localStorage.getItem(SINGLE_KEYS) !== 'off';
export const setSingleKeys = (act: boolean): void => localStorage.setItem(SINGLE_KEYS, act ? 'on' : 'off');

/** "k", "Shift+3", "Alt+2", "Ctrl+z", "Enter" … from an event; figures are read from the key itself, not what Shift makes of it. */
function nameOf(event: KeyboardEvent): string {
  const figure = /^(?:Digit|Numpad)(\d)$/.exec(event.code)?.[1];
  const key = figure ?? (event.key.length === 1 ? event.key.toLowerCase() : event.key);
  const shift = event.shiftKey && (figure !== undefined || event.key.length > 1);
  return `${event.ctrlKey || event.metaKey ? 'Ctrl+' : ''}${event.altKey ? 'Alt+' : ''}${shift ? 'Shift+' : ''}${key}`;
}

/**
 * Keys of a view, each called with the moment it was pressed (ms, by the clock of `performance`). Nothing happens while a field is typed in, a dialog is open, or the keys are
 * those of another view.
 */
export function useKeys(keys: Readonly<Record<string, (at: number) => void>>): void {
  const isSilent = useContext(KeysSilent);
  const latest = useRef(keys);
  // A key pressed as soon as the view is seen is one of its own.
  useLayoutEffect(() => {
    latest.current = keys;
  });
  useLayoutEffect(() => {
    if (isSilent) return undefined;
    const listen = (event: KeyboardEvent) => {
      if (event.defaultPrevented || typing(event.target) || document.querySelector('dialog[open]')) return;
      const name = nameOf(event);
      const onControl =
        event.target instanceof HTMLElement && event.target.closest('button, a, summary, input') !== null;
      // These are the control's own.
      if (onControl && (name === 'Enter' || name === ' ')) return;
      if (
        event.target instanceof HTMLInputElement &&
        event.target.type === 'radio' &&
        name.startsWith('Arrow')
      )
        return;
      if (/^(?:Shift\+)?.$/.test(name) && !singleKeysAct()) return;
      const run = latest.current[name];
      if (!run) return;
      event.preventDefault();
      run(event.timeStamp);
    };
    document.addEventListener('keydown', listen);
    return () => document.removeEventListener('keydown', listen);
  }, [isSilent]);
}
