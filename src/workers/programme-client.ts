import type { ProgrammeQuestion } from '@/core/programme';
import { askWorker } from './ask';
import type { ProgrammeReply, ProgrammeRequest } from './programme.protocol';

/**
 * Asks a worker of its own for the best programmes, or why a piece is not among them. `onReply` hears progress, then
 * one end.
 * @returns a function that cancels at once: nothing is heard after it
 */
export function askProgrammes(
  question: ProgrammeQuestion,
  whyNot: string | null,
  onReply: (reply: ProgrammeReply) => void,
): () => void {
  const worker = new Worker(new URL('./programme.worker.ts', import.meta.url), { type: 'module' });
  const request: Omit<ProgrammeRequest, 'requestId'> = { question, whyNot };
  return askWorker<ProgrammeReply>(worker, { ...request }, onReply);
}
