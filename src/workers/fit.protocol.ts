import type { FitColumn, FitSettings, FitStudent } from '@/core/fit';
import type { Piece } from '@/core/repertoire';
import type { RequirementSet } from '@/core/requirements';
import type { Skill } from '@/core/skills';
import type { PackedCells } from './pack-cells';

/**
 * A question goes to the worker in parts, each as the JSON of one part, so that the page is free between them. Students
 * come last and are answered as they come; `end` says that there are no more. The shipped skill map is
 * not sent; columns name their level and session.
 */
export type FitPart =
  | {
      readonly kind: 'settings';
      readonly settings: Omit<FitSettings, 'map' | 'pieces' | 'sets'>;
      readonly ownSkills: readonly Skill[];
    }
  | { readonly kind: 'set'; readonly set: RequirementSet }
  | { readonly kind: 'pieces'; readonly pieces: readonly Piece[] }
  | {
      readonly kind: 'columns';
      readonly students: number;
      readonly columns: readonly {
        readonly setId: string;
        readonly levelId: string;
        readonly sessionId: string;
      }[];
    }
  | {
      readonly kind: 'student';
      readonly student: Omit<FitStudent, 'entered'> & {
        readonly entered: readonly (readonly [string, string])[];
      };
    }
  | { readonly kind: 'end' };

/** A worker has one question, which ends in exactly one of answer or crashed; one that is cancelled ends with its worker. */
export type FitReply =
  | {
      readonly kind: 'cells';
      readonly packed: PackedCells;
      readonly done: number;
      readonly all: number;
    }
  | { readonly kind: 'answer' }
  | { readonly kind: 'crashed'; readonly message: string };

export const columnNames = (columns: readonly FitColumn[]) =>
  columns.map(({ set, level, session }) => ({ setId: set.id, levelId: level.id, sessionId: session.id }));
