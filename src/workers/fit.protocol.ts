import type { FitCell, FitColumn, FitSettings, FitStudent } from '@/core/fit';

/** A question to the worker. The skill map is the shipped one and is not sent; columns name their level and session. */
export type FitRequest =
  | {
      readonly kind: 'start';
      readonly requestId: number;
      readonly settings: Omit<FitSettings, 'map'>;
      readonly students: readonly FitStudent[];
      readonly columns: readonly {
        readonly setId: string;
        readonly levelId: string;
        readonly sessionId: string;
      }[];
    }
  | { readonly kind: 'cancel'; readonly requestId: number };

/** Every request ends in exactly one of answer, cancelled or crashed. */
export type FitReply = { readonly requestId: number } & (
  | {
      readonly kind: 'cells';
      readonly cells: readonly FitCell[];
      readonly done: number;
      readonly all: number;
    }
  | { readonly kind: 'answer' }
  | { readonly kind: 'cancelled' }
  | { readonly kind: 'crashed'; readonly message: string }
);

export const columnNames = (columns: readonly FitColumn[]) =>
  columns.map(({ set, level, session }) => ({ setId: set.id, levelId: level.id, sessionId: session.id }));
