import type { FitCell, FitColumn, FitSettings, FitStudent } from '@/core/fit';
import { columnNames, type FitReply, type FitRequest } from './fit.protocol';
import { hashOf } from './hash';

export interface FitQuestion {
  readonly settings: FitSettings;
  readonly students: readonly FitStudent[];
  readonly columns: readonly FitColumn[];
}
export type FitProgress =
  | {
      readonly kind: 'computing';
      readonly cells: readonly FitCell[];
      readonly done: number;
      readonly all: number;
    }
  | { readonly kind: 'answer'; readonly cells: readonly FitCell[] }
  | { readonly kind: 'cancelled'; readonly cells: readonly FitCell[] }
  | { readonly kind: 'crashed'; readonly message: string };

/** Silence longer than this means the worker has died. */
const LIMIT = 15_000;
const KEPT = 'fit-answer';
let nextId = 1;

/** The answer to the same question of this tab before; null when there is none. */
function keptAnswer(hash: string): readonly FitCell[] | null {
  try {
    const kept = JSON.parse(sessionStorage.getItem(KEPT) ?? 'null') as {
      hash: string;
      cells: FitCell[];
    } | null;
    return kept?.hash === hash ? kept.cells : null;
  } catch {
    return null;
  }
}
function keepAnswer(hash: string, cells: readonly FitCell[]): void {
  try {
    sessionStorage.setItem(KEPT, JSON.stringify({ hash, cells }));
  } catch {
    // A full session store only means that the question is computed again.
  }
}

/**
 * Asks the worker for every cell. `onProgress` hears of cells as they come, then once of the end.
 * @returns a function that cancels; nothing is heard after it but the end
 */
export function askFit(question: FitQuestion, onProgress: (progress: FitProgress) => void): () => void {
  const { today, effort, commonLevels, pieces, sets } = question.settings;
  const request: FitRequest = {
    kind: 'start',
    requestId: nextId++,
    settings: { today, effort, commonLevels, pieces, sets },
    students: question.students,
    columns: columnNames(question.columns),
  };
  const hash = hashOf(request);
  const kept = keptAnswer(hash);
  if (kept) {
    onProgress({ kind: 'answer', cells: kept });
    return () => undefined;
  }
  const worker = new Worker(new URL('./fit.worker.ts', import.meta.url), { type: 'module' });
  let cells: FitCell[] = [];
  let timer = 0;
  const end = (progress: FitProgress) => {
    clearTimeout(timer);
    worker.terminate();
    onProgress(progress);
  };
  const wait = () => {
    clearTimeout(timer);
    timer = window.setTimeout(() => end({ kind: 'crashed', message: 'no answer' }), LIMIT);
  };
  worker.addEventListener('error', ({ message }) => end({ kind: 'crashed', message }));
  worker.addEventListener('message', ({ data }: MessageEvent<FitReply>) => {
    wait();
    switch (data.kind) {
      case 'cells':
        cells = [...cells, ...data.cells];
        onProgress({ kind: 'computing', cells, done: data.done, all: data.all });
        return;
      case 'answer':
        keepAnswer(hash, cells);
        end({ kind: 'answer', cells });
        return;
      case 'cancelled':
        end({ kind: 'cancelled', cells });
        return;
      case 'crashed':
        end({ kind: 'crashed', message: data.message });
    }
  });
  wait();
  worker.postMessage(request);
  return () => end({ kind: 'cancelled', cells });
}
