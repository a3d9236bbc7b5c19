import type { RecordKind, StoredRecord } from '@/core/files';
import { NO_STUDIO, type Studio, type StudioSettings } from '@/core/register';

const PLURAL = {
  student: 'students',
  set: 'sets',
  piece: 'pieces',
  goal: 'goals',
  sheet: 'sheets',
  lesson: 'lessons',
  closure: 'closures',
  skillbook: 'skillBooks',
  score: 'scores',
  repertoire: 'repertoire',
} as const;

/** The data of one record; undefined when there is none. */
export const recordIn = (
  studio: Studio,
  kind: RecordKind,
  id: string,
): { readonly id: string } | undefined =>
  kind === 'settings'
    ? studio.settings
    : (studio[PLURAL[kind]] as ReadonlyMap<string, { id: string }>).get(id);

/** The records as the studio the core knows; kinds that did not change keep their maps. */
export function studioOf(
  records: ReadonlyMap<string, StoredRecord>,
  before: Studio = NO_STUDIO,
  changed?: readonly string[],
): Studio {
  const kinds = new Set(changed?.map((key) => key.slice(0, key.indexOf('/'))) as RecordKind[] | undefined);
  const all = changed === undefined;
  const maps: Record<string, Map<string, unknown>> = {};
  for (const kind of Object.keys(PLURAL) as (keyof typeof PLURAL)[])
    if (all || kinds.has(kind)) maps[kind] = new Map();
  let settings = all ? NO_STUDIO.settings : before.settings;
  for (const { kind, id, data } of records.values()) {
    if (kind === 'settings') settings = data as StudioSettings;
    else maps[kind]?.set(id, data);
  }
  const renamed = Object.entries(maps).map(([kind, map]) => [PLURAL[kind as keyof typeof PLURAL], map]);
  return { ...before, ...(Object.fromEntries(renamed) as Partial<Studio>), settings };
}
