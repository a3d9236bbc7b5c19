import { useEffect, useRef, useState } from 'react';
import { typedMark } from './mark-model';

/** How long a figure that could be the first of two waits for the second. */
const WAIT_MS = 900;

/** Where a mark is typed: figures for another place begin anew. */
export interface Typing {
  readonly place: string;
  readonly max: number;
  /** The mark, once no figure can follow it or none did. */
  readonly settle: (mark: number) => void;
}

interface Waiting extends Typing {
  readonly digits: string;
  readonly timer: number;
}

/** Marks typed figure by figure. */
export function useTypedFigures() {
  const [shown, setShown] = useState('');
  const seen = useRef('');
  const waiting = useRef<Waiting | null>(null);
  const show = (words: string) => {
    // What stands as it is is not asked to be drawn.
    if (seen.current !== words) setShown(words);
    seen.current = words;
  };
  const end = (): Waiting | null => {
    const was = waiting.current;
    waiting.current = null;
    if (was) clearTimeout(was.timer);
    return was;
  };
  const settle = (was: Waiting | null) => {
    was?.settle(Number(was.digits));
  };
  const type = (figure: string, typing: Typing) => {
    const before = end();
    const goesOn = before?.place === typing.place;
    if (!goesOn) settle(before);
    const digits = (goesOn ? before.digits : '') + figure;
    const read = typedMark(digits, typing.max);
    if (read.kind === 'wait') {
      waiting.current = { ...typing, digits, timer: window.setTimeout(finish, WAIT_MS) };
      show(`${digits}…`);
    } else if (read.kind === 'mark') {
      show('');
      typing.settle(read.mark);
    } else show(`${read.value} is above the maximum, ${typing.max}`);
  };
  const finish = () => {
    const was = end();
    show('');
    settle(was);
  };
  // Whoever leaves the sheet with a figure typed meant it.
  useEffect(() => () => settle(end()), []);
  return {
    /** What waits, or what is wrong with what was typed. */
    shown,
    type,
    /** Takes what waits as it stands. */
    finish,
    /** What waits is not meant. */
    drop: () => {
      end();
      show('');
    },
  };
}
