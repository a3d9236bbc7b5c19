import { entriesOfStudent, KINDS, RECORD_KINDS, type Identified } from '@/core/files';
import { formatBars, withOrWithoutBars, type BarRange } from '@/core/music';
import type { Piece, RepertoireEntry } from '@/core/repertoire';
import { stateOf, withStep, type RepertoireState } from '@/core/repertoire';
import { withPieceFor } from '@/core/shelf';
import { inTerms } from '@/core/terms';
import type { CalendarDay } from '@/core/time';
import type { Edit } from './changes';
import { newId } from './seed';
import { act } from './studio-store';

export const addPieces = (pieces: readonly Piece[]): Promise<boolean> =>
  act(pieces.length === 1 ? `add ${pieces[0]?.title ?? 'a piece'}` : `add ${pieces.length} pieces`, () =>
    pieces.map((data) => ({ kind: 'piece' as const, data })),
  );

/** One piece in the place of its twins: in lists, programmes, mark sheets and repertoires. The twins are taken out. */
export const joinTwins = (keptId: string, twinIds: readonly string[]): Promise<boolean> =>
  act('join entries of one piece', (studio) => {
    const kinds = RECORD_KINDS.filter((kind) => KINDS[kind].names.includes('piece'));
    return [
      ...kinds.flatMap((kind) =>
        [...(studio[KINDS[kind].plural] as ReadonlyMap<string, Identified>).values()].flatMap(
          (data): Edit[] => {
            const text = JSON.stringify(data);
            const named = twinIds.filter((id) => text.includes(JSON.stringify(id)));
            const joined = named.reduce<unknown>((record, id) => withPieceFor(record, id, keptId), data);
            return named.length === 0 ? [] : [{ kind, data: joined as Identified }];
          },
        ),
      ),
      ...twinIds.map((id): Edit => ({ kind: 'piece', remove: id })),
    ];
  });

export const takeIntoRepertoire = (entry: RepertoireEntry): Promise<boolean> =>
  act('take a piece into the repertoire', () => [{ kind: 'repertoire', data: entry }]);

/** Parts of a piece given out to players, by student id: on the entry each has of it, or one begun on the day. */
export const giveParts = (
  pieceId: string,
  parts: ReadonlyMap<string, string>,
  day: CalendarDay,
): Promise<boolean> =>
  act(parts.size === 1 ? 'give out a part' : `give out ${parts.size} parts`, (studio) =>
    [...parts].map(([studentId, part]): Edit => {
      const entry = entriesOfStudent(studio, studentId).find((each) => each.pieceId === pieceId);
      const fresh = { id: newId(), studentId, pieceId, stretch: false };
      const data: RepertoireEntry = { ...(entry ?? { ...fresh, steps: [{ state: 'begun', day }] }), part };
      return { kind: 'repertoire', data };
    }),
  );

export const stepRepertoire = (id: string, state: RepertoireState, day: CalendarDay): Promise<boolean> =>
  changeEntry(`piece ${state}`, id, (entry) => withStep(entry, state, day));

export const changeRepertoire = (
  id: string,
  change: Partial<Pick<RepertoireEntry, 'stretch' | 'part'>>,
): Promise<boolean> => changeEntry('change the repertoire', id, (entry) => ({ ...entry, ...change }));

/** Puts bars of a piece that no goal asks for first on the card, or back where the difficulty puts them. */
export const putOwnBarsFirst = (studentId: string, pieceId: string, bars: BarRange): Promise<boolean> =>
  act(inTerms`put bars ${formatBars(bars)} first`, (studio) => {
    const entry = entriesOfStudent(studio, studentId).find(
      (each) => each.pieceId === pieceId && stateOf(each) === 'begun',
    );
    if (!entry) return [];
    const { first: before = [], ...rest } = entry;
    const first = withOrWithoutBars(before, bars);
    return [{ kind: 'repertoire', data: first.length > 0 ? { ...rest, first } : rest }];
  });

const changeEntry = (action: string, id: string, change: (entry: RepertoireEntry) => RepertoireEntry) =>
  act(action, ({ repertoire }) => {
    const entry = repertoire.get(id);
    return entry ? [{ kind: 'repertoire', data: change(entry) }] : [];
  });

export const dropRepertoire = (id: string): Promise<boolean> =>
  act('take a piece out of the repertoire', () => [{ kind: 'repertoire', remove: id }]);
