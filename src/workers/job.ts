/** How a question ends. Every question ends once, in one of these. */
export type Ending<Answer, Refusal> =
  | { readonly kind: 'answer'; readonly answer: Answer }
  /** There is no answer, and the worker says why. */
  | { readonly kind: 'refused'; readonly why: Refusal }
  /** Whoever asked has called it off. */
  | { readonly kind: 'cancelled' }
  /** The worker failed or fell silent. */
  | { readonly kind: 'crashed'; readonly message: string };
export type Reply<Progress, Answer, Refusal> =
  { readonly kind: 'progress'; readonly progress: Progress } | Ending<Answer, Refusal>;

/** What is posted to a worker. */
export type ToWorker =
  | { readonly kind: 'ask'; readonly id: number; readonly job: string; readonly question: unknown }
  | { readonly kind: 'cancel'; readonly id: number }
  | { readonly kind: 'feed'; readonly data: unknown };
/** What a worker posts back. */
export type FromWorker = { readonly id: number } & Exclude<
  Reply<unknown, unknown, unknown>,
  { kind: 'cancelled' }
>;

export interface Job<Question, Progress, Answer, Refusal> {
  readonly name: string;
  /**
   * Puts a question. `onReply` hears progress, then one end.
   * @returns a function that calls the question off at once: `cancelled` is heard, and nothing after it
   */
  ask(question: Question, onReply: (reply: Reply<Progress, Answer, Refusal>) => void): () => void;
  /** The same without its progress. */
  answer(question: Question): Promise<Ending<Answer, Refusal>>;
  /** Starts a worker that stays, so that it is loaded when the first question comes. */
  warm(): void;
}

interface JobOptions<Question> {
  /** Starts the worker; jobs that stay and name the same function share one worker. */
  readonly start: () => Worker;
  /** Milliseconds of silence after which the worker has died. */
  readonly limit: number;
  /** The worker stays for the next question; else each question has a worker of its own, ended with it. */
  readonly keepAlive: boolean;
  /** What of a question is handed over and not copied: whoever asks has it no more. */
  readonly hands?: (question: Question) => Transferable[];
}

type Hear = (reply: Exclude<FromWorker, { kind: 'cancelled' }>) => void;

/** A running worker with the questions it has not answered yet. */
class Host {
  readonly #waiting = new Map<number, Hear>();
  readonly #worker: Worker;
  isOver = false;

  constructor(start: () => Worker) {
    this.#worker = start();
    this.#worker.addEventListener('error', ({ message }) => this.end(message));
    this.#worker.addEventListener('message', ({ data }: MessageEvent<FromWorker>) =>
      this.#waiting.get(data.id)?.(data),
    );
  }

  post(message: ToWorker, handed: Transferable[] = []): void {
    this.#worker.postMessage(message, handed);
  }
  ask(id: number, job: string, question: unknown, handed: Transferable[], hear: Hear): void {
    this.#waiting.set(id, hear);
    this.post({ kind: 'ask', id, job, question }, handed);
  }
  forget(id: number): void {
    this.#waiting.delete(id);
  }
  /** Ends the worker; questions that wait for it crash. */
  end(message: string): void {
    this.isOver = true;
    this.#worker.terminate();
    for (const [id, hear] of [...this.#waiting]) hear({ kind: 'crashed', id, message });
  }
}

const staying = new Map<() => Worker, Host>();
function stayingHost(start: () => Worker): Host {
  const known = staying.get(start);
  if (known && !known.isOver) return known;
  const host = new Host(start);
  staying.set(start, host);
  return host;
}

/** Tells a worker that stays what it needs to know before its next question; nothing where none is running. */
export function feed(start: () => Worker, data: unknown): void {
  const host = staying.get(start);
  if (host && !host.isOver) host.post({ kind: 'feed', data });
}

let nextId = 1;

/** One way to ask a worker: typed by what is asked, told on the way, answered and refused. */
export function defineJob<Question, Progress, Answer, Refusal>(
  name: string,
  { start, limit, keepAlive, hands }: JobOptions<Question>,
): Job<Question, Progress, Answer, Refusal> {
  const ask: Job<Question, Progress, Answer, Refusal>['ask'] = (question, onReply) => {
    const id = nextId++;
    const host = keepAlive ? stayingHost(start) : new Host(start);
    let over = false;
    let timer = 0;
    const end = (ending: Ending<Answer, Refusal>) => {
      if (over) return;
      over = true;
      clearTimeout(timer);
      host.forget(id);
      if (!keepAlive) host.end('');
      onReply(ending);
    };
    const wait = () => {
      clearTimeout(timer);
      timer = window.setTimeout(() => host.end('no answer'), limit);
    };
    wait();
    host.ask(id, name, question, hands?.(question) ?? [], (reply) => {
      if (reply.kind === 'progress') {
        wait();
        onReply({ kind: 'progress', progress: reply.progress as Progress });
      } else end(reply as Ending<Answer, Refusal>);
    });
    return () => {
      if (!over && keepAlive) host.post({ kind: 'cancel', id });
      end({ kind: 'cancelled' });
    };
  };
  return {
    name,
    ask,
    answer: (question) =>
      new Promise((resolve) => {
        ask(question, (reply) => {
          if (reply.kind !== 'progress') resolve(reply);
        });
      }),
    warm: () => {
      if (keepAlive) stayingHost(start);
    },
  };
}
