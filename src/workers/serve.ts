import type { Result } from '@/core/result';
import type { FromWorker, Job, ToWorker } from './job';

/** A question as its worker sees it. */
export interface Asked<Progress> {
  /** Whoever asked has called it off: what is said from now on is not heard. */
  readonly cancelled: boolean;
  tell(progress: Progress): void;
}
type AnyJob = Job<never, unknown, unknown, unknown>;
type Work<J> =
  J extends Job<infer Question, infer Progress, infer Answer, infer Refusal>
    ? (
        question: Question,
        asked: Asked<Progress>,
      ) => Result<Answer, Refusal> | Promise<Result<Answer, Refusal>>
    : never;

/** What a worker hears and speaks through. */
export interface WorkerPort {
  addEventListener(kind: 'message', hear: (event: { readonly data: unknown }) => void): void;
  postMessage(message: unknown): void;
}

/**
 * The worker's side of its jobs, by their names. What throws is told as a crash of that question alone.
 * @param take - hears what the page feeds, in the order of the questions
 */
export function serve<Jobs extends Readonly<Record<string, AnyJob>>>(
  works: { readonly [Name in keyof Jobs]: Work<Jobs[Name]> },
  take: (data: unknown) => void = () => undefined,
  port: WorkerPort = self,
): void {
  const send = (message: FromWorker) => port.postMessage(message);
  const open = new Map<number, { cancelled: boolean }>();
  const answer = async ({ id, job, question }: Extract<ToWorker, { kind: 'ask' }>) => {
    const state = { cancelled: false };
    open.set(id, state);
    const asked: Asked<unknown> = {
      get cancelled() {
        return state.cancelled;
      },
      tell: (progress) => send({ kind: 'progress', id, progress }),
    };
    try {
      const work = works[job] as Work<Job<unknown, unknown, unknown, unknown>> | undefined;
      if (!work) throw new Error(`no job of the name ${job}`);
      const result = await work(question, asked);
      send(
        result.ok ? { kind: 'answer', id, answer: result.value } : { kind: 'refused', id, why: result.why },
      );
    } catch (error) {
      send({ kind: 'crashed', id, message: error instanceof Error ? error.message : '' });
    } finally {
      open.delete(id);
    }
  };
  port.addEventListener('message', (event) => {
    const data = event.data as ToWorker;
    if (data.kind === 'ask') void answer(data);
    else if (data.kind === 'feed') take(data.data);
    else {
      const asked = open.get(data.id);
      if (asked) asked.cancelled = true;
    }
  });
}
