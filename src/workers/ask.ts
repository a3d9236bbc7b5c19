/** Silence longer than this means the worker has died. */
const LIMIT = 30_000;
let nextId = 1;

interface Heard {
  readonly kind: string;
}
interface Crashed extends Heard {
  readonly kind: 'crashed';
  readonly requestId: number;
  readonly message: string;
}

/**
 * Gives one request to a worker that serves no other. `onReply` hears progress, then one end.
 * @returns a function that cancels at once: nothing is heard after it
 */
// eslint-disable-next-line @typescript-eslint/no-unnecessary-type-parameters -- the caller names what its worker replies
export function askWorker<Reply extends Heard>(
  worker: Worker,
  request: Readonly<Record<string, unknown>>,
  onReply: (reply: Reply | Crashed) => void,
): () => void {
  const requestId = nextId++;
  let over = false;
  const end = (reply?: Reply | Crashed) => {
    if (over) return;
    over = true;
    clearTimeout(timer);
    worker.terminate();
    if (reply) onReply(reply);
  };
  const died = () => end({ kind: 'crashed', requestId, message: 'no answer' });
  let timer = window.setTimeout(died, LIMIT);
  worker.addEventListener('error', ({ message }) => end({ kind: 'crashed', requestId, message }));
  worker.addEventListener('message', ({ data }: MessageEvent<Reply>) => {
    if (over) return;
    clearTimeout(timer);
    timer = window.setTimeout(died, LIMIT);
    if (data.kind === 'progress') onReply(data);
    else end(data);
  });
  worker.postMessage({ ...request, requestId });
  return () => end();
}
