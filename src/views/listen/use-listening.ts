import { useEffect, useRef, useState } from 'react';
import type { Heard, ListeningAsked } from '@/core/listening';
import { listenTo, type Captured } from '@/workers/listen.job';
import { refusedWords } from './listen-model';

export type Listening =
  | { readonly kind: 'nothing' }
  | { readonly kind: 'listening'; readonly share: number }
  | { readonly kind: 'heard'; readonly heard: Heard; readonly simulated: boolean; readonly isWhole: boolean }
  | { readonly kind: 'refused'; readonly words: string };

/** Has what was captured listened to in a worker; a new take takes the place of the one before. */
export function useListening(): {
  readonly listening: Listening;
  readonly listen: (xml: string | null, asked: ListeningAsked, captured: Captured) => void;
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
              heard: reply.answer,
              simulated: captured.input === 'simulated',
              isWhole: asked.bars === null,
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
    cancel: () => cancel.current?.(),
  };
}
