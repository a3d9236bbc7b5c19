/**
 * The invented studio of Ms Ines Calloway in the harbour town of Brinvane: what the demo opens with.
 *
 * Requirement files of every kind, read by the importer that users have, and the studio's own records, in the open
 * formats; the practice of its autumn is drawn by a fixed seed. The demo's day is Wednesday 20 January 2027. Read `demoStudio` first.
 * The build makes it into one file, `demo.json`.
 */
import {
  NO_STUDIO,
  readRequirementFile,
  textId,
  withRecords,
  type RecordKind,
  type RequirementFile,
  type Studio,
} from '@/core/files';
import type { Piece } from '@/core/repertoire';
import { readScoreText, readScoreWork, type KeptScore } from '@/core/score';
import { calendarDay } from '@/core/time';
import { autumnOf, lastCards } from './autumn';
import { lastFestival } from './festival';
import { pastResults } from './past';
import { monthOfRuns } from './runs';
import fairlead from './fairlead-winds-2027.json';
import tarrinBefore from './tarrin-flute-2022.json';
import chandlery from './chandlery-recital-2027.json';
import lantern from './lantern-coast-2027.json';
import mainsail from './mainsail-2027.json';
import ostrand from './ostrand-flute-2026.json';
import tarrin from './tarrin-flute-2026.json';
import tarrinGuitar from './tarrin-guitar-2026.json';
import tarrinHarp from './tarrin-harp-2026.json';
import tarrinOboe from './tarrin-oboe-2026.json';
import tarrinVoice from './tarrin-voice-2026.json';
import studio from './studio.json';

/** What the demo opens with: its records, and the texts of its scores by their ids. */
export interface DemoFile {
  readonly records: readonly Edit[];
  readonly texts: readonly (readonly [string, string])[];
}

interface Edit {
  readonly kind: RecordKind;
  readonly data: { readonly id: string };
}

const FILES = [
  tarrin,
  tarrinBefore,
  tarrinGuitar,
  tarrinHarp,
  tarrinOboe,
  tarrinVoice,
  ostrand,
  fairlead,
  lantern,
  mainsail,
  chandlery,
];

/** The shipped requirement sets: graded exams with lists and with a catalogue, audition, festival, contest, recital. */
export function demoFiles(): RequirementFile[] {
  return FILES.map((file) => {
    const read = readRequirementFile(file);
    if (!read.ok) throw new Error(`a shipped set does not hold: ${JSON.stringify(read.why[0])}`);
    return read.value;
  });
}

const SCORES = import.meta.glob<string>('./scores/*.musicxml', {
  query: '?raw',
  import: 'default',
  eager: true,
});
const inside = (xml: string, element: string) =>
  new RegExp(`<${element}[^>]*>([^<]*)`).exec(xml)?.[1]?.trim() ?? '';

/** The scores written for the demo. */
const demoScores = (): KeptScore[] =>
  Object.entries(SCORES).map(([path, xml]) => {
    const fileName = path.replace('./scores/', '');
    return {
      id: `score-${fileName.replace('.musicxml', '')}`,
      title: inside(xml, 'work-title'),
      composer: inside(xml, 'creator'),
      fileName,
      addedOn: calendarDay('2027-01-11'),
      textId: textId(xml),
      notes: [],
    };
  });

/** The texts of the demo's scores, by id. */
export const demoTexts = (): ReadonlyMap<string, string> =>
  new Map(Object.values(SCORES).map((xml) => [textId(xml), xml]));

function workOf({ textId: id }: KeptScore) {
  const read = readScoreText(demoTexts().get(id) ?? '');
  return read.ok ? readScoreWork(read.value, id, {}) : null;
}

let made: readonly Edit[] | null = null;

/** Every record of the demo, to be laid out in an empty database. They are the same each time, and made once. */
export function demoStudio(): readonly Edit[] {
  made ??= makeStudio();
  return made;
}

export const demoFile = (): DemoFile => ({ records: demoStudio(), texts: [...demoTexts()] });

function makeStudio(): Edit[] {
  const written = writtenRecords();
  const practice = autumnOf(studioOf(written)).map((data): Edit => ({ kind: 'practice', data }));
  const cards = lastCards(studioOf([...written, ...practice])).map((data): Edit => ({ kind: 'card', data }));
  const runs = monthOfRuns(studioOf(written)).map((data): Edit => ({ kind: 'run', data }));
  const past = pastResults(studioOf(written));
  const festival = lastFestival(studioOf(written));
  return [
    ...written,
    ...practice,
    ...cards,
    ...runs,
    ...[...past.goals, ...festival.goals].map((data): Edit => ({ kind: 'goal', data })),
    ...[...past.sheets, ...festival.sheets].map((data): Edit => ({ kind: 'sheet', data })),
    { kind: 'occasion', data: festival.occasion },
  ];
}

const studioOf = (records: readonly Edit[]): Studio =>
  withRecords(
    NO_STUDIO,
    records.map(({ kind, data }) => ({ kind, id: data.id, data })),
  );

/** The library, and what the files of the demo say of the studio. */
function writtenRecords(): Edit[] {
  const files = demoFiles();
  const scores = demoScores();
  return [
    ...[...new Map(files.flatMap((file) => file.pieces).map((piece) => [piece.id, piece])).values()].map(
      (piece): Edit => {
        const score = scores.find(
          ({ title, composer }) => title === piece.title && composer === piece.composer,
        );
        const work = score && workOf(score);
        const data: Piece = { ...piece, ...(score && { scoreId: score.id }), ...(work && { work }) };
        return { kind: 'piece', data };
      },
    ),
    ...files.map((file): Edit => ({ kind: 'set', data: file.set })),
    ...scores.map((data): Edit => ({ kind: 'score', data })),
    ...(studio as Edit[]),
  ];
}
