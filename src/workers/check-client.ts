import type { SetAside } from '@/store/binders';
import { askWorker } from './ask';
import type { CheckReply } from './check.protocol';

/** Records of a studio of this browser whose data does not hold; null where the check itself fails. */
export const askCheck = (name: string): Promise<readonly SetAside[] | null> =>
  new Promise((resolve) => {
    const worker = new Worker(new URL('./check.worker.ts', import.meta.url), { type: 'module' });
    askWorker<CheckReply>(worker, { name }, (reply) => {
      if (reply.kind !== 'progress') resolve(reply.kind === 'answer' ? reply.found : null);
    });
  });
