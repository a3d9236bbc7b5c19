import { useEffect, useRef } from 'react';
import { say } from './say';

/** Says the words in the frame's status region whenever they change; not as the page opens. */
export function Tell({ words }: { readonly words: string }) {
  const before = useRef(words);
  useEffect(() => {
    if (before.current !== words) say(words);
    before.current = words;
  }, [words]);
  return null;
}
