import { PLAIN_X_RAY, type XRayOptions } from '@/core/score';
import { askWorker } from './ask';
import type { ScoreReply, ScoreRequest } from './score.protocol';

export type { ScoreAnswer } from './score.protocol';

/**
 * Reads a score in a worker of its own. `onReply` hears progress, then one end.
 * @returns a function that cancels: nothing is heard after it
 */
export function askScore(
  file: Uint8Array | string,
  onReply: (reply: ScoreReply) => void,
  options: XRayOptions = PLAIN_X_RAY,
): () => void {
  const worker = new Worker(new URL('./score.worker.ts', import.meta.url), { type: 'module' });
  const request: Omit<ScoreRequest, 'requestId'> = { file, options };
  return askWorker<ScoreReply>(worker, { ...request }, onReply);
}
