import { PLAIN_X_RAY, type XRayOptions } from '@/core/score';
import type { ScoreReply, ScoreRequest } from './score.protocol';

export type { ScoreAnswer } from './score.protocol';
/** Silence longer than this means the worker has died. */
const LIMIT = 30_000;
let nextId = 1;

/**
 * Reads a score in a worker of its own. `onReply` hears progress, then one end.
 * @returns a function that cancels: nothing is heard after it
 */
export function askScore(
  file: Uint8Array | string,
  onReply: (reply: ScoreReply) => void,
  options: XRayOptions = PLAIN_X_RAY,
): () => void {
  const requestId = nextId++;
  const worker = new Worker(new URL('./score.worker.ts', import.meta.url), { type: 'module' });
  let over = false;
  const end = (reply?: ScoreReply) => {
    if (over) return;
    over = true;
    clearTimeout(timer);
    worker.terminate();
    if (reply) onReply(reply);
  };
  const died = () => end({ kind: 'crashed', requestId, message: 'no answer' });
  let timer = window.setTimeout(died, LIMIT);
  worker.addEventListener('error', ({ message }) => end({ kind: 'crashed', requestId, message }));
  worker.addEventListener('message', ({ data }: MessageEvent<ScoreReply>) => {
    if (over) return;
    clearTimeout(timer);
    timer = window.setTimeout(died, LIMIT);
    if (data.kind === 'progress') onReply(data);
    else end(data);
  });
  const request: ScoreRequest = { requestId, file, options };
  worker.postMessage(request);
  return () => end();
}
