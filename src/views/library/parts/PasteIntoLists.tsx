import { useCallback, useState } from 'react';
import {
  LIST_COLUMNS,
  LISTS_COLUMNS,
  namedLists,
  readLists,
  type ColumnMap,
  type ListColumn,
  type ListedPiece,
  type ListPlaces,
  type ListsColumn,
  type MissingList,
  type NamedLists,
  type PastedTable,
} from '@/core/files';
import type { Piece } from '@/core/repertoire';
import { newId } from '@/store';
import { SelectField } from '@/ui';
import { PasteTable } from '../../shell/PasteTable';
import type { Draft } from '../../shell/use-draft';
import type { Draft as RequirementDraft } from '../draft';
import { placesOf } from '../draft-lists';
import { pieceWords } from '../piece-words';

interface Props {
  readonly form: Draft<null>;
  readonly places: ListPlaces;
  /** The list all rows belong to; null where each row names its level and its list. */
  readonly place: { readonly levelId: string; readonly componentId: string } | null;
  readonly library: ReadonlyMap<string, Piece>;
  /** How many pieces a list has. */
  readonly countIn: (levelId: string, componentId: string) => number;
  /** The requirement with the lists that rows name and it does not have; left out where none can be added here. */
  readonly withMissing?: ((named: NamedLists) => RequirementDraft) | undefined;
  /** @param grown - the requirement with the lists that had to be added for the items; null where none had to */
  readonly onTake: (
    items: readonly ListedPiece[],
    mode: 'add' | 'replace',
    grown: RequirementDraft | null,
  ) => void;
}
interface Row {
  readonly item: ListedPiece;
  readonly grown: RequirementDraft | null;
}

/** Pieces pasted into lists, with what the table leaves open. */
export function PasteIntoLists({ form, places, place, library, countIn, withMissing, onTake }: Props) {
  const [mode, setMode] = useState<'add' | 'replace' | ''>('');
  const [adding, setAdding] = useState<'add' | 'leave'>('add');
  const read = useCallback(
    (table: PastedTable, map: ColumnMap<ListColumn> | ColumnMap<ListsColumn>) => {
      const named =
        place === null && withMissing ? namedLists(table, map as ColumnMap<ListsColumn>, places) : null;
      const found = named?.missing ?? [];
      const grown = adding === 'add' && found.length > 0 && named && withMissing ? withMissing(named) : null;
      const all = grown ? placesOf(grown) : places;
      const { items, bad } = readLists(table, map, newId, library.values(), all, place);
      const there = [...new Set(items.map(({ levelId, componentId }) => `${levelId}\n${componentId}`))]
        .map((each) => each.split('\n') as [string, string])
        .reduce((sum, [levelId, componentId]) => sum + countIn(levelId, componentId), 0);
      const asks = there > 0 && items.length > 0;
      return {
        items: asks && mode === '' ? [] : items.map((item): Row => ({ item, grown })),
        bad,
        questions: (
          <>
            {found.length > 0 && (
              <SelectField
                label={`Not in this requirement yet: ${missingWords(found)}`}
                value={adding}
                options={[
                  { value: 'add', label: 'add them' },
                  { value: 'leave', label: 'leave their rows out' },
                ]}
                onChange={(value) => setAdding(value as typeof adding)}
              />
            )}
            {asks && (
              <SelectField
                label={`Already in ${place ? 'the list' : 'these lists'}: ${there === 1 ? 'one piece' : `${there} pieces`}`}
                value={mode}
                options={[
                  { value: '', label: 'choose' },
                  { value: 'add', label: 'keep them and add these' },
                  { value: 'replace', label: 'put these in their place' },
                ]}
                onChange={(value) => setMode(value as typeof mode)}
              />
            )}
          </>
        ),
      };
    },
    [places, place, library, mode, adding, countIn, withMissing],
  );
  const take = (rows: readonly Row[]) =>
    onTake(
      rows.map(({ item }) => item),
      mode === 'replace' ? 'replace' : 'add',
      rows[0]?.grown ?? null,
    );
  return place === null ? (
    <PasteTable<ListsColumn, Row>
      form={form}
      fields={LISTS_COLUMNS}
      read={read}
      itemWord="piece"
      preview={({ item, grown }) => [
        placeWords(grown ? placesOf(grown) : places, item),
        item.number,
        ...pieceWords(item.piece),
      ]}
      onTake={take}
    />
  ) : (
    <PasteTable<ListColumn, Row>
      form={form}
      fields={LIST_COLUMNS}
      read={read}
      itemWord="piece"
      preview={({ item }) => [item.number, ...pieceWords(item.piece)]}
      onTake={take}
    />
  );
}

function placeWords({ levels }: ListPlaces, { levelId, componentId }: ListedPiece): string {
  const level = levels.find(({ id }) => id === levelId);
  return `${level?.name ?? ''} ${level?.components.find(({ id }) => id === componentId)?.letter ?? ''}`;
}

/** "Level 2 A, B, C; Level 3 A" */
function missingWords(missing: readonly MissingList[]): string {
  const levels = [...new Set(missing.map(({ level }) => level))];
  return levels
    .map(
      (name) => `${name} ${missing.flatMap(({ level, list }) => (level === name ? [list] : [])).join(', ')}`,
    )
    .join('; ');
}
