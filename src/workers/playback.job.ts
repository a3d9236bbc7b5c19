import type { Playback, PlaybackAsked } from '@/core/playback';
import { defineJob } from './job';
import type { ListenRefusal } from './listen.job';
import { WORKER_NAME } from './worker-name';

export interface PlaybackQuestion {
  /** The text of the score. */
  readonly xml: string;
  readonly asked: PlaybackAsked;
}

/** Says what is to sound of a passage. */
export const preparePlayback = defineJob<PlaybackQuestion, never, Playback, ListenRefusal>(
  'preparePlayback',
  {
    start: () =>
      new Worker(new URL('./listen.worker.ts', import.meta.url), { type: 'module', name: WORKER_NAME }),
    limit: 30_000,
    keepAlive: true,
  },
);
