/**
 * Lets the page do what waits (a key press, a drawing) before the work goes on as a task of its own; where the
 * browser can, ahead of tasks that are less pressing.
 */
export const breathe = (): Promise<void> => {
  const { scheduler } = globalThis as { readonly scheduler?: Partial<Scheduler> };
  return scheduler?.yield ? scheduler.yield() : new Promise((resolve) => setTimeout(resolve));
};
