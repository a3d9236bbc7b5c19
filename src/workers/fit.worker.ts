import { fitRows, type FitCell, type FitColumn } from '@/core/fit';
import type { Piece } from '@/core/repertoire';
import { findLevel, findSession, type RequirementSet } from '@/core/requirements';
import { mapWith, type SkillMap } from '@/core/skills';
import type { CalendarDay } from '@/core/time';
import type { FitPart, FitReply } from './fit.protocol';
import { cellPacker } from './pack-cells';

/** Milliseconds of work between two replies: the first comes soon, the others seldom, so that the page stays free. */
const FIRST_SLICE = 4;
const SLICE = 200;
const send = (reply: FitReply) => self.postMessage(reply);

type PartOf<K extends FitPart['kind']> = Extract<FitPart, { kind: K }>;
let given: (PartOf<'settings'>['settings'] & { readonly map: SkillMap }) | null = null;
let asked: PartOf<'columns'> = { kind: 'columns', students: 0, columns: [] };
const sets = new Map<string, RequirementSet>();
const pieces = new Map<string, Piece>();

const pack = cellPacker();
let cells: FitCell[] = [];
let row = 0;
let done = 0;
let slice = FIRST_SLICE;
let since = 0;
let rowOf: ReturnType<typeof fitRows> | null = null;
let columns: readonly FitColumn[] = [];

self.addEventListener('message', ({ data }: MessageEvent<string>) => {
  try {
    take(JSON.parse(data) as FitPart);
  } catch (error) {
    send({ kind: 'crashed', message: error instanceof Error ? error.message : '' });
  }
});

function take(part: FitPart): void {
  switch (part.kind) {
    case 'settings':
      given = { ...part.settings, map: mapWith(part.ownSkills) };
      return;
    case 'set':
      sets.set(part.set.id, part.set);
      return;
    case 'pieces':
      for (const piece of part.pieces) pieces.set(piece.id, piece);
      return;
    case 'columns':
      asked = part;
      return;
    case 'student':
      answer(part.student);
      return;
    case 'end':
      flush();
      send({ kind: 'answer' });
  }
}

function answer(student: PartOf<'student'>['student']): void {
  rowOf ??= open();
  const entered = new Map(student.entered as readonly (readonly [string, CalendarDay])[]);
  for (const cell of rowOf(row, { ...student, entered })) {
    cells.push(cell);
    done += 1;
    if (performance.now() - since >= slice) flush();
  }
  row += 1;
}

function open(): ReturnType<typeof fitRows> {
  if (!given) throw new Error('the question has no settings');
  since = performance.now();
  columns = asked.columns.flatMap(({ setId, levelId, sessionId }): FitColumn[] => {
    const set = sets.get(setId);
    const level = set && findLevel(set, levelId);
    const session = set && findSession(set, sessionId);
    return set && level && session ? [{ set, level, session }] : [];
  });
  return fitRows({ ...given, pieces, sets: [...sets.values()] }, columns);
}

function flush(): void {
  send({ kind: 'cells', packed: pack(cells), done, all: asked.students * columns.length });
  cells = [];
  slice = SLICE;
  since = performance.now();
}
