import type {
  Heard,
  HeardNote,
  ListeningAsked,
  ListeningRefusal,
  RhythmTapped,
  TakeSound,
} from '@/core/listening';
import type { SimulatedName } from '@/core/performer';
import type { ScoreRefusal } from '@/core/score';
import { defineJob } from './job';
import { WORKER_NAME } from './worker-name';

/** What there is to listen to. */
export type Captured =
  | { readonly input: 'notes'; readonly notes: readonly HeardNote[] }
  | { readonly input: 'one' | 'many'; readonly rate: number; readonly samples: Float32Array }
  /** A file: WAV as one voice or as many, or MIDI. */
  | { readonly input: 'file'; readonly bytes: Uint8Array; readonly voices: 'one' | 'many' }
  | { readonly input: 'taps'; readonly taps: readonly number[] }
  /** Of the rhythm of the part; with the takes of the same passage before it. */
  | { readonly input: 'rhythm'; readonly taps: readonly number[]; readonly earlier: readonly RhythmTapped[] }
  | { readonly input: 'simulated'; readonly player: SimulatedName; readonly seed: number };

export interface ListenQuestion {
  /** The text of the score; null where there is none, as taps need none. */
  readonly xml: string | null;
  readonly asked: ListeningAsked;
  readonly captured: Captured;
}

export type ListenRefusal =
  | { readonly kind: 'score'; readonly why: ScoreRefusal }
  | { readonly kind: 'asked'; readonly why: ListeningRefusal }
  | { readonly kind: 'file'; readonly words: string }
  | { readonly kind: 'no score' };

export interface ListenAnswer {
  readonly heard: Heard;
  /** What it was heard from; null of taps. */
  readonly sound: TakeSound | null;
}

/** Listens to a take; tells how far it is, 0 to 1. */
export const listenTo = defineJob<ListenQuestion, number, ListenAnswer, ListenRefusal>('listenTo', {
  start: () =>
    new Worker(new URL('./listen.worker.ts', import.meta.url), { type: 'module', name: WORKER_NAME }),
  limit: 120_000,
  // Ten minutes of sound are handed over, not copied: the page must not stand still.
  hands: ({ captured }) =>
    captured.input === 'one' || captured.input === 'many' ? [captured.samples.buffer] : [],
  keepAlive: false,
});
