import type { FitCell, FitColumn, FitSettings, FitState, FitStudent } from '@/core/fit';
import { ownSkillsOf } from '@/core/skills';
import { breathe } from '@/store/breathe';
import { columnNames, type FitPart, type FitReply } from './fit.protocol';
import { Hash } from './hash';
import { unpackCells, type PackedCells } from './pack-cells';

export interface FitQuestion {
  readonly settings: FitSettings;
  /** Made one by one while the question is sent. */
  readonly students: { readonly count: number; readonly each: Iterable<FitStudent> };
  readonly columns: readonly FitColumn[];
}
export type FitProgress =
  /** Cells not told of before. */
  | {
      readonly kind: 'cells';
      readonly cells: readonly FitCell[];
      readonly done: number;
      readonly all: number;
    }
  /** Every cell at once, as this tab kept them from the same question. */
  | { readonly kind: 'kept'; readonly cells: readonly FitCell[] }
  /** All cells have been told of. */
  | { readonly kind: 'answer' }
  | { readonly kind: 'cancelled' }
  | { readonly kind: 'crashed'; readonly message: string };

/** Silence longer than this means the worker has died. */
const LIMIT = 15_000;
const KEPT = 'fit-answer';
/** Milliseconds of sending between two looks at what the teacher does. */
const SLICE = 30;
const PIECES_A_PART = 250;

/** The answer to the same question of this tab before; null when there is none. */
function keptAnswer(hash: string): readonly FitCell[] | null {
  try {
    const kept = sessionStorage.getItem(KEPT) ?? '';
    if (!kept.startsWith(`${hash}\n`)) return null;
    const { states, cells } = JSON.parse(kept.slice(hash.length + 1)) as PackedCells;
    return unpackCells(states, cells);
  } catch {
    return null;
  }
}
function keepAnswer(hash: string, packed: PackedCells): void {
  try {
    sessionStorage.setItem(KEPT, `${hash}\n${JSON.stringify(packed)}`);
  } catch {
    // A full session store only means that the question is computed again.
  }
}

function* partsOf({ settings, students, columns }: FitQuestion): Generator<FitPart> {
  const { today, effort, commonLevels, pieces, sets, map } = settings;
  yield { kind: 'settings', settings: { today, effort, commonLevels }, ownSkills: ownSkillsOf(map) };
  yield { kind: 'columns', students: students.count, columns: columnNames(columns) };
  for (const set of sets) yield { kind: 'set', set };
  const all = [...pieces.values()];
  for (let at = 0; at < all.length; at += PIECES_A_PART)
    yield { kind: 'pieces', pieces: all.slice(at, at + PIECES_A_PART) };
  for (const student of students.each)
    yield { kind: 'student', student: { ...student, entered: [...student.entered] } };
  yield { kind: 'end' };
}

const startWorker = () => new Worker(new URL('./fit.worker.ts', import.meta.url), { type: 'module' });
/** A worker that no question has been given to yet. */
let waiting: Worker | null = null;

/** Starts the worker before there is a question, so that it is loaded when the studio has been read. */
export function warmFit(): void {
  waiting ??= startWorker();
}
function takeWorker(): Worker {
  const worker = waiting ?? startWorker();
  waiting = null;
  return worker;
}

/**
 * Asks the worker for every cell. `onProgress` hears of cells as they come, then once of the end.
 * @returns a function that cancels at once: the worker is ended, and nothing is heard after that but the end
 */
export function askFit(question: FitQuestion, onProgress: (progress: FitProgress) => void): () => void {
  performance.mark('fit asked');
  const worker = takeWorker();
  const hash = new Hash();
  const states: FitState[] = [];
  const batches: (readonly number[])[] = [];
  let over = false;
  let timer = 0;
  const end = (progress: FitProgress) => {
    if (over) return;
    over = true;
    clearTimeout(timer);
    worker.terminate();
    performance.mark('fit ended');
    onProgress(progress);
  };
  const wait = () => {
    clearTimeout(timer);
    timer = window.setTimeout(() => end({ kind: 'crashed', message: 'no answer' }), LIMIT);
  };
  const ask = async () => {
    wait();
    // The page that asks is drawn before the question is written.
    let since = -Infinity;
    for (const part of partsOf(question)) {
      if (performance.now() - since > SLICE) {
        await breathe();
        if (over) return;
        since = performance.now();
      }
      const text = JSON.stringify(part);
      hash.add(text);
      worker.postMessage(text);
    }
    const kept = keptAnswer(hash.value);
    if (kept) end({ kind: 'kept', cells: kept });
  };
  worker.addEventListener('error', ({ message }) => end({ kind: 'crashed', message }));
  worker.addEventListener('message', ({ data }: MessageEvent<FitReply>) => {
    if (over) return;
    wait();
    switch (data.kind) {
      case 'cells':
        if (batches.length === 0) performance.mark('fit first cells');
        states.push(...data.packed.states);
        batches.push(data.packed.cells);
        onProgress({
          kind: 'cells',
          cells: unpackCells(states, data.packed.cells),
          done: data.done,
          all: data.all,
        });
        return;
      case 'answer':
        end({ kind: 'answer' });
        keepAnswer(hash.value, { states, cells: batches.flat() });
        return;
      case 'crashed':
        end({ kind: 'crashed', message: data.message });
    }
  });
  ask().catch((error: unknown) =>
    end({ kind: 'crashed', message: error instanceof Error ? error.message : '' }),
  );
  return () => end({ kind: 'cancelled' });
}
