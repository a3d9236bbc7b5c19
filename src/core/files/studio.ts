import { carryGroups } from './groups';
import { KINDS, type Identified, type Kind, type KindTable, type RecordKind, type Studio } from './kinds';
import { DEFAULT_SETTINGS } from './settings';

/** A studio in which nothing is kept yet. */
export const NO_STUDIO: Studio = emptyOf(KINDS) as unknown as Studio;

/** The studio of any table of kinds, as its maps by name; the settings stand at their defaults. */
export function emptyOf(kinds: KindTable): Readonly<Record<string, unknown>> {
  return Object.fromEntries(
    Object.values(kinds).map(({ plural, only }) => [
      plural,
      only === undefined ? new Map() : DEFAULT_SETTINGS,
    ]),
  );
}

/** The data of one record; undefined when there is none. */
export const recordIn = (studio: Studio, kind: RecordKind, id: string): Identified | undefined =>
  KINDS[kind].only === undefined
    ? (studio[KINDS[kind].plural] as ReadonlyMap<string, Identified>).get(id)
    : (studio[KINDS[kind].plural] as unknown as Identified);

/** One record as it stands now; null when it is there no more. */
export interface NowStands {
  readonly kind: string;
  readonly id: string;
  readonly data: Identified | null;
}

/**
 * The studio after some records changed: maps of kinds in which none did are the same ones, and so are the groups of
 * records that no change touched.
 */
export function withRecords(studio: Studio, changed: Iterable<NowStands>, kinds: KindTable = KINDS): Studio {
  const before = studio as unknown as Readonly<Record<string, unknown>>;
  const after: Record<string, unknown> = { ...before };
  for (const [name, own] of byKind(changed)) {
    const kind: Kind | undefined = kinds[name];
    if (!kind) continue;
    const { plural, only } = kind;
    if (only !== undefined) {
      after[plural] = own.get(only) ?? DEFAULT_SETTINGS;
      continue;
    }
    const map = new Map((before[plural] ?? []) as ReadonlyMap<string, Identified>);
    for (const [id, data] of own) {
      if (data) map.set(id, data);
      else map.delete(id);
    }
    after[plural] = map;
    if (before[plural]) carryGroups(before[plural] as ReadonlyMap<string, Identified>, map, [...own.keys()]);
  }
  return after as unknown as Studio;
}

/** As each record stands last. */
function byKind(changed: Iterable<NowStands>): ReadonlyMap<string, ReadonlyMap<string, Identified | null>> {
  const kinds = new Map<string, Map<string, Identified | null>>();
  for (const { kind, id, data } of changed) {
    const own = kinds.get(kind);
    if (own) own.set(id, data);
    else kinds.set(kind, new Map([[id, data]]));
  }
  return kinds;
}
