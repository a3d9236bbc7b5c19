import type { EngraveReply, EngraveRequest } from './engrave.protocol';

/** The engraver is large: the first page of a tab takes seconds on a slow line. */
const LIMIT = 60_000;
let nextId = 1;
let worker: Worker | null = null;

/**
 * Draws a score as pages of SVG. The engraver stays loaded for the next one.
 * @returns a function after which nothing is heard
 */
export function engrave(
  request: Omit<EngraveRequest, 'requestId'>,
  onReply: (reply: EngraveReply) => void,
): () => void {
  const requestId = nextId++;
  const own = (worker ??= new Worker(new URL('./engrave.worker.ts', import.meta.url), { type: 'module' }));
  const end = (reply?: EngraveReply) => {
    clearTimeout(timer);
    own.removeEventListener('message', hear);
    own.removeEventListener('error', fail);
    if (reply) onReply(reply);
  };
  const crash = (message: string) => {
    if (worker === own) worker = null;
    own.terminate();
    end({ kind: 'crashed', requestId, message });
  };
  const hear = ({ data }: MessageEvent<EngraveReply>) => {
    if (data.requestId === requestId) end(data);
  };
  const fail = ({ message }: ErrorEvent) => crash(message);
  const timer = window.setTimeout(() => crash('no answer'), LIMIT);
  own.addEventListener('message', hear);
  own.addEventListener('error', fail);
  own.postMessage({ ...request, requestId } satisfies EngraveRequest);
  return () => end();
}
