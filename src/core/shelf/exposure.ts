import { demandsOfPart, type Piece, type RepertoireEntry } from '../repertoire';
import { listedPieces, type Level, type RequirementSet } from '../requirements';
import type { CalendarDay } from '../time';

/** Where a student has met a demand: through pieces played, in the part played. */
export interface Met {
  readonly pieceIds: readonly string[];
  /** The first day of the first of them. */
  readonly since: CalendarDay;
}
/** By demand, in lower case. */
export type Exposure = ReadonlyMap<string, Met>;

/** What the student has ever met: in every piece begun, through the part that the student plays. */
export function exposureOf(entries: Iterable<RepertoireEntry>, pieces: ReadonlyMap<string, Piece>): Exposure {
  const met = new Map<string, Met>();
  for (const { pieceId, part, steps } of entries) {
    const piece = pieces.get(pieceId);
    const day = steps[0]?.day;
    if (!piece || !day) continue;
    for (const demand of demandsOfPart(piece, part)) {
      const name = demand.toLowerCase();
      const before = met.get(name);
      met.set(name, {
        pieceIds: before ? [...new Set([...before.pieceIds, pieceId])] : [pieceId],
        since: before && before.since < day ? before.since : day,
      });
    }
  }
  return met;
}

/** A demand of a level with how many of its pieces ask for it. */
export interface LevelDemand {
  readonly demand: string;
  readonly pieces: number;
  readonly met: Met | null;
}

/** What the listed pieces of a level ask for, against what the student has met: never met first, then the commonest. */
export function coverageOf(
  set: RequirementSet,
  level: Level,
  pieces: ReadonlyMap<string, Piece>,
  exposure: Exposure,
): LevelDemand[] {
  const ids = new Set(level.components.flatMap((component) => listedPieces(component, set) ?? []));
  const counts = new Map<string, { demand: string; pieces: number }>();
  for (const id of ids)
    for (const demand of new Set(pieces.get(id)?.demands)) {
      const name = demand.toLowerCase();
      const before = counts.get(name);
      counts.set(name, { demand: before?.demand ?? demand, pieces: (before?.pieces ?? 0) + 1 });
    }
  return [...counts]
    .map(([name, each]) => ({ ...each, met: exposure.get(name) ?? null }))
    .sort(
      (a, b) =>
        Number(a.met !== null) - Number(b.met !== null) ||
        b.pieces - a.pieces ||
        (a.demand < b.demand ? -1 : 1),
    );
}

/** Demands of a part that the player would meet for the first time. */
export const firstMetIn = (piece: Piece, part: string | null, exposure: Exposure): string[] =>
  demandsOfPart(piece, part).filter((demand) => !exposure.has(demand.toLowerCase()));
