/**
 * The invented studio of Ms Ines Calloway in the harbour town of Brinvane: what the demo opens with.
 *
 * Data alone, in the open formats: three requirement files, read by the importer that users have, and the
 * studio's own records. The demo's day is Wednesday 20 January 2027. Read `demoStudio` first.
 */
import { readRequirementFile, type RecordKind, type RequirementFile } from '@/core/files';
import fairlead from './fairlead-winds-2027.json';
import tarrinBefore from './tarrin-flute-2022.json';
import tarrin from './tarrin-flute-2026.json';
import studio from './studio.json';

interface Edit {
  readonly kind: RecordKind;
  readonly data: { readonly id: string };
}

/** The shipped requirement sets: Tarrin Board flute in two editions, and the Fairlead audition. */
export function demoFiles(): RequirementFile[] {
  return [tarrin, tarrinBefore, fairlead].map((file) => {
    const read = readRequirementFile(file);
    if (!read.ok) throw new Error(`a shipped set does not hold: ${JSON.stringify(read.why[0])}`);
    return read.value;
  });
}

/** Every record of the demo, to be laid out in an empty database. */
export function demoStudio(): Edit[] {
  const files = demoFiles();
  return [
    ...files.flatMap((file) => file.pieces).map((data): Edit => ({ kind: 'piece', data })),
    ...files.map((file): Edit => ({ kind: 'set', data: file.set })),
    ...(studio as Edit[]),
  ];
}
