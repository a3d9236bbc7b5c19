import { formatPieces } from '@/core/files';
import type { Piece } from '@/core/repertoire';
import { saveFile } from '../shell/save-file';

/**
 * Pieces as a table a spreadsheet opens. Loaded when one is asked for.
 * @param numbers - as printed in a list, by piece id; null where there are none
 */
export const savePieces = (
  name: string,
  pieces: readonly Piece[],
  numbers: Readonly<Record<string, string>> | null = null,
): void => saveFile(name, formatPieces(pieces, numbers), 'text/csv;charset=utf-8');
