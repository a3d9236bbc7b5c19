import type { Notice, ScoreRefusal, XRay, XRayOptions, XRayRefusal } from '@/core/score';

/** A score to be read: the bytes of a file, or the text kept of one. */
export interface ScoreRequest {
  readonly requestId: number;
  readonly file: Uint8Array | string;
  readonly options: XRayOptions;
}

/** What a score says of itself, without its notes: those stay in the worker. */
export interface ScoreAnswer extends Omit<XRay, 'part'> {
  readonly title: string;
  readonly composer: string;
  /** Those with measures; `part` is the id of the one looked at. */
  readonly parts: readonly { readonly id: string; readonly name: string }[];
  readonly part: string;
  readonly notices: readonly Notice[];
  /** The text of the file, decoded. */
  readonly xml: string;
}

/** Every request ends in exactly one of answer, refused or crashed. */
export type ScoreReply = { readonly requestId: number } & (
  | { readonly kind: 'progress'; readonly fraction: number }
  | { readonly kind: 'answer'; readonly answer: ScoreAnswer }
  | { readonly kind: 'refused'; readonly why: ScoreRefusal | XRayRefusal }
  | { readonly kind: 'crashed'; readonly message: string }
);
