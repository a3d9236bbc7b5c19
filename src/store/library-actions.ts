import { mergeEdit, type ListedPiece, type RequirementFile } from '@/core/files';
import { omit, type Piece } from '@/core/repertoire';
import type { ScoreWork } from '@/core/score';
import {
  namedPieces,
  withEarlierSchemes,
  withGrades,
  withList,
  type RequirementSet,
} from '@/core/requirements';
import { saveForm, type FormOutcome } from './forms';
import { act } from './studio-store';

export const takeRequirementFile = (file: RequirementFile): Promise<boolean> =>
  act(`import ${file.set.name}`, ({ pieces, sets }) => [
    ...file.pieces.map((data) => ({ kind: 'piece' as const, data: withOwn(data, pieces.get(data.id)) })),
    { kind: 'set', data: withEarlierSchemes(file.set, sets.get(file.set.id)) },
  ]);

/** What the studio itself wrote of a piece stays when a file brings the piece again. */
const withOwn = (piece: Piece, before: Piece | undefined): Piece => ({
  ...(before?.scoreId !== undefined && { scoreId: before.scoreId }),
  ...(before?.work !== undefined && { work: before.work }),
  ...(before?.notes !== undefined && { notes: before.notes }),
  ...piece,
});

/** A piece as it was typed with a requirement, and as the library had it when that began; null for a new one. */
export interface TypedPiece {
  readonly piece: Piece;
  readonly before: Piece | null;
}

/** A requirement, and those of the pieces typed with it that stand in it. */
export const saveSet = (
  set: RequirementSet,
  opened: RequirementSet | null,
  typed: readonly TypedPiece[] = [],
): Promise<FormOutcome<RequirementSet>> =>
  saveForm(`save ${set.name}`, 'set', set, opened, (studio, kept) => {
    const there = new Set(namedPieces(kept));
    return [
      { kind: 'set', data: withEarlierSchemes(kept, studio.sets.get(set.id)) },
      ...typed.flatMap(({ piece, before }) => {
        if (!there.has(piece.id)) return [];
        const now = studio.pieces.get(piece.id);
        // What was changed of it elsewhere meanwhile stays.
        const data = before && now ? mergeEdit(before, now, piece).merged : piece;
        return [{ kind: 'piece' as const, data }];
      }),
    ];
  });

export const removeSet = (id: string): Promise<boolean> =>
  act('remove the requirement set', () => [{ kind: 'set', remove: id }]);

/**
 * Pieces with their places in lists, and what the library did not know of them.
 * @param mode - whether they come to what the lists have, or the lists they name become these alone
 */
export const pasteIntoLists = (
  setId: string,
  rows: readonly ListedPiece[],
  mode: 'add' | 'replace',
): Promise<boolean> =>
  act(rows.length === 1 ? 'paste a piece' : `paste ${rows.length} pieces`, (studio) => {
    const set = studio.sets.get(setId);
    if (!set) return [];
    const places = new Map(rows.map((row) => [`${row.levelId}/${row.componentId}`, row]));
    const changed = [...places.values()].reduce((before, { levelId, componentId }) => {
      const own = rows.filter((row) => row.levelId === levelId && row.componentId === componentId);
      return withList(
        before,
        levelId,
        componentId,
        (ids) => [...(mode === 'add' ? ids : []), ...own.map(({ piece }) => piece.id)],
        new Map(own.flatMap(({ number, piece }) => (number === '' ? [] : [[piece.id, number] as const]))),
      );
    }, set);
    const pieces = new Map(rows.map(({ piece }) => [piece.id, piece]));
    return [
      ...[...pieces.values()].map((data) => ({ kind: 'piece' as const, data })),
      { kind: 'set', data: changed },
    ];
  });

/** The list of a component as it shall stand: pieces moved, taken in, taken out. */
export const setList = (
  setId: string,
  levelId: string,
  componentId: string,
  pieceIds: readonly string[],
): Promise<boolean> =>
  act('change the list', (studio) => {
    const set = studio.sets.get(setId);
    return set ? [{ kind: 'set', data: withList(set, levelId, componentId, () => pieceIds) }] : [];
  });

/** Grades of pieces in the catalogue; null takes a piece out. Pieces that are new to the library come along. */
export const gradePieces = (
  setId: string,
  grades: readonly { readonly pieceId: string; readonly rank: number | null }[],
  fresh: readonly Piece[] = [],
): Promise<boolean> =>
  act(grades.length === 1 ? 'grade a piece' : `grade ${grades.length} pieces`, (studio) => {
    const set = studio.sets.get(setId);
    if (!set) return [];
    return [
      ...fresh.map((data) => ({ kind: 'piece' as const, data })),
      { kind: 'set', data: withGrades(set, grades) },
    ];
  });

export const savePiece = (piece: Piece, opened: Piece | null): Promise<FormOutcome<Piece>> =>
  saveForm(`save ${piece.title}`, 'piece', piece, opened);

/** Joins a piece to its score; null parts them. */
export const joinScore = (pieceId: string, scoreId: string | null): Promise<boolean> =>
  act(scoreId === null ? 'unlink the piece from its score' : 'link the piece to its score', ({ pieces }) => {
    const piece = pieces.get(pieceId);
    if (!piece) return [];
    const bare = omit(piece, 'scoreId', 'work');
    return [{ kind: 'piece', data: scoreId === null ? bare : { ...bare, scoreId } }];
  });

/** What scores say of how to practise the pieces that are read from them; nothing to take back. */
export const keepWork = (read: ReadonlyMap<string, ScoreWork>): Promise<boolean> =>
  act(
    'read the bars of scores',
    ({ pieces, scores }) =>
      [...read].flatMap(([id, work]) => {
        const piece = pieces.get(id);
        const isOf = scores.get(piece?.scoreId ?? '')?.textId === work.textId;
        return piece && isOf ? [{ kind: 'piece' as const, data: { ...piece, work } }] : [];
      }),
    { undoable: false },
  );
