import { adviseProgrammes, whyNot, type RankedProgramme } from '@/core/programme';
import type { ProgrammeReply, ProgrammeRequest } from './programme.protocol';

const send = (reply: ProgrammeReply) => self.postMessage(reply);
/** Milliseconds between two words of progress. */
const BETWEEN = 100;

self.addEventListener('message', ({ data }: MessageEvent<ProgrammeRequest>) => {
  const { requestId, question } = data;
  let told = performance.now();
  const hear = (tried: number, soFar: () => RankedProgramme[]) => {
    if (performance.now() - told < BETWEEN) return;
    told = performance.now();
    send({ kind: 'progress', requestId, tried, best: soFar() });
  };
  try {
    if (data.whyNot === null) send({ kind: 'advice', requestId, advice: adviseProgrammes(question, hear) });
    else send({ kind: 'why', requestId, why: whyNot(question, data.whyNot, hear) });
  } catch (error) {
    send({ kind: 'crashed', requestId, message: error instanceof Error ? error.message : '' });
  }
});
