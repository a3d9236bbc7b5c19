import { useEffect, useRef, useState } from 'react';
import type { Heard, ListeningAsked, TakeSound } from '@/core/listening';
import type { BarRange } from '@/core/music';
import type { Take } from '@/store';
import { listenTo, type Captured } from '@/workers/listen.job';
import { refusedWords } from './listen-model';

/** Where what was heard comes from. */
export interface HeardOf {
  readonly bars: BarRange | null;
  readonly source: Take['source'] | 'taps';
  /** What was captured, to be kept; null where it is kept already, or nothing sounded. */
  readonly sound: TakeSound | null;
  /** Of a take that was kept. */
  readonly take: Take | null;
}

export type Listening =
  | { readonly kind: 'nothing' }
  | { readonly kind: 'listening'; readonly share: number }
  | ({ readonly kind: 'heard'; readonly heard: Heard } & HeardOf)
  | { readonly kind: 'refused'; readonly words: string };

/** Has what was captured listened to in a worker; a new take takes the place of the one before. */
export function useListening(): {
  readonly listening: Listening;
  readonly listen: (xml: string | null, asked: ListeningAsked, captured: Captured) => void;
  /** What was heard of a take that was kept. */
  readonly look: (take: Take) => void;
  readonly cancel: () => void;
} {
  const [listening, set] = useState<Listening>({ kind: 'nothing' });
  const cancel = useRef<(() => void) | null>(null);
  useEffect(() => () => cancel.current?.(), []);
  return {
    listening,
    listen: (xml, asked, captured) => {
      cancel.current?.();
      set({ kind: 'listening', share: 0 });
      cancel.current = listenTo.ask({ xml, asked, captured }, (reply) => {
        switch (reply.kind) {
          case 'progress':
            set({ kind: 'listening', share: reply.progress });
            return;
          case 'answer':
            set({
              kind: 'heard',
              heard: reply.answer.heard,
              bars: asked.bars,
              source: sourceOf(captured),
              sound: reply.answer.sound,
              take: null,
            });
            return;
          case 'refused':
            set({ kind: 'refused', words: refusedWords(reply.why) });
            return;
          case 'cancelled':
            set({ kind: 'nothing' });
            return;
          case 'crashed':
            set({ kind: 'refused', words: 'Listening broke off. Try again; the take is not kept.' });
        }
      });
    },
    look: (take) => {
      cancel.current?.();
      const { heard, bars, source } = take;
      set({ kind: 'heard', heard, bars, source, sound: null, take });
    },
    cancel: () => cancel.current?.(),
  };
}

const sourceOf = ({ input }: Captured): HeardOf['source'] =>
  input === 'notes'
    ? 'keyboard'
    : input === 'one' || input === 'many'
      ? 'microphone'
      : input === 'rhythm'
        ? 'taps'
        : input;
