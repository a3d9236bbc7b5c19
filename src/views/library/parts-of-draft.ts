import type { Draft, DraftLevel } from './draft';
import type { DraftProblems } from './draft-set';

/** A part of a requirement that is typed on a leaf of its own. */
export type Part = 'about' | `level/${string}` | 'paste' | 'marks' | 'sessions' | 'compare';

const NAMES: Readonly<Record<string, string>> = {
  about: 'Name and edition',
  paste: 'Paste lists',
  marks: 'Marks and awards',
  sessions: 'Sessions',
  compare: 'Edition before',
};

/** The parts in the order they are typed. */
export const partsOf = (draft: Draft, hasEarlier: boolean): readonly Part[] => [
  'about',
  ...draft.levels.map(({ id }): Part => `level/${id}`),
  'paste',
  'marks',
  'sessions',
  ...(hasEarlier ? (['compare'] as const) : []),
];

export function partName(draft: Draft, part: Part): string {
  const level = draft.levels.find(({ id }) => part === `level/${id}`);
  return level ? level.name.trim() || 'Level without a name' : (NAMES[part] ?? '');
}

/** "A 20, B 20, S" */
export const levelSummary = ({ components }: DraftLevel): string =>
  components
    .map(({ letter, source, pieceIds }) => (source === 'list' ? `${letter} ${pieceIds.length}` : letter))
    .join(', ');

/** The part in which a field stands; `field` is the path `setOfDraft` names. */
export function partOfField(draft: Draft, field: string): Part {
  const level = draft.levels[Number(/^levels\.(\d+)\./.exec(field)?.[1] ?? NaN)];
  if (level) return `level/${level.id}`;
  if (field.startsWith('marks')) return 'marks';
  return field.startsWith('sessions.') ? 'sessions' : 'about';
}

export const wrongParts = (draft: Draft, problems: DraftProblems): ReadonlySet<Part> =>
  new Set(Object.keys(problems).map((field) => partOfField(draft, field)));
