import { fitCells, type FitCell, type FitColumn } from '@/core/fit';
import { findLevel, findSession } from '@/core/requirements';
import { SKILL_MAP } from '@/core/skills';
import type { FitReply, FitRequest } from './fit.protocol';

/** Milliseconds of work between two looks at what has come in. */
const SLICE = 40;
const cancelled = new Set<number>();
const send = (reply: FitReply) => self.postMessage(reply);
const breathe = () => new Promise((resolve) => setTimeout(resolve));

self.addEventListener('message', ({ data }: MessageEvent<FitRequest>) => {
  if (data.kind === 'cancel') cancelled.add(data.requestId);
  else
    answer(data).catch((error: unknown) =>
      send({
        kind: 'crashed',
        requestId: data.requestId,
        message: error instanceof Error ? error.message : '',
      }),
    );
});

async function answer({ requestId, settings, students, columns }: Extract<FitRequest, { kind: 'start' }>) {
  const sets = new Map(settings.sets.map((set) => [set.id, set]));
  const found = columns.flatMap(({ setId, levelId, sessionId }): FitColumn[] => {
    const set = sets.get(setId);
    const level = set && findLevel(set, levelId);
    const session = set && findSession(set, sessionId);
    return set && level && session ? [{ set, level, session }] : [];
  });
  const all = students.length * found.length;
  let cells: FitCell[] = [];
  let done = 0;
  let since = performance.now();
  const flush = () => {
    send({ kind: 'cells', requestId, cells, done, all });
    cells = [];
    since = performance.now();
  };
  for (const cell of fitCells({ ...settings, map: SKILL_MAP }, students, found)) {
    cells.push(cell);
    done += 1;
    if (performance.now() - since < SLICE) continue;
    flush();
    await breathe();
    if (cancelled.delete(requestId)) {
      send({ kind: 'cancelled', requestId });
      return;
    }
  }
  flush();
  send({ kind: 'answer', requestId });
}
