import type { SetAside } from '@/store/binders';

/** Checks all data of a studio this browser keeps. */
export interface CheckRequest {
  readonly requestId: number;
  /** Name of its databases. */
  readonly name: string;
}

/** Every request ends in exactly one of answer or crashed. */
export type CheckReply = { readonly requestId: number } & (
  | { readonly kind: 'progress'; readonly fraction: number }
  | { readonly kind: 'answer'; readonly found: readonly SetAside[] }
  | { readonly kind: 'crashed'; readonly message: string }
);
