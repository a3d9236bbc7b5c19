import { inTerms } from '../terms';
import type { ContainerRefusal } from './container';
import type { Score } from './model';

/** Why a file gives no score. Lines and columns count from 1. `partial` is what could be read before the place. */
export type ScoreRefusal =
  | ContainerRefusal
  | {
      readonly kind: 'not well-formed';
      readonly line: number;
      readonly column: number;
      readonly message: string;
      readonly partial: Score | null;
    }
  | { readonly kind: 'entities'; readonly line: number; readonly column: number }
  /** More notes in one measure of a part than any page has. `measure` as printed. */
  | {
      readonly kind: 'crowded';
      readonly measure: string;
      readonly most: number;
      readonly line: number;
      readonly column: number;
    }
  | { readonly kind: 'not a score'; readonly root: string }
  | { readonly kind: 'no notes' };

/** Why a file could not be read, with the place where there is one. */
export function explainScoreRefusal(why: ScoreRefusal): string {
  switch (why.kind) {
    case 'empty':
      return 'The file is empty.';
    case 'too large':
      return `The score would take ${Math.round(why.bytes / 1_000_000)} million bytes, more than is read.`;
    case 'not a zip':
      return 'The file looks compressed but cannot be unpacked.';
    case 'no score inside':
      return 'The compressed file holds no score.';
    case 'entities':
      return `Line ${why.line}, column ${why.column}: the file declares entities of its own, which are not read.`;
    case 'not well-formed':
      return `Line ${why.line}, column ${why.column}: ${why.message}`;
    case 'crowded':
      return `Line ${why.line}, column ${why.column}: measure ${why.measure || 'without a number'} has more than ${why.most} notes.`;
    case 'not a score':
      return `The file is not a MusicXML score: it begins with ${why.root}.`;
    case 'no notes':
      return inTerms('The score has no bars.');
  }
}
