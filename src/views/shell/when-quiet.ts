/** Milliseconds without a press or a key after which nobody is in the middle of something; our choice. */
const QUIET = 3_000;
const ACTS = ['pointerdown', 'click', 'keydown'] as const;

/**
 * Does what can wait when the teacher has paused and the browser has nothing else to do.
 * @returns a function after which it is not done any more
 */
export function whenQuiet(work: () => void): () => void {
  let timer = 0;
  let idle = 0;
  const end = () => {
    clearTimeout(timer);
    cancelIdleCallback(idle);
    for (const act of ACTS) document.removeEventListener(act, wait, true);
  };
  const begin = () => {
    idle = requestIdleCallback(() => {
      end();
      work();
    });
  };
  const wait = () => {
    clearTimeout(timer);
    cancelIdleCallback(idle);
    timer = window.setTimeout(begin, QUIET);
  };
  for (const act of ACTS) document.addEventListener(act, wait, true);
  wait();
  return end;
}

/** Resolves when the browser has nothing else to do. */
export const idle = (): Promise<void> => new Promise((resolve) => requestIdleCallback(() => resolve()));
